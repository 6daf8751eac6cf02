import less from "less";
import { describe, expect, it } from "vitest";
import { formats, type Layout, plainWriting, writeIn } from "../../src/index";
import { cleanLayout } from "../layouts";

const layout: Layout = {
  ...cleanLayout(),
  name: "Ferries */ @{x} // #{y}",
  spacing: [
    { name: "m", multiple: 2 },
    { name: "2xl", multiple: 6 },
  ],
  text: [{ name: "Body", size: "16px", lineHeight: "24px", font: 'Arc"hivo @{font}' }],
};

/** Compiles our file with Less, with a user's rules after it. */
const compiled = async (rules: string, unit: "px" | "rem" = "px"): Promise<string> => {
  const file = writeIn(formats.less, layout, null, { ...plainWriting, unit });
  if (!file.ok) throw new Error("not written");
  return (await less.render(file.text + rules)).css.replace(/\s+/g, " ").trim();
};

describe("Less, compiled by less", () => {
  it("has every breakpoint's numbers in its map, in px and in rem", async () => {
    const [desk] = layout.breakpoints.slice(-1);
    const rules =
      ".a { columns: @layout[@desk][columns]; gap: @layout[@desk][gutter]; width: @layout[@desk][column-at-drawn]; x: @layout[@desk][name]; }";
    expect(await compiled(rules)).toBe(`.a { columns: ${desk?.columns.count}; gap: 24px; width: 74px; x: "${desk?.name}"; }`);
    expect(await compiled(rules, "rem")).toContain("gap: 1.5rem; width: 4.625rem;");
  });

  it("has spacing steps and text roles, including names that begin with a digit", async () => {
    expect(await compiled(".a { margin: @space[space-m] @space[space-2xl]; size: @text[@text-body][size]; }")).toBe(
      ".a { margin: 16px 48px; size: 16px; }",
    );
    expect(await compiled(".b { .layout-text(body); }")).toBe(
      '.b { font-size: 16px; line-height: 24px; font-family: "Arc\\"hivo @ {font}"; }',
    );
  });

  it("has a mixin for rules from a breakpoint on, without a query for the lowest", async () => {
    expect(await compiled(".c { .layout-from(phone; { x: 1 }); .layout-from(tablet; { x: 2 }); .layout-from(desk; { x: 3 }); }")).toMatch(
      /^\.c \{ x: 1; \} @media \(min-width: \d+px\) \{ \.c \{ x: 2; \} \} @media \(min-width: \d+px\) \{ \.c \{ x: 3; \} \}$/,
    );
  });
});
