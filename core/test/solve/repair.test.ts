import { describe, expect, it } from "vitest";
import { columnTerms, exact, type Layout, repair, type Repaired, toNumber } from "../../src/index";
import { capped, cleanLayout, fixed, margin, oneBreakpoint, withBreakpoint, withColumns } from "../layouts";
import { cost, hold, left, told } from "./repairs";

describe("the repair of a whole spec", () => {
  it("changes nothing if there is nothing to mend", () => {
    const layout = cleanLayout();
    expect(repair(layout)).toEqual({ ok: true, layout, cost: exact(0), least: true, left: [] });
  });

  it("stops after the most sets it may try, and says so rather than naming holds", () => {
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

  it("with that gutter held the margins change, with both held the count; with all held they are named", () => {
    const layout = withColumns(cleanLayout(), "desk", { gutter: "20px" });
    expect(told(repair(layout, hold("desk gutter"))).at(-1)).toBe("desk 1024 1280: 12 20px 68px fluid");
    const counted = repair(layout, hold("desk gutter", "desk margin"));
    expect(counted.ok && counted.layout.breakpoints[2]?.columns.count).not.toBe(12);
    const all = repair(layout, hold("desk gutter", "desk margin", "desk columns", "phone gutter", "tablet columns"));
    expect(told(all)).toEqual(["in the way: desk gutter, desk margin, desk columns"]);
    expect(!all.ok && all.breakpoints).toEqual(["desk"]);
  });

  it("a tablet drawn where the desk begins is drawn where its columns close; the boundary moves only if the drawn-at width is held", () => {
    const layout = withBreakpoint(cleanLayout(), "tablet", (one) => ({ ...one, drawnAt: { width: 1024, height: 1024 } }));
    const repaired = repair(layout);
    expect(told(repaired).slice(1)).toEqual(["tablet 600 1016: 8 16px 64px fluid", "desk 1024 1280: 12 24px 64px fluid"]);
    const heldDrawing = repair(layout, hold("tablet drawn-at"));
    expect(cost(heldDrawing)).toBe("1");
    expect(told(heldDrawing).slice(1)).toEqual(["tablet 600 1024: 8 16px 64px fluid", "desk 1025 1280: 12 24px 64px fluid"]);
    expect(told(repair(layout, hold("desk from", "tablet drawn-at")))).toEqual(["in the way: desk from, tablet drawn-at"]);
  });

  it("three that start together, out of order and too high, are moved apart by as little as possible", () => {
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

  it("a container too wide for the lowest width is narrowed to whole columns that fit", () => {
    const repaired = repair(withColumns(cleanLayout(), "desk", { container: fixed("1140px"), gutter: "20px" }));
    expect(repaired.ok && left(repaired.layout)).toEqual([]);
  });

  it("rows and baseline go to half a unit or a step that divides the base, unless they are held", () => {
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
    expect(told(repair(layout, hold("desk rows", "desk baseline", "desk gutter")))).toEqual(["in the way: desk rows, desk baseline"]);
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

  it("names the breakpoint where nothing works, though nothing is held", () => {
    expect(repair({ ...cleanLayout(), leastColumn: "330px" })).toEqual({ ok: false, inTheWay: [], breakpoints: ["phone"], gaveUp: false });
  });
});

describe("what a repair changes last", () => {
  it("a tablet drawn where the desk begins gets another drawn-at width, and the desk stays: 1024 to 1023", () => {
    const drawn = repair(withBreakpoint(cleanLayout(), "tablet", (one) => ({ ...one, drawnAt: { width: 1024, height: 768 } })));
    if (!drawn.ok) throw new Error("not repaired");
    expect(drawn.layout.breakpoints.map(({ from }) => from)).toEqual([320, 600, 1024]);
    expect(drawn.layout.breakpoints[1]?.drawnAt.width).toBeLessThan(1024);
    expect(left(drawn.layout)).toEqual([]);
  });
  it("a count stays where a margin can change, however far: 11 columns of 1280", () => {
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
  it("a row gutter of 1 goes to 0, a row height of 1 to half a unit", () => {
    const rows = { kind: "repeating", height: "1px", gutter: "1px", offset: "0px" } as const;
    const repaired = repair(withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, rows })));
    expect(repaired.ok && repaired.layout.breakpoints[2]?.rows).toMatchObject({ height: "4px", gutter: "0px" });
  });
  it("a held container goes to the half px that whole columns with a share as a gutter make", () => {
    // 5 columns of 77 with gutters of 77/8: 5.5 × 77 = 423.5, half a px from 423.
    const layout = withColumns(cleanLayout(), "tablet", { count: 5, gutter: "0.125fr", margin: margin("16px"), container: fixed("423px") });
    const repaired = repair(layout);
    expect(repaired.ok && [repaired.layout.breakpoints[1]?.columns.container, repaired.least]).toEqual([
      { kind: "fixed", width: "423.5px", align: "center" },
      true,
    ]);
  });
  it("names every hold that prevents a repair, at each breakpoint", () => {
    const layout = withColumns(withColumns(cleanLayout(), "desk", { gutter: "20px" }), "tablet", { gutter: "20px" });
    const all = ["gutter", "margin", "columns"].flatMap((cell) => [`desk ${cell}`, `tablet ${cell}`]);
    const repaired = repair(layout, hold(...all));
    const named = repaired.ok ? [] : repaired.inTheWay;
    expect([...new Set(named.map(({ breakpoint }) => breakpoint))].sort()).toEqual(["desk", "tablet"]);
    // Releasing one at each breakpoint makes a repair possible; releasing one at the desk alone leaves the tablet's.
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
    // 1024 − 128 = 896 fits; 12 · 52 + 11 · 24 = 888.
    expect(desk(wide)).toBe("desk 1024 1280: 12 24px 64px 888px");
    const stuck = repair(withColumns(cleanLayout(), "desk", { container: fixed("1152px") }), hold("desk container", "desk margin"));
    // 1152 is wider than 1024, whatever the margins.
    expect(told(stuck)).toEqual(["in the way: desk container"]);
  });

  it("unequal margins are mended each on its own side, on the base unit rather than half a unit where both cost the same", () => {
    const repaired = repair(withColumns(cleanLayout(), "desk", { margin: { start: "62px", end: "66px" } }));
    const margins = repaired.ok ? repaired.layout.breakpoints[2]?.columns.margin : null;
    expect(margins).toEqual({ start: "64px", end: "64px" });
    expect(cost(repaired)).toBe("2");
  });

  it("a minimum column changes the count or the gutter over every width of the breakpoint", () => {
    const repaired = repair({ ...withColumns(cleanLayout(), "phone", { count: 2 }), leastColumn: "48px" });
    expect(repaired.ok && left(repaired.layout)).toEqual([]);
    const tablet = repaired.ok ? repaired.layout.breakpoints[1] : undefined;
    if (!tablet) throw new Error("not repaired");
    // Eight columns of 45 at the lowest width, 600, are too narrow.
    const first = columnTerms(tablet.columns, { width: exact(600), rootFontSize: exact(16) });
    expect(toNumber(first.column)).toBeGreaterThanOrEqual(48);
  });
});
