import { type Layout, parseLayout } from "../../core/src/index";
import { randomAreas } from "../../core/test/areas";
import { seeded } from "../../core/test/random";
import { generatedLayouts } from "./generated-layouts";

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
                offset: `${random.integer(0, 24)}px`,
              } as const)
            : ({
                kind: "dividing",
                count: random.integer(1, 6),
                gutter: `${random.integer(0, 16)}px`,
                margin: { start: `${random.integer(0, 24)}px`, end: `${random.integer(0, 24)}px` },
                ...(random.integer(0, 2) === 0 ? { least: "500px", most: "700px" } : {}),
              } as const),
    }));
    const sets = breakpoints.map(({ id, columns, rows }) => randomAreas(random, id, columns.count, rows !== null));
    // The tree of one breakpoint's areas is that of all: others take up to as many of it as they have.
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
