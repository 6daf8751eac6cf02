import { precomputeValues } from "@capsizecss/core";
import * as fontkit from "fontkit";
import fc from "fast-check";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import {
  add,
  baselineShift,
  exact,
  firstBaseline,
  fontMetrics,
  isWhole,
  divide,
  multiply,
  shippedFonts,
  textOnBaseline,
  toNumber,
  trimmedHeight,
} from "../../src/index";
import { cleanLayout, text } from "../layouts";
import { seedOf } from "../seed";

const size = (px: number, lineHeight: number) => ({ size: exact(px), lineHeight: exact(lineHeight) });
const archivoMetrics = { unitsPerEm: 1000, ascent: 878, descent: 210, capHeight: 686 };

describe("text on a baseline", () => {
  // Values where one px of ascent or descent more or less would move the line: 13.12 → 13 and 3; 13 and 3.36 → 3; 13.5
  // → 14.
  it.each([
    [1312, 300, 25, 17],
    [1300, 336, 24, 17],
    [1350, 300, 25, 18],
    [1300, 350, 24, 16],
  ])("rounds an ascent of %i and a descent of %i to the nearest px", (ascent, descent, lineHeight, baseline) => {
    const metrics = { unitsPerEm: 1600, ascent, descent, capHeight: 1000 };
    expect(toNumber(firstBaseline({ size: exact(16), lineHeight: exact(lineHeight) }, metrics))).toBe(baseline);
  });
  it.each<[number, number, string, string, string | null, string]>([
    [24, 8, "3", "whole", "24", "24"],
    [26, 8, "13/4", "off", "24", "32"],
    [6, 8, "3/4", "off", null, "8"],
    [20, 4, "5", "whole", "20", "20"],
  ])("a line height of %d on a step of %d is %s lines", (lineHeight, step, lines, standing, below, above) => {
    const on = textOnBaseline(size(16, lineHeight), exact(step));
    expect([text(on.lines), on.whole ? "whole" : "off", on.below && text(on.below), text(on.above)]).toEqual([
      lines,
      standing,
      below,
      above,
    ]);
  });

  it("16 on 24 in Archivo, ascent 14.048 and descent 3.36: the baseline is ⌊(24 − 14 − 3)/2⌋ + 14 = 17 below the line's top", () => {
    expect(text(firstBaseline(size(16, 24), archivoMetrics))).toBe("17");
    expect(text(baselineShift(size(16, 24), archivoMetrics, exact(8)))).toBe("7");
    expect(text(trimmedHeight(size(16, 24), archivoMetrics, 3))).toBe(text(exact(48_000 + 16 * 686, 1000)));
  });

  it("typed metrics win over shipped ones, and an unknown font has none", () => {
    const layout = cleanLayout();
    expect(fontMetrics(layout, "Archivo")).toEqual(archivoMetrics);
    expect(fontMetrics(layout, "Own Face")).toBeNull();
    expect(fontMetrics(layout, "toString")).toBeNull();
    const own = { name: "Archivo", unitsPerEm: 2048, ascent: 1900, descent: 500, capHeight: 1400 };
    expect(fontMetrics({ ...layout, fonts: [own] }, "Archivo")).toBe(own);
  });

  it("text moved by its shift is on a line, and the shift is less than a step", () => {
    fc.assert(
      fc.property(fc.integer({ min: 6, max: 120 }), fc.integer({ min: 6, max: 160 }), fc.integer({ min: 1, max: 24 }), (px, line, step) => {
        const shift = baselineShift(size(px, line), archivoMetrics, exact(step));
        expect(isWhole(divide(add(firstBaseline(size(px, line), archivoMetrics), shift), exact(step)))).toBe(true);
        expect(toNumber(shift)).toBeGreaterThanOrEqual(0);
        expect(toNumber(shift)).toBeLessThan(step);
      }),
      { seed: seedOf("baseline shift") },
    );
  });
});

/** The metrics in the font file itself, read by fontkit. */
const fileMetrics = (name: string, file: string) => {
  const font = fontkit.openSync(join(import.meta.dirname, "../../../node_modules/@fontsource-variable", name, "files", file));
  if (!("unitsPerEm" in font)) throw new Error(`${file} holds several fonts`);
  const { unitsPerEm, ascent, descent, lineGap, capHeight, xHeight } = font;
  return { unitsPerEm, ascent, descent, lineGap, capHeight, xHeight };
};
const archivo = fileMetrics("archivo", "archivo-latin-wght-normal.woff2");
const recursive = fileMetrics("recursive", "recursive-latin-mono-normal.woff2");

describe("the fonts that ship", () => {
  it.each([
    ["Archivo", archivo],
    ["Recursive", recursive],
  ] as const)("%s has the metrics of its file; files count the descent downwards", (name, { unitsPerEm, ascent, descent, capHeight }) => {
    expect(shippedFonts[name]).toEqual({ unitsPerEm, ascent, descent: -descent, capHeight });
  });
});

// Source: @capsizecss/core, whose trims reduce a line box to cap height and baseline.
describe("trimmed heights are those of @capsizecss/core", () => {
  it.each([
    ["Archivo", archivo],
    ["Recursive", recursive],
  ] as const)("%s", (name, metrics) => {
    const ours = shippedFonts[name];
    if (!ours) throw new Error("not shipped");
    for (const [px, lineHeight] of [
      [12, 16],
      [16, 24],
      [21, 32],
      [48, 56],
      [96, 88],
    ] as const) {
      const { capHeightTrim, baselineTrim } = precomputeValues({ fontSize: px, leading: lineHeight, fontMetrics: metrics });
      for (const lines of [1, 2, 5]) {
        const theirs = lines * lineHeight + (parseFloat(capHeightTrim) + parseFloat(baselineTrim)) * px;
        // Each of its trims is rounded to 4 decimals of an em.
        expect(Math.abs(toNumber(trimmedHeight(size(px, lineHeight), ours, lines)) - theirs)).toBeLessThanOrEqual(2 * 0.00005 * px + 1e-9);
      }
      // The trim above is the first baseline minus the cap height. Theirs is not rounded; a browser rounds the line by
      // up to a px.
      const above =
        toNumber(firstBaseline(size(px, lineHeight), ours)) - toNumber(multiply(exact(ours.capHeight, ours.unitsPerEm), exact(px)));
      expect(Math.abs(-parseFloat(capHeightTrim) * px - above)).toBeLessThan(1.25);
    }
  });
});
