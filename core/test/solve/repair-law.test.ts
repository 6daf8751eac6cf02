import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  absolute,
  add,
  check,
  compare,
  exact,
  type Exact,
  type HeldCell,
  isToMend,
  type Layout,
  parseLength,
  repair,
  subtract,
  toNumber,
} from "../../src/index";
import { capped, cleanLayout, fixed, margin, oneBreakpoint, text, withBreakpoint, withColumns } from "../layouts";
import { seeded } from "../random";
import { seedOf } from "../seed";
import { hold, left, numbers } from "./repairs";

/**
 * Tries the numbers of a repair one by one against the checks themselves. Returns the first that costs less: with
 * today's count, as few numbers changed and fewer px. Changing fewer numbers is tried separately (`fewer`).
 */
const cheaper = (layout: Layout, most: Exact, changed: number): string | null => {
  const [breakpoint] = layout.breakpoints;
  if (!breakpoint) throw new Error("no breakpoint");
  const { columns } = breakpoint;
  const px = (value: string): Exact => parseLength(value)?.value ?? exact(0);
  const reach = Math.ceil(toNumber(most));
  const near = (value: Exact): readonly Exact[] => {
    const whole = Math.round(toNumber(value) / 4);
    return [value, ...Array.from({ length: 2 * reach + 1 }, (_, index) => exact(4 * (whole - reach + index)))].filter(
      (one) => toNumber(one) >= 0,
    );
  };
  const held =
    columns.container.kind === "fluid" ? null : px(columns.container.kind === "capped" ? columns.container.max : columns.container.width);
  const containers: readonly (Exact | null)[] =
    held === null ? [null] : Array.from({ length: 2 * reach + 1 }, (_, index) => add(held, exact(index - reach)));
  const within = (price: Exact): boolean => compare(price, most) < 0;
  {
    const { count } = columns;
    const counted = exact(0);
    for (const gutter of near(px(columns.gutter))) {
      const gutted = add(counted, absolute(subtract(gutter, px(columns.gutter))));
      if (!within(gutted)) continue;
      for (const both of near(px(columns.margin.start))) {
        const margined = add(gutted, absolute(subtract(both, px(columns.margin.start))));
        if (!within(margined)) continue;
        for (const container of containers) {
          if (container && held && !within(add(margined, absolute(subtract(container, held))))) continue;
          const width = container ? `${text(container)}px` : "";
          const next = {
            ...columns,
            count,
            gutter: `${text(gutter)}px`,
            margin: margin(`${text(both)}px`),
            container:
              columns.container.kind === "fluid"
                ? columns.container
                : columns.container.kind === "capped"
                  ? { ...columns.container, max: width }
                  : { ...columns.container, width },
          };
          const tried: Layout = { ...layout, breakpoints: [{ ...breakpoint, columns: next }] };
          if (numbersChanged(layout, tried) <= changed && left(tried).length === 0) return numbers(tried.breakpoints[0] ?? breakpoint);
        }
      }
    }
  }
  return null;
};

/** The number of differences among gutter, margins and container at the first breakpoint. */
const numbersChanged = (before: Layout, after: Layout): number => {
  const [a, b] = [before.breakpoints[0]?.columns, after.breakpoints[0]?.columns];
  return (["gutter", "margin", "container"] as const).filter((what) => JSON.stringify(a?.[what]) !== JSON.stringify(b?.[what])).length;
};

/**
 * Changes one number alone, to any multiple of half a unit up to 300 px. Returns the first that mends everything, or
 * null.
 */
const oneAlone = (layout: Layout): string | null => {
  const [breakpoint] = layout.breakpoints;
  if (!breakpoint) throw new Error("no breakpoint");
  for (let value = 0; value <= 300; value += 4)
    for (const columns of [{ gutter: `${value}px` }, { margin: margin(`${value}px`) }]) {
      const tried: Layout = { ...layout, breakpoints: [{ ...breakpoint, columns: { ...breakpoint.columns, ...columns } }] };
      if (left(tried).length === 0) return JSON.stringify(columns);
    }
  return null;
};

describe("the repair of one breakpoint", () => {
  it("is the cheapest there is: no combination that was tried costs less", () => {
    let proven = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 340, max: 1500 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 0, max: 90 }),
        fc.constantFrom("fluid", "capped", "fixed"),
        fc.constantFrom("none" as const, "half" as const),
        (width, count, gutter, side, kind, edgeGutters) => {
          if (width - 2 * side - 30 < 50) return;
          const container =
            kind === "fluid" ? ({ kind: "fluid" } as const) : kind === "capped" ? capped(`${width - 2 * side - 30}px`) : fixed("280px");
          const layout = oneBreakpoint(width, count, { gutter: `${gutter}px`, margin: margin(`${side}px`), container, edgeGutters });
          const repaired = repair(layout);
          if (!repaired.ok) return;
          expect(left(repaired.layout)).toEqual([]);
          const now = repaired.layout.breakpoints[0]?.columns.count;
          // A count changes only if nothing else works; then no claim is made about the cheapest.
          if (now !== count) {
            expect([repaired.least, oneAlone(layout)]).toEqual([false, null]);
            return;
          }
          const changed = numbersChanged(layout, repaired.layout);
          if (changed > 1) expect(oneAlone(layout)).toBeNull();
          // Trying everything takes long if much has to change; only small changes are tried in full.
          if (compare(repaired.cost, exact(kind === "fluid" ? 24 : 9)) > 0) return;
          expect(cheaper(layout, repaired.cost, changed)).toBeNull();
          proven += 1;
        },
      ),
      { seed: seedOf("repair of one"), numRuns: 60 },
    );
    expect(proven).toBeGreaterThan(5);
  });
});

describe("the repair of several breakpoints", () => {
  const one = fc.record({
    count: fc.constantFrom(4, 6, 8, 12),
    gutter: fc.integer({ min: 8, max: 32 }).map((n) => `${n}px`),
    side: fc.integer({ min: 16, max: 72 }).map((n) => `${n}px`),
  });
  type Part = { readonly count: number; readonly gutter: string; readonly side: string };
  const ids = ["phone", "tablet", "desk"];
  const layoutOf = (parts: readonly (Part | null)[]): Layout =>
    ids.reduce((layout, id, index) => {
      const part = parts[index];
      return part ? withColumns(layout, id, { count: part.count, gutter: part.gutter, margin: margin(part.side) }) : layout;
    }, cleanLayout());
  const lengths = (layout: Layout): readonly (readonly number[])[] =>
    layout.breakpoints.map(({ columns }) => [parseFloat(columns.gutter), parseFloat(columns.margin.start)]);

  it("leaves nothing to mend, changes nothing held, and makes no gutter or margin get smaller where it does not today", () => {
    let mended = 0;
    fc.assert(
      fc.property(fc.tuple(one, one, one), fc.subarray(["phone gutter", "tablet margin", "desk columns"]), (parts, held) => {
        const layout = layoutOf(parts);
        const repaired = repair(layout, hold(...held));
        if (!repaired.ok) {
          for (const { breakpoint, cell } of repaired.inTheWay) expect(held).toContain(`${breakpoint} ${cell}`);
          expect(repaired.inTheWay.length).toBeGreaterThan(0);
          // Releasing all of them makes a repair possible.
          const named = (one: HeldCell) =>
            repaired.inTheWay.some((other) => other.breakpoint === one.breakpoint && other.cell === one.cell);
          expect(
            repair(
              layout,
              hold(...held).filter((one) => !named(one)),
            ).ok,
          ).toBe(true);
          // Releasing each named hold alone leaves fewer in the way or makes a repair possible.
          for (const cell of repaired.inTheWay) {
            const rest = hold(...held).filter((other) => other.breakpoint !== cell.breakpoint || other.cell !== cell.cell);
            const again = repair(layout, rest);
            expect(again.ok || again.inTheWay.length <= repaired.inTheWay.length).toBe(true);
          }
          return;
        }
        mended += 1;
        expect(left(repaired.layout)).toEqual([]);
        for (const cell of held) {
          const [id = "", what = ""] = cell.split(" ");
          const pick = (from: Layout) => {
            const columns = from.breakpoints.find((breakpoint) => breakpoint.id === id)?.columns;
            return what === "gutter" ? columns?.gutter : what === "margin" ? columns?.margin : columns?.count;
          };
          expect(pick(repaired.layout)).toEqual(pick(layout));
        }
        if (held.length > 0) return;
        const [before, now] = [lengths(layout), lengths(repaired.layout)];
        for (const index of [1, 2])
          for (const at of [0, 1])
            if ((before[index - 1]?.[at] ?? 0) <= (before[index]?.[at] ?? 0))
              expect(now[index - 1]?.[at] ?? 0).toBeLessThanOrEqual(now[index]?.[at] ?? 0);
      }),
      { seed: seedOf("repair of several"), numRuns: 60 },
    );
    expect(mended).toBeGreaterThan(20);
  });

  /** All pairs of repairs of two breakpoints, each tried through the checks themselves. */
  it("of two breakpoints is the cheapest pair whose numbers do not get smaller", () => {
    let proven = 0;
    fc.assert(
      fc.property(fc.tuple(one, one), ([below4, above8]) => {
        // So few columns that one more costs over 12 px; so counts stay.
        const [phone, desk] = [
          { ...below4, count: 4 },
          { ...above8, count: 8 },
        ];
        const two = { ...cleanLayout(), breakpoints: [0, 2].flatMap((at) => layoutOf([phone, null, desk]).breakpoints[at] ?? []) };
        const repaired = repair(two);
        if (!repaired.ok || toNumber(repaired.cost) > 12) return;
        const options = ["phone", "desk"].map((id) => {
          const today = two.breakpoints.find((breakpoint) => breakpoint.id === id)?.columns;
          const [g0, m0] = [parseFloat(today?.gutter ?? ""), parseFloat(today?.margin.start ?? "")];
          const found: { gutter: number; side: number; price: number }[] = [];
          for (const gutter of new Set([g0, ...Array.from({ length: 24 }, (_, k) => 4 * k)]))
            for (const side of new Set([m0, ...Array.from({ length: 40 }, (_, k) => 4 * k)])) {
              const price = Math.abs(gutter - g0) + Math.abs(side - m0);
              if (price > 12) continue;
              const tried = withColumns(two, id, { gutter: `${gutter}px`, margin: margin(`${side}px`) });
              const own = check(tried).findings.filter((finding) => finding.breakpoint === id && isToMend(finding));
              if (own.length === 0) found.push({ gutter, side, price });
            }
          return { g0, m0, found };
        });
        const [below, above] = options;
        if (!below || !above) throw new Error("two");
        let best = Infinity;
        for (const a of below.found)
          for (const b of above.found)
            if ((below.g0 > above.g0 || a.gutter <= b.gutter) && (below.m0 > above.m0 || a.side <= b.side))
              best = Math.min(best, a.price + b.price);
        expect(toNumber(repaired.cost)).toBe(best);
        proven += 1;
      }),
      { seed: seedOf("repair of two"), numRuns: 40 },
    );
    expect(proven).toBeGreaterThan(5);
  });
});

describe("what is said about holds", () => {
  it("is true: nothing held changes, and a repair exists once everything named is released (250 layouts)", () => {
    const random = seeded("repair, holds");
    let [mended, blocked] = [0, 0];
    for (let round = 0; round < 250; round += 1) {
      const length = (least: number, most: number): string => `${random.integer(least * 2, most * 2) / 2}px`;
      const layout = ["tablet", "desk"].reduce((sum, id) => {
        const container = random.pick([
          { kind: "fluid" as const },
          { kind: "capped" as const, max: length(300, 700), align: "center" as const },
          { kind: "fixed" as const, width: length(200, 500), align: "center" as const },
        ]);
        const columns = {
          count: random.integer(2, 8),
          gutter: random.pick([length(4, 32), "0.125fr", "0.25fr", "1.25rem"]),
          margin: margin(length(8, 40)),
          container,
        };
        const rows = random.pick([null, { kind: "repeating" as const, height: length(4, 20), gutter: length(0, 9), offset: "0px" }]);
        return withBreakpoint(withColumns(sum, id, columns), id, (one) => ({ ...one, rows }));
      }, cleanLayout());
      const cells = ["columns", "gutter", "margin", "container", "rows", "row-gutter", "baseline", "from", "drawn-at"] as const;
      const held = ["tablet", "desk"].flatMap((breakpoint) =>
        cells.filter(() => random.integer(0, 3) === 0).map((cell) => ({ breakpoint, cell })),
      );
      const repaired = repair(layout, held);
      const valueOf = (of: Layout, { breakpoint, cell }: HeldCell): unknown => {
        const one = of.breakpoints.find(({ id }) => id === breakpoint);
        const row = one?.rows?.kind === "repeating" ? one.rows : null;
        return {
          columns: one?.columns.count,
          gutter: one?.columns.gutter,
          margin: one?.columns.margin,
          container: one?.columns.container,
          rows: row?.height,
          "row-gutter": row?.gutter,
          baseline: one?.baseline,
          from: one?.from,
          "drawn-at": one?.drawnAt.width,
        }[cell];
      };
      if (repaired.ok) {
        mended += 1;
        for (const cell of held) expect(valueOf(repaired.layout, cell), JSON.stringify(cell)).toEqual(valueOf(layout, cell));
        continue;
      }
      if (repaired.gaveUp || repaired.inTheWay.length === 0) continue;
      blocked += 1;
      const rest = held.filter((one) => !repaired.inTheWay.some((other) => other.breakpoint === one.breakpoint && other.cell === one.cell));
      expect(rest.length).toBe(held.length - repaired.inTheWay.length);
      const again = repair(layout, rest);
      expect(again.ok || again.gaveUp, `${JSON.stringify(layout.breakpoints.map(({ columns }) => columns))} ${JSON.stringify(held)}`).toBe(
        true,
      );
    }
    expect(Math.min(mended, blocked)).toBeGreaterThan(20);
  });
});
