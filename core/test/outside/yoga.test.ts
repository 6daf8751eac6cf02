import fc from "fast-check";
import { describe, expect, it } from "vitest";
import Yoga, { Align, Edge, FlexDirection, Gutter, Justify } from "yoga-layout";
import { exact, resolve, toNumber } from "../../src/index";
import { capped, fixed, margin, oneBreakpoint } from "../layouts";
import { seedOf } from "../seed";

// Source: yoga-layout, a second layout engine. Its lengths are 32-bit floats, exact to about 1/4096 px at these widths.
const close = 1 / 512;

type Case = {
  readonly width: number;
  readonly count: number;
  readonly gutter: number;
  readonly side: number;
  readonly held: number | null;
};

/**
 * Starts and widths of the columns as yoga-layout lays them out: a row of growing boxes in a padded box, centred if it
 * has a width of its own.
 */
const laidOut = ({ width, count, gutter, side, held }: Case): readonly (readonly [number, number])[] => {
  const config = Yoga.Config.create();
  config.setPointScaleFactor(0);
  const page = Yoga.Node.create(config);
  page.setFlexDirection(FlexDirection.Row);
  page.setJustifyContent(Justify.Center);
  page.setAlignItems(Align.Stretch);
  page.setPadding(Edge.Horizontal, side);
  page.setWidth(width);
  const container = Yoga.Node.create(config);
  container.setFlexDirection(FlexDirection.Row);
  container.setGap(Gutter.Column, gutter);
  if (held === null) container.setFlexGrow(1);
  else container.setWidth(held);
  container.setFlexShrink(0);
  page.insertChild(container, 0);
  const columns = Array.from({ length: count }, (_, index) => {
    const column = Yoga.Node.create(config);
    column.setFlexGrow(1);
    column.setFlexBasis(0);
    container.insertChild(column, index);
    return column;
  });
  page.calculateLayout(width, 100);
  const start = container.getComputedLayout().left;
  const tracks = columns.map((column): readonly [number, number] => {
    const { left, width: wide } = column.getComputedLayout();
    return [start + left, wide];
  });
  page.freeRecursive();
  config.free();
  return tracks;
};

const ours = ({ width, count, gutter, side, held }: Case, kind: "capped" | "fixed"): readonly (readonly [number, number])[] => {
  const container = held === null ? ({ kind: "fluid" } as const) : kind === "fixed" ? fixed(`${held}px`) : capped(`${held}px`);
  const resolved = resolve(oneBreakpoint(width, count, { gutter: `${gutter}px`, margin: margin(`${side}px`), container }), {
    width: exact(width),
  });
  if (!resolved.ok) throw new Error("did not resolve");
  return resolved.value.columns.map(({ start, width: wide }) => [toNumber(start), toNumber(wide)] as const);
};

describe("columns as yoga-layout lays them out", () => {
  it.each<[string, Case]>([
    ["1440, 12, 20, 96 (common practice): 85⅔", { width: 1440, count: 12, gutter: 20, side: 96, held: null }],
    ["1366, 12, 20, 20 (common practice)", { width: 1366, count: 12, gutter: 20, side: 20, held: null }],
    ["1140 held in 1440: 76⅔ (common practice)", { width: 1440, count: 12, gutter: 20, side: 0, held: 1140 }],
    ["one column", { width: 360, count: 1, gutter: 16, side: 16, held: null }],
    ["24 columns", { width: 1920, count: 24, gutter: 16, side: 24, held: null }],
  ])("%s", (_, one) => {
    const theirs = laidOut(one);
    ours(one, "fixed").forEach(([start, wide], index) => {
      expect(Math.abs(start - (theirs[index]?.[0] ?? NaN))).toBeLessThan(close);
      expect(Math.abs(wide - (theirs[index]?.[1] ?? NaN))).toBeLessThan(close);
    });
  });

  it("agree for any count, gutter, margin and container that fits", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 320, max: 2560 }),
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 0, max: 48 }),
        fc.integer({ min: 0, max: 200 }),
        fc.boolean(),
        (width, count, gutter, side, bound) => {
          const room = width - 2 * side;
          if (room - (count - 1) * gutter < count) return;
          const held = bound ? Math.max((count - 1) * gutter + count, Math.floor(room * 0.8)) : null;
          const one = { width, count, gutter, side, held };
          const theirs = laidOut(one);
          for (const kind of ["fixed", "capped"] as const) {
            const tracks = ours(one, kind);
            expect(tracks).toHaveLength(theirs.length);
            tracks.forEach(([start, wide], index) => {
              expect(Math.abs(start - (theirs[index]?.[0] ?? NaN))).toBeLessThan(close);
              expect(Math.abs(wide - (theirs[index]?.[1] ?? NaN))).toBeLessThan(close);
            });
          }
        },
      ),
      { seed: seedOf("yoga-layout"), numRuns: 150 },
    );
  });
});
