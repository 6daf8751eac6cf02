import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  add,
  breakpointAt,
  compare,
  exact,
  type Exact,
  isWhole,
  type Layout,
  multiply,
  nearestClean,
  resolve,
  subtract,
  sweep,
  termsAt,
  toJson,
  toNumber,
  type WidthRun,
  divide,
} from "../../src/index";
import { anyContainer } from "../any-columns";
import { capped, cleanLayout, fixed, margin, text, withBreakpoint, withColumns } from "../layouts";
import { seedOf } from "../seed";

const widthsOf = (runs: readonly WidthRun[]): readonly number[] =>
  runs.flatMap(({ first, step, count }) => Array.from({ length: count }, (_, index) => first + index * step)).sort((a, b) => a - b);

const termsOver = (layout: Layout, width: number) => {
  const at = exact(width);
  return termsAt(layout, breakpointAt(layout, at), at);
};

const cleanTried = (layout: Layout, width: number, density: Exact): boolean => {
  const resolved = resolve(layout, { width: exact(width) });
  if (!resolved.ok) throw new Error("did not resolve");
  return resolved.value.columns.every(({ start, width: wide }) =>
    [start, add(start, wide)].every((edge) => isWhole(multiply(edge, density))),
  );
};

const side = fc.oneof(
  fc.integer({ min: 0, max: 80 }).map((n) => `${n}px`),
  fc.constantFrom("1.5rem", "5%", "12.5%", "10.25px"),
);
const columnsOf = fc.record({
  count: fc.integer({ min: 1, max: 14 }),
  gutter: fc.oneof(
    fc.integer({ min: 0, max: 40 }).map((n) => `${n}px`),
    fc.constantFrom("0.25fr", "0.1fr", "12.5px"),
  ),
  margin: fc.record({ start: side, end: side }),
  edgeGutters: fc.constantFrom("none" as const, "half" as const),
  container: anyContainer,
});
const layouts = fc
  .tuple(columnsOf, columnsOf, columnsOf, fc.constantFrom("0px", "40px", "70.5px"))
  .map(([phone, tablet, desk, leastColumn]): Layout => {
    const one = withColumns(withColumns(withColumns(cleanLayout(), "phone", phone), "tablet", tablet), "desk", desk);
    return { ...one, leastColumn };
  });

describe("the sweep over widths", () => {
  it("finds the whole and the clean widths that trying every width finds", () => {
    fc.assert(
      fc.property(layouts, (layout) => {
        const found = sweep(layout, exact(240), exact(1500));
        const all = Array.from({ length: 1261 }, (_, index) => 240 + index);
        expect(widthsOf(found.wholeColumns)).toEqual(all.filter((width) => isWhole(termsOver(layout, width).column)));
        for (const { density, runs } of found.clean)
          expect(widthsOf(runs)).toEqual(all.filter((width) => cleanTried(layout, width, density)));
      }),
      { seed: seedOf("clean widths"), numRuns: 40 },
    );
  });

  it("is linear within each piece, the pieces follow each other, and at every width they give the terms there", () => {
    fc.assert(
      fc.property(layouts, fc.integer({ min: 240, max: 2560 }), (layout, width) => {
        const { pieces } = sweep(layout);
        expect(text(pieces[0]?.from ?? exact(-1))).toBe("240");
        expect(text(pieces.at(-1)?.until ?? exact(-1))).toBe("2560");
        pieces.slice(1).forEach((piece, index) => expect(text(piece.from)).toBe(text(pieces[index]?.until ?? exact(-1))));
        const at = exact(width);
        const piece = pieces.findLast(({ from }) => compare(from, at) <= 0);
        if (!piece) throw new Error("no piece");
        const share = divide(subtract(at, piece.from), subtract(piece.until, piece.from));
        const between = (a: Exact, b: Exact): string => toJson(add(a, multiply(share, subtract(b, a))));
        const terms = termsOver(layout, width);
        expect([
          between(piece.start.container.width, piece.end.container.width),
          between(piece.start.column, piece.end.column),
          between(piece.start.gutter, piece.end.gutter),
          between(piece.start.margin.start, piece.end.margin.start),
          between(piece.start.margin.end, piece.end.margin.end),
        ]).toEqual([terms.container.width, terms.column, terms.gutter, terms.margin.start, terms.margin.end].map(toJson));
      }),
      { seed: seedOf("pieces"), numRuns: 200 },
    );
  });

  it("says where columns are narrower than the minimum, as trying every width does", () => {
    fc.assert(
      fc.property(layouts, (layout) => {
        const { underLeast } = sweep(layout);
        const least = layout.leastColumn === "0px" ? exact(0) : layout.leastColumn === "40px" ? exact(40) : exact(141, 2);
        for (let width = 240; width < 2560; width += 7) {
          const { column } = termsOver(layout, width);
          const under = compare(column, least) < 0 || toNumber(column) <= 0;
          const said = underLeast.some(({ from, until }) => compare(from, exact(width)) <= 0 && compare(exact(width), until) < 0);
          // If the column has exactly the minimum at a width, the range may begin with that width.
          if (compare(column, least) !== 0) expect([width, said]).toEqual([width, under]);
        }
      }),
      { seed: seedOf("under the least"), numRuns: 40 },
    );
  });

  it("gives both sides of each breakpoint", () => {
    const layout = withColumns(cleanLayout(), "desk", { container: capped("1152px"), gutter: "20px" });
    const told = sweep(layout).handOvers.map(({ width, below, above }) =>
      [width, below.terms.container.width, above.terms.container.width, below.terms.column, above.terms.column].map(text).join(" "),
    );
    expect(told).toEqual(["600 472 472 106 45", "1024 896 896 98 169/3"]);
  });

  it("1152 in a desk from 1024 with margins of 64 fits from 1280", () => {
    const layout = withColumns(cleanLayout(), "desk", { container: fixed("1152px") });
    expect(sweep(layout).fixed.map(({ breakpoint, container, from }) => [breakpoint, text(container), from && text(from)])).toEqual([
      ["desk", "1152", "1280"],
    ]);
    const never = withColumns(cleanLayout(), "desk", { container: fixed("1152px"), margin: margin("50%") });
    expect(sweep(never).fixed[0]?.from).toBeNull();
  });

  it("12 columns with gutters of 24 and margins of 64 are whole every 12 px (common practice)", () => {
    const { wholeColumns, clean } = sweep(cleanLayout());
    expect(wholeColumns.filter(({ breakpoint }) => breakpoint === "desk")).toEqual([
      { breakpoint: "desk", first: 1028, step: 12, last: 2552, count: 128 },
    ]);
    // At 1.5 device px per CSS px a column may be any multiple of ⅔.
    expect(clean[1]?.runs.find(({ breakpoint }) => breakpoint === "desk")?.step).toBe(8);
    const desk = clean[0]?.runs.filter(({ breakpoint }) => breakpoint === "desk") ?? [];
    expect(nearestClean(desk, exact(1285))).toEqual({ below: 1280, above: 1292 });
    expect(nearestClean(desk, exact(1280))).toEqual({ below: 1280, above: 1292 });
    expect(nearestClean(desk, exact(240))).toEqual({ below: null, above: 1028 });
    expect(nearestClean(desk, exact(2560))).toEqual({ below: 2552, above: null });
  });

  it("the widths below the lowest breakpoint belong to the lowest, and two that start together count once", () => {
    const layout = withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, from: 600 }));
    const { pieces, handOvers } = sweep(layout);
    expect(pieces.map(({ breakpoint }) => breakpoint)).toEqual(["phone", "desk"]);
    expect(handOvers.map(({ below, above }) => `${below.breakpoint} ${above.breakpoint}`)).toEqual(["phone desk"]);
  });
});
