import { describe, expect, it } from "vitest";
import { type Area, carryAreas, carryWays, exact, type Layout, newBreakpoint, resolve, shareCell } from "../../src/index";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { seeded } from "../random";

/** A layout with a second breakpoint of `count` columns below the desk. */
const withTablet = (areas: readonly Area[], from: number, to: number): Layout => {
  const layout = deskWith([], { count: from, rows: null });
  const [desk] = layout.breakpoints;
  if (!desk) throw new Error("no desk");
  const tablet = newBreakpoint({
    id: "tablet",
    name: "Tablet",
    from: 320,
    width: 768,
    height: 1024,
    count: to,
    gutter: "16px",
    margin: "32px",
  });
  return { ...layout, breakpoints: [tablet, { ...desk, from: 1024 }], areas: [...areas] };
};
const at = (layout: Layout, id: string) =>
  layout.areas.map(({ id: name, placements }) => {
    const placement = placements[id];
    return placement ? `${name} ${placement.column}–${placement.column + placement.span - 1}` : `${name} not shown`;
  });

const page = [
  area("masthead", { desk: placed(1, 12) }),
  area("text", { desk: placed(1, 6) }),
  area("picture", { desk: placed(8, 5) }),
  area("one", { desk: placed(1, 4) }),
  area("two", { desk: placed(5, 4) }),
  area("three", { desk: placed(9, 4) }),
];

describe("copying areas to another breakpoint", () => {
  it("keeps their share of the columns, rounded to the nearest line", () => {
    expect(at(carryAreas(withTablet(page, 12, 8), "desk", "tablet", "same-share"), "tablet")).toEqual([
      "masthead 1–8",
      "text 1–4",
      "picture 6–8",
      "one 1–3",
      "two 4–5",
      "three 6–8",
    ]);
  });

  it("stacks them, or places them two by two", () => {
    expect(at(carryAreas(withTablet(page, 12, 4), "desk", "tablet", "stacked"), "tablet").every((words) => words.endsWith("1–4"))).toBe(
      true,
    );
    expect(at(carryAreas(withTablet(page, 12, 5), "desk", "tablet", "two-by-two"), "tablet")).toEqual([
      "masthead 1–3",
      "text 4–5",
      "picture 1–3",
      "one 4–5",
      "two 1–3",
      "three 4–5",
    ]);
    expect(at(carryAreas(withTablet(page, 12, 1), "desk", "tablet", "two-by-two"), "tablet").every((words) => words.endsWith("1–1"))).toBe(
      true,
    );
  });

  it("reaches nested areas: in the columns each spans, with a grid of its own unchanged", () => {
    const areas = [
      area("results", { desk: placed(5, 8, { inside: { kind: "same" } }) }),
      area("left", { desk: placed(1, 4) }, { within: "results" }),
      area("card", { desk: placed(1, 4, { inside: own(3) }) }),
      area("part", { desk: placed(2, 2) }, { within: "card" }),
    ];
    expect(at(carryAreas(withTablet(areas, 12, 6), "desk", "tablet", "same-share"), "tablet")).toEqual([
      "results 3–6",
      "left 1–2",
      "card 1–2",
      "part 2–3",
    ]);
  });

  it("leaves alone what is not shown here, and every other breakpoint", () => {
    const areas = [area("a", { desk: placed(1, 2) }), area("b", { tablet: placed(2, 1) })];
    const layout = carryAreas(withTablet(areas, 12, 4), "desk", "tablet", "stacked");
    expect(layout.areas[1]?.placements).toEqual({ tablet: placed(2, 1) });
    expect(layout.areas[0]?.placements["desk"]).toEqual(placed(1, 2));
  });

  it("stays inside the columns, keeps the order, and adds no overlap (3,000 lists)", () => {
    const random = seeded("carry areas");
    let crowded = 0;
    for (let round = 0; round < 1000; round += 1) {
      const [from, to] = [random.integer(1, 12), random.integer(1, 12)];
      const layout = withTablet(
        randomAreas(random, "desk", from, true).map((one) => ({ ...one, name: one.id })),
        from,
        to,
      );
      const geometry = (one: Layout, id: string) => {
        const resolved = resolve(one, { width: exact(1280), breakpoint: id });
        return resolved.ok ? resolved.value.areas : [];
      };
      const lapping = (one: Layout, id: string): ReadonlySet<string> => {
        const all = geometry(one, id);
        return new Set(all.flatMap((a, i) => all.slice(i + 1).flatMap((b) => (shareCell(a, b) ? [`${a.area.id} ${b.area.id}`] : []))));
      };
      const before = lapping(layout, "desk");
      for (const way of carryWays) {
        const carried = carryAreas(layout, "desk", "tablet", way);
        const where = JSON.stringify({ way, from, to, areas: layout.areas });
        for (const { placement, on } of geometry(carried, "tablet")) {
          expect(placement.column >= 1 && placement.span >= 1 && placement.column + placement.span - 1 <= on.count, where).toBe(true);
        }
        expect(carried.areas.map(({ id }) => id)).toEqual(layout.areas.map(({ id }) => id));
        for (const pair of lapping(carried, "tablet")) expect(before.has(pair), `${pair} ${where}`).toBe(true);
        if (
          way === "same-share" &&
          carried.areas.some(({ placements }) => placements["desk"]?.row !== undefined && placements["tablet"]?.row === undefined)
        )
          crowded += 1;
        // Copying twice gives the same as copying once.
        expect(carryAreas(carried, "desk", "tablet", way)).toEqual(carried);
      }
    }
    expect(crowded).toBeGreaterThan(0);
  });
});
