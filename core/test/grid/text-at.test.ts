import { describe, expect, it } from "vitest";
import {
  applyPatch,
  check,
  fixLabel,
  type Layout,
  parseLayout,
  plainCss,
  readLayout,
  roleAt,
  writeCss,
  writeLayout,
} from "../../src/index";
import { cleanLayout, withBreakpoint } from "../layouts";

const role = { name: "Heading", size: "28px", lineHeight: "32px", font: "Archivo", at: { desk: { size: "36px", lineHeight: "42px" } } };
const layout: Layout = {
  ...withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, baseline: { step: "8px", offset: "0px", emphasis: 4 } })),
  text: [role, { name: "Body", size: "16px", lineHeight: "24px", font: "Archivo" }],
};

describe("a text role with another size at a breakpoint", () => {
  it("has that size there and its own everywhere else", () => {
    expect([roleAt(role, "desk"), roleAt(role, "phone").size, roleAt(role, "constructor").size]).toEqual([role.at.desk, "28px", "28px"]);
  });

  it("is checked against the baseline by the size it has there, and fixed there (42 is 5¼ lines of 8)", () => {
    const [finding] = check(layout).findings.filter(({ rule }) => rule === "line-height-on-baseline");
    expect([finding?.breakpoint, finding?.path]).toEqual(["desk", "/text/0/at/desk/lineHeight"]);
    const [fix] = finding?.fixes ?? [];
    const mended = fix && applyPatch(layout, fix.patch);
    expect(mended?.ok && mended.value.text[0]).toMatchObject({ lineHeight: "32px", at: { desk: { lineHeight: "40px" } } });
    expect(fix && fixLabel(fix)).toBe("Line height → 40");
  });

  it("is a property of its breakpoint in the stylesheet; a role without one is written once", () => {
    const css = writeCss(layout, plainCss);
    const [root = "", desk = ""] = css.split("@media (width >= 1024px)");
    expect(root).toContain("--text-heading-size: 28px;");
    expect(desk).toContain("--text-heading-size: 36px;");
    expect(desk).toContain("--text-heading-line-height: 42px;");
    expect(css.match(/--text-body-size:/g)).toHaveLength(1);
  });

  it("survives being written and read", () => {
    const read = readLayout(writeLayout(layout));
    expect(read.ok && read.layout).toEqual(layout);
    expect(parseLayout(layout)).toEqual({ ok: true, value: layout });
  });
});
