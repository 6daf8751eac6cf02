import { describe, expect, it } from "vitest";
import { type AreaGeometry, exact, type Layout, resolve, sign, spaceBelow, spaceBeside, toJson } from "../../src/index";
import { area, deskWith, placed, randomAreas } from "../areas";
import { seeded } from "../random";

const areasOf = (layout: Layout): readonly AreaGeometry[] => {
  const found = resolve(layout, { width: exact(1280) });
  if (!found.ok) throw new Error("not resolved");
  return found.value.areas;
};

describe("white space between areas", () => {
  it("is the rows between them with their gutters, and the distance: 2 rows of 8 and 3 gutters of 8 are 40", () => {
    const areas = areasOf(
      deskWith([
        area("masthead", { desk: placed(1, 12, { row: 1, rowSpan: 4 }) }),
        area("search", { desk: placed(1, 4, { row: 7, rowSpan: 24 }) }),
        area("sailings", { desk: placed(5, 8, { row: 7, rowSpan: 16 }) }),
        area("fares", { desk: placed(5, 4, { row: 25, rowSpan: 4 }) }),
      ]),
    );
    const told = (all: ReturnType<typeof spaceBelow>) =>
      all.map(({ from, to, distance, between }) => `${from.area.id} ${to.area.id} ${distance ? toJson(distance) : "?"} ${between}`);
    expect(told(spaceBelow(areas))).toEqual(["masthead search 40 2", "masthead sailings 40 2", "sailings fares 40 2"]);
    expect(told(spaceBeside(areas))).toEqual(["search sailings 24 0", "search fares 24 0"]);
  });

  it("ends at the next area in the way: as found column by column and row by row (2,000 pages)", () => {
    const random = seeded("white space");
    let seen = 0;
    for (let round = 0; round < 2000; round += 1) {
      const count = random.integer(1, 12);
      const areas = areasOf(
        deskWith(
          randomAreas(random, "desk", count, true).map((one) => ({ ...one, placements: inside(one.placements) })),
          { count },
        ),
      );
      // Grids without room for a column have no white space across.
      if (areas.some(({ on }) => sign(on.column) <= 0)) continue;
      const covers = ({ placement: { column, span } }: AreaGeometry, x: number): boolean => x >= column && x < column + span;
      const reaches = ({ row, rowSpan }: AreaGeometry, y: number): boolean => y >= row && y < row + rowSpan;
      const upTo = (most: number): readonly number[] => Array.from({ length: most }, (_, index) => index + 1);
      const pairs = (sees: (a: AreaGeometry, b: AreaGeometry, own: readonly AreaGeometry[]) => boolean): readonly string[] =>
        areas.flatMap((a) => {
          const own = areas.filter((one) => one.area.within === a.area.within);
          return own.filter((b) => a !== b && sees(a, b, own)).map((b) => `${a.area.id} ${b.area.id}`);
        });
      const below = pairs((a, b, own) => {
        const end = a.row + a.rowSpan;
        const shared = upTo(12).filter((x) => covers(a, x) && covers(b, x));
        return (
          b.row >= end &&
          shared.length > 0 &&
          !own.some((c) => c !== a && c !== b && c.row < b.row && c.row + c.rowSpan > end && shared.some((x) => covers(c, x)))
        );
      });
      const beside = pairs((a, b, own) => {
        const end = a.placement.column + a.placement.span;
        const shared = upTo(40).filter((y) => reaches(a, y) && reaches(b, y));
        const { column } = b.placement;
        return (
          column >= end &&
          shared.length > 0 &&
          !own.some(
            (c) =>
              c !== a &&
              c !== b &&
              c.placement.column + c.placement.span > end &&
              c.placement.column < column &&
              shared.some((y) => reaches(c, y)),
          )
        );
      });
      const found = (all: ReturnType<typeof spaceBelow>): readonly string[] =>
        all.map(({ from, to }) => `${from.area.id} ${to.area.id}`).sort();
      expect(found(spaceBelow(areas)), JSON.stringify(areas.map((one) => [one.area.id, one.placement, one.row]))).toEqual(
        [...below].sort(),
      );
      expect(found(spaceBeside(areas))).toEqual([...beside].sort());
      seen += below.length + beside.length;
    }
    expect(seen).toBeGreaterThan(2000);
  });
});

/** The same placements, none outside the grid, so that columns describe them fully. */
const inside = (placements: ReturnType<typeof area>["placements"]): ReturnType<typeof area>["placements"] =>
  Object.fromEntries(Object.entries(placements).map(([id, placement]) => [id, { ...placement, leaves: "none" as const, by: undefined }]));
