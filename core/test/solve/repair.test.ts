import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  absolute,
  add,
  type Breakpoint,
  check,
  columnTerms,
  compare,
  exact,
  type Exact,
  type HeldCell,
  isToMend,
  type Layout,
  parseLength,
  repair,
  type Repaired,
  subtract,
  toNumber,
} from "../../src/index";
import { capped, cleanLayout, fixed, margin, oneBreakpoint, text, withBreakpoint, withColumns } from "../layouts";
import { seedOf } from "../seed";

const numbers = ({ id, from, drawnAt, columns }: Breakpoint): string =>
  `${id} ${from} ${drawnAt.width}: ${columns.count} ${columns.gutter} ${columns.margin.start} ${
    columns.container.kind === "fluid" ? "fluid" : columns.container.kind === "capped" ? columns.container.max : columns.container.width
  }`;
const told = (repaired: Repaired): readonly string[] =>
  repaired.ok
    ? repaired.layout.breakpoints.map(numbers)
    : [`in the way: ${repaired.inTheWay.map(({ breakpoint, cell }) => `${breakpoint} ${cell}`).join(", ")}`];
const cost = (repaired: Repaired): string => (repaired.ok ? text(repaired.cost) : "none");
const hold = (...cells: readonly string[]): readonly HeldCell[] =>
  cells.map((one) => {
    const [breakpoint = "", cell = ""] = one.split(" ");
    return { breakpoint, cell: cell as HeldCell["cell"] };
  });
const left = (layout: Layout): readonly string[] =>
  check(layout)
    .findings.filter(isToMend)
    .map(({ rule }) => rule);

describe("the repair of a whole spec", () => {
  it("changes nothing where nothing is to mend", () => {
    const layout = cleanLayout();
    expect(repair(layout)).toEqual({ ok: true, layout, cost: exact(0), least: true, left: [] });
  });

  it("leaves off after the sets of numbers it may look at, and says so rather than naming holds", () => {
    const layout = withColumns(cleanLayout(), "desk", { gutter: "20px" });
    const whole = repair(layout);
    expect(whole.ok && whole.least).toBe(true);
    expect(repair(layout, [], 3)).toEqual({ ok: false, inTheWay: [], breakpoints: [], gaveUp: true });
    const early = [100, 1_000, 10_000, 100_000, 1_000_000, 4_000_000].map((most) => repair(layout, [], most));
    for (const one of early)
      if (one.ok) {
        expect(left(one.layout)).toEqual([]);
        expect(toNumber(one.cost)).toBeGreaterThanOrEqual(4);
        if (one.least) expect(one).toEqual(whole);
      } else expect(one.gaveUp).toBe(true);
    expect(early.map((one) => (one.ok ? Number(one.least) : -1))).toEqual(
      early.map((one) => (one.ok ? Number(one.least) : -1)).sort((a, b) => a - b),
    );
    expect(early.at(-1)).toEqual(whole);
  });

  it("1280 with margins of 64 and gutters of 20: gutters of 24 make 74, by 4 px (common practice)", () => {
    const repaired = repair(withColumns(cleanLayout(), "desk", { gutter: "20px" }));
    expect(told(repaired).at(-1)).toBe("desk 1024 1280: 12 24px 64px fluid");
    expect(cost(repaired)).toBe("4");
  });

  it("with that gutter held the margins go, with both held the count; with all held they are named", () => {
    const layout = withColumns(cleanLayout(), "desk", { gutter: "20px" });
    expect(told(repair(layout, hold("desk gutter"))).at(-1)).toBe("desk 1024 1280: 12 20px 68px fluid");
    const counted = repair(layout, hold("desk gutter", "desk margin"));
    expect(counted.ok && counted.layout.breakpoints[2]?.columns.count).not.toBe(12);
    const all = repair(layout, hold("desk gutter", "desk margin", "desk columns", "phone gutter", "tablet columns"));
    expect(told(all)).toEqual(["in the way: desk gutter, desk margin, desk columns"]);
    expect(!all.ok && all.breakpoints).toEqual(["desk"]);
  });

  it("a tablet drawn where the desk begins is drawn where its columns close; the boundary moves only where the drawing is held", () => {
    const layout = withBreakpoint(cleanLayout(), "tablet", (one) => ({ ...one, drawnAt: { width: 1024, height: 1024 } }));
    const repaired = repair(layout);
    expect(told(repaired).slice(1)).toEqual(["tablet 600 1016: 8 16px 64px fluid", "desk 1024 1280: 12 24px 64px fluid"]);
    const heldDrawing = repair(layout, hold("tablet drawn-at"));
    expect(cost(heldDrawing)).toBe("1");
    expect(told(heldDrawing).slice(1)).toEqual(["tablet 600 1024: 8 16px 64px fluid", "desk 1025 1280: 12 24px 64px fluid"]);
    expect(told(repair(layout, hold("desk from", "tablet drawn-at")))).toEqual(["in the way: desk from, tablet drawn-at"]);
  });

  it("three that start together, out of order and too high, come apart as little as can be", () => {
    const layout: Layout = {
      ...cleanLayout(),
      breakpoints: cleanLayout()
        .breakpoints.map((one, index) => ({ ...one, from: index === 0 ? 330 : 600 }))
        .reverse(),
    };
    const repaired = repair(layout);
    expect(repaired.ok && left(repaired.layout)).toEqual([]);
    expect(repaired.ok && new Set(repaired.layout.breakpoints.map(({ from }) => from)).size).toBe(3);
    expect(repaired.ok && repaired.layout.breakpoints[0]?.from).toBe(320);
  });

  it("a container too wide for the first width is narrowed to whole columns that fit", () => {
    const repaired = repair(withColumns(cleanLayout(), "desk", { container: fixed("1140px"), gutter: "20px" }));
    expect(repaired.ok && left(repaired.layout)).toEqual([]);
  });

  it("rows and baseline go to the half step or a step that meets the base, unless they are held", () => {
    const rows = { kind: "repeating" as const, height: "22px", gutter: "9px", offset: "0px" };
    const layout = withBreakpoint(cleanLayout(), "desk", (one) => ({
      ...one,
      rows,
      baseline: { step: "5px", offset: "0px", emphasis: 4 },
    }));
    const repaired = repair(layout);
    expect(repaired.ok && [repaired.layout.breakpoints[2]?.rows, repaired.layout.breakpoints[2]?.baseline?.step]).toEqual([
      { ...rows, height: "20px", gutter: "8px" },
      "4px",
    ]);
    expect(cost(repaired)).toBe("4");
    expect(told(repair(layout, hold("desk row", "desk baseline", "desk gutter")))).toEqual(["in the way: desk row, desk baseline"]);
  });

  it("an accepted caution stays", () => {
    const layout: Layout = {
      ...withColumns(cleanLayout(), "desk", { gutter: "20px" }),
      accepted: ["whole-columns", "whole-spans"].map((rule) => ({ rule, breakpoint: "desk", reason: "Until spring." })),
    };
    expect(repair(layout)).toEqual({ ok: true, layout, cost: exact(0), least: true, left: [] });
  });

  it("gutters in fr and margins in % stay as they are declared", () => {
    const repaired = repair(withColumns(cleanLayout(), "desk", { gutter: "0.25fr", margin: margin("5%") }));
    if (!repaired.ok) throw new Error("not repaired");
    const desk = repaired.layout.breakpoints[2];
    expect([desk?.columns.gutter, desk?.columns.margin.start]).toEqual(["0.25fr", "5%"]);
    expect(left(repaired.layout)).toEqual([]);
  });

  it("says at which breakpoint nothing will do, where nothing is held", () => {
    expect(repair({ ...cleanLayout(), leastColumn: "330px" })).toEqual({ ok: false, inTheWay: [], breakpoints: ["phone"], gaveUp: false });
  });
});

/**
 * The numbers a repair looks among, tried one by one against the checks themselves; the first that costs less: with
 * today's count, as few numbers changed and fewer px. Numbers fewer than were changed are tried apart (`fewer`).
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

/** How many of gutter, margins and container differ at the first breakpoint. */
const numbersChanged = (before: Layout, after: Layout): number => {
  const [a, b] = [before.breakpoints[0]?.columns, after.breakpoints[0]?.columns];
  return (["gutter", "margin", "container"] as const).filter((what) => JSON.stringify(a?.[what]) !== JSON.stringify(b?.[what])).length;
};

/** One number changed alone, to anything on the half step up to 300 px: the first that mends all; null where none does. */
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
  it("is the cheapest there is: nothing that trying finds costs less", () => {
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
          // A count is another only where nothing else would do; then nothing is claimed of the least.
          if (now !== count) {
            expect([repaired.least, oneAlone(layout)]).toEqual([false, null]);
            return;
          }
          const changed = numbersChanged(layout, repaired.layout);
          if (changed > 1) expect(oneAlone(layout)).toBeNull();
          // Trying everything takes long where much has to change; small changes are tried in full.
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

  it("leaves nothing to mend, changes nothing held, and makes no gutter or margin fall that does not fall today", () => {
    let mended = 0;
    fc.assert(
      fc.property(fc.tuple(one, one, one), fc.subarray(["phone gutter", "tablet margin", "desk columns"]), (parts, held) => {
        const layout = layoutOf(parts);
        const repaired = repair(layout, hold(...held));
        if (!repaired.ok) {
          for (const { breakpoint, cell } of repaired.inTheWay) expect(held).toContain(`${breakpoint} ${cell}`);
          expect(repaired.inTheWay.length).toBeGreaterThan(0);
          // Each of those named, let go alone, leaves fewer in the way or makes a way.
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

  /** All ways to join the cheapest of each breakpoint: pairs of two breakpoints, tried in full through the checks. */
  it("of two breakpoints takes the cheapest pair that does not fall", () => {
    let proven = 0;
    fc.assert(
      fc.property(fc.tuple(one, one), ([below4, above8]) => {
        // Few enough columns that one more costs over 12 px, so that counts stay.
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

describe("what a repair holds dearest", () => {
  it("a tablet drawn where the desk begins has its drawing moved, not the desk: 1024 to 1023", () => {
    const drawn = repair(withBreakpoint(cleanLayout(), "tablet", (one) => ({ ...one, drawnAt: { width: 1024, height: 768 } })));
    if (!drawn.ok) throw new Error("not repaired");
    expect(drawn.layout.breakpoints.map(({ from }) => from)).toEqual([320, 600, 1024]);
    expect(drawn.layout.breakpoints[1]?.drawnAt.width).toBeLessThan(1024);
    expect(left(drawn.layout)).toEqual([]);
  });
  it("a count stays where a margin may go, however far: 11 columns of 1280", () => {
    const layout = withColumns(cleanLayout(), "desk", { count: 11, gutter: "24px" });
    const repaired = repair(layout);
    expect(repaired.ok && repaired.layout.breakpoints[2]?.columns.count).toBe(11);
  });
  it("a held container with a gutter in fr goes to what whole columns make: 400, 3 of 71 with 0.5fr, 285 to 284", () => {
    const layout = oneBreakpoint(400, 3, { gutter: "0.5fr", margin: margin("16px"), container: fixed("285px") });
    const repaired = repair(layout);
    expect(repaired.ok && [repaired.layout.breakpoints[0]?.columns.container, repaired.left]).toEqual([
      { kind: "fixed", width: "284px", align: "center" },
      [],
    ]);
  });
  it("a row gutter of 1 goes to none, a row height of 1 to the half step", () => {
    const rows = { kind: "repeating", height: "1px", gutter: "1px", offset: "0px" } as const;
    const repaired = repair(withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, rows })));
    expect(repaired.ok && repaired.layout.breakpoints[2]?.rows).toMatchObject({ height: "4px", gutter: "0px" });
  });
  it("names every hold that is in the way, at each breakpoint", () => {
    const layout = withColumns(withColumns(cleanLayout(), "desk", { gutter: "20px" }), "tablet", { gutter: "20px" });
    const all = ["gutter", "margin", "columns"].flatMap((cell) => [`desk ${cell}`, `tablet ${cell}`]);
    const repaired = repair(layout, hold(...all));
    const named = repaired.ok ? [] : repaired.inTheWay;
    expect([...new Set(named.map(({ breakpoint }) => breakpoint))].sort()).toEqual(["desk", "tablet"]);
    // One let go at each makes a way; one at the desk alone leaves the tablet's.
    const without = (ids: readonly string[]): Repaired =>
      repair(
        layout,
        hold(...all).filter(
          ({ breakpoint, cell }) => !ids.some((id) => named.find((one) => one.breakpoint === id)?.cell === cell && id === breakpoint),
        ),
      );
    expect(without(["desk", "tablet"]).ok).toBe(true);
    const half = without(["desk"]);
    expect(half.ok ? [] : [...new Set(half.inTheWay.map(({ breakpoint }) => breakpoint))]).toEqual(["tablet"]);
  });
});

describe("the repair of held containers", () => {
  const desk = (repaired: Repaired): string => told(repaired).at(-1) ?? "";

  it.each<[string, Parameters<typeof withColumns>[2], readonly string[], string]>([
    // 12 · 76⅔ + 11 · 20 = 1140; 11 · 24 + 12 · 73 = 1140, by 4.
    ["1140 held by a cap, gutters of 20", { container: capped("1140px"), gutter: "20px" }, [], "desk 1024 1280: 12 24px 64px 1140px"],
    // With the gutter held, 12 · 77 + 11 · 20 = 1144 and 12 · 76 + 220 = 1132.
    [
      "with that gutter held the cap goes",
      { container: capped("1140px"), gutter: "20px" },
      ["desk gutter"],
      "desk 1024 1280: 12 20px 64px 1144px",
    ],
    [
      "with the cap held as well the margins, until the cap no longer holds: 12 · 75 + 220 = 1120",
      { container: capped("1140px"), gutter: "20px" },
      ["desk gutter", "desk container"],
      "desk 1024 1280: 12 20px 80px 1140px",
    ],
  ])("%s", (_, columns, held, expected) => {
    const repaired = repair(withColumns(cleanLayout(), "desk", columns), hold(...held));
    expect(desk(repaired)).toBe(expected);
    expect(repaired.ok && left(repaired.layout)).toEqual([]);
  });

  it("a fixed one is kept where it fits, and narrowed where it does not", () => {
    const fits = repair(withColumns(cleanLayout(), "desk", { container: fixed("888px"), gutter: "20px" }));
    expect(fits.ok && left(fits.layout)).toEqual([]);
    expect(cost(fits)).toBe("4");
    const wide = repair(
      withColumns(cleanLayout(), "desk", { container: fixed("1152px") }),
      hold("desk gutter", "desk margin", "desk columns"),
    );
    // 1024 − 128 = 896 is what fits; 12 · 52 + 11 · 24 = 888.
    expect(desk(wide)).toBe("desk 1024 1280: 12 24px 64px 888px");
    const stuck = repair(withColumns(cleanLayout(), "desk", { container: fixed("1152px") }), hold("desk container", "desk margin"));
    // 1152 is wider than 1024 whatever the margins.
    expect(told(stuck)).toEqual(["in the way: desk container"]);
  });

  it("unequal margins are mended each on its own side, on the base unit rather than the half step where it costs the same", () => {
    const repaired = repair(withColumns(cleanLayout(), "desk", { margin: { start: "62px", end: "66px" } }));
    const margins = repaired.ok ? repaired.layout.breakpoints[2]?.columns.margin : null;
    expect(margins).toEqual({ start: "64px", end: "64px" });
    expect(cost(repaired)).toBe("2");
  });

  it("a least column makes the count or the gutter give way over every width of the breakpoint", () => {
    const repaired = repair({ ...withColumns(cleanLayout(), "phone", { count: 2 }), leastColumn: "48px" });
    expect(repaired.ok && left(repaired.layout)).toEqual([]);
    const tablet = repaired.ok ? repaired.layout.breakpoints[1] : undefined;
    if (!tablet) throw new Error("not repaired");
    // Eight columns of 45 at its first width, 600, are too narrow.
    const first = columnTerms(tablet.columns, { width: exact(600), rootFontSize: exact(16) });
    expect(toNumber(first.column)).toBeGreaterThanOrEqual(48);
  });
});
