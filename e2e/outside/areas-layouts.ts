import { type Area, type Layout, parseLayout, type Rows } from "../../core/src/index";
import { area, placed, randomAreas } from "../../core/test/areas";
import { seeded } from "../../core/test/random";
import { generatedLayouts } from "./generated-layouts";

type Random = ReturnType<typeof seeded>;

/** An area whose own grid may have rows that divide its height, have a limited height, or begin above it. */
const otherRows = (random: Random, one: Area): Area => ({
  ...one,
  placements: Object.fromEntries(
    Object.entries(one.placements).map(([id, placement]) => {
      const { inside } = placement;
      if (inside?.kind !== "own" || !inside.rows) return [id, placement];
      const held = random.integer(0, 1) === 0 ? {} : { least: `${random.integer(20, 60)}px`, most: `${random.integer(60, 90)}px` };
      const rows = random.pick<Rows>([
        inside.rows,
        { kind: "repeating", height: "9px", gutter: "3px", offset: `-${random.integer(1, 9)}px` },
        { kind: "dividing", count: random.integer(1, 4), gutter: "1px", margin: { start: "2px", end: "1px" }, ...held },
      ]);
      return [id, { ...placement, inside: { ...inside, rows } }];
    }),
  ),
});

/** Layouts whose areas are only beside and below each other, so that a word map describes them fully. */
export const mappedLayouts = (count: number): readonly Layout[] => {
  const random = seeded("maps in Chromium");
  return generatedLayouts(count, 20_261_127).map((layout, index): Layout => {
    const rows: Rows | null = index % 2 === 0 ? null : { kind: "repeating", height: "24px", gutter: "8px", offset: "4px" };
    const areas = Array.from({ length: random.integer(2, 6) }, (_, one) => ({
      row: 1 + 2 * one,
      rowSpan: random.integer(1, 2),
      id: `part-${one}`,
    }));
    const placements = (row: number, rowSpan: number) =>
      Object.fromEntries(
        layout.breakpoints.map(({ id, columns }) => {
          const span = random.integer(1, columns.count);
          return [id, placed(random.integer(1, columns.count - span + 1), span, { row, rowSpan })];
        }),
      );
    const parsed = parseLayout({
      ...layout,
      breakpoints: layout.breakpoints.map((breakpoint) => ({ ...breakpoint, rows })),
      areas: areas.map(({ id, row, rowSpan }) => area(id, placements(row, rowSpan))),
    });
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.issues));
    return parsed.value;
  });
};

/** Layouts with areas three deep at each of three breakpoints: all container kinds, rows repeating, dividing and none. */
export const layoutsWithAreas = (count: number): readonly Layout[] => {
  const random = seeded("areas in Chromium");
  return generatedLayouts(count, 20_261_126).map((layout, index): Layout => {
    const breakpoints = layout.breakpoints.map((breakpoint, turn) => ({
      ...breakpoint,
      rows:
        (index + turn) % 3 === 0
          ? null
          : (index + turn) % 3 === 1
            ? ({
                kind: "repeating",
                height: `${random.integer(4, 40)}px`,
                gutter: `${random.integer(0, 16)}px`,
                offset: `${random.integer(-12, 24)}px`,
              } as const)
            : ({
                kind: "dividing",
                count: random.integer(1, 6),
                gutter: `${random.integer(0, 16)}px`,
                margin: { start: `${random.integer(0, 24)}px`, end: `${random.integer(0, 24)}px` },
                ...(random.integer(0, 2) === 0 ? { least: "500px", most: "700px" } : {}),
              } as const),
    }));
    const sets = breakpoints.map(({ id, columns, rows }) =>
      randomAreas(random, id, columns.count, rows !== null).map((area) => otherRows(random, area)),
    );
    // All breakpoints use the same tree of areas: each has some of it.
    const [first = [], ...others] = sets;
    const areas = first.map((area) => ({
      ...area,
      placements: Object.assign(
        {},
        area.placements,
        ...others.map((set) => set.find((one) => one.id === area.id && one.within === area.within)?.placements ?? {}),
      ) as typeof area.placements,
    }));
    const parsed = parseLayout({ ...layout, breakpoints, areas });
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.issues));
    return parsed.value;
  });
};
