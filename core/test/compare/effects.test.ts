import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  breakpointSentence,
  plainText,
  changesByBreakpoint,
  containerDifferences,
  containerLine,
  exact,
  fromJsonNumber,
  type Layout,
  subtract,
  termsAt,
  breakpointAt,
  toJson,
  toNumber,
} from "../../src/index";
import { anyColumns } from "../any-columns";
import { capped, cleanLayout, margin, withBreakpoint, withColumns } from "../layouts";

const sentences = (before: Layout, after: Layout) =>
  changesByBreakpoint(before, after)
    .breakpoints.map((one) => plainText(breakpointSentence(one)))
    .filter(Boolean);
const clean = cleanLayout();

describe("the effect of changes on each breakpoint", () => {
  it("gives both numbers, and what they do to columns and thirds (1280, margins of 64, gutter 20 → 24)", () => {
    const before = withColumns(clean, "desk", { gutter: "20px" });
    expect(sentences(before, clean)).toEqual([
      "desk gutter 20 → 24, so column width goes from 77⅔ to 74, halves from 566 to 564, thirds from 370⅔ to 368 and quarters from 273 to 270",
    ]);
  });
  it("reports a root font size by its effect where gutters are in rem, though no breakpoint changed", () => {
    const before = withColumns(clean, "desk", { gutter: "1.5rem" });
    const found = changesByBreakpoint(before, { ...before, rootFontSize: "20px" });
    expect(found.spec.map(({ what }) => plainText(what))).toEqual(["root font size"]);
    expect(found.breakpoints.map(({ kind }) => kind)).toEqual(["same", "same", "changed"]);
    expect(found.breakpoints.map((one) => plainText(breakpointSentence(one))).at(-1)).toContain("desk gutters go from 24 to 30");
  });
  it("reports breakpoints that were added and removed", () => {
    const other = { ...clean, breakpoints: clean.breakpoints.slice(1) };
    expect(changesByBreakpoint(clean, other).breakpoints.map(({ id, kind }) => `${id} ${kind}`)).toEqual([
      "tablet same",
      "desk same",
      "phone removed",
    ]);
    expect(changesByBreakpoint(other, clean).breakpoints.map(({ kind }) => kind)).toEqual(["added", "same", "same"]);
  });
  it("reports a margin on both sides once, and the row pitch where rows change", () => {
    const rows = { kind: "repeating" as const, height: "8px", gutter: "8px", offset: "0px" };
    const before = withBreakpoint(clean, "desk", (one) => ({ ...one, rows }));
    const after = withBreakpoint(withColumns(clean, "desk", { margin: margin("52px") }), "desk", (one) => ({
      ...one,
      rows: { ...rows, gutter: "16px" },
    }));
    expect(sentences(before, after)).toEqual([
      "desk margin 64 → 52 and row gutter 8 → 16, so container goes from 1152 to 1176, column width from 74 to 76, halves from 564 to 576, thirds from 368 to 376, quarters from 270 to 276 and row pitch from 16 to 24",
    ]);
  });
  it("is empty for equal layouts", () => expect(sentences(clean, clean)).toEqual([]));
});

describe("containers over widths", () => {
  const [from, to] = [exact(240), exact(2560)];
  it("differ only above the width from which a cap of 1152 applies", () => {
    const after = withColumns(clean, "desk", { container: capped("1152px") });
    expect(containerDifferences(clean, after, from, to).map((one) => [toJson(one.from), toJson(one.until), toJson(one.most)])).toEqual([
      ["1280", "2560", "-1280"],
    ]);
    expect(containerDifferences(clean, clean, from, to)).toEqual([]);
  });
  it("differ where the sum at that width differs, and nowhere else", () => {
    const at = (layout: Layout, width: number) =>
      termsAt(layout, breakpointAt(layout, fromJsonNumber(width)), fromJsonNumber(width)).container.width;
    fc.assert(
      fc.property(anyColumns, anyColumns, fc.integer({ min: 241, max: 2559 }), (a, b, width) => {
        const [before, after] = [withColumns(clean, "desk", a), withColumns(clean, "desk", b)];
        const found = containerDifferences(before, after, from, to).find(
          (one) => toNumber(one.from) <= width && width < toNumber(one.until),
        );
        const difference = toNumber(subtract(at(after, width), at(before, width)));
        if (difference !== 0) {
          expect(found).toBeDefined();
          if (found) expect(Math.abs(difference)).toBeLessThanOrEqual(Math.abs(toNumber(found.most)) + 1e-9);
        }
        const corners = containerLine(before, from, to);
        expect(corners.length % 2).toBe(0);
      }),
      { numRuns: 200 },
    );
  });
});
