import { check, checkMemory, exact, type Layout, newBreakpoint, type Placement, resolve, blankLayout } from "../src/index";
import { time } from "./time";

const placed = (column: number, span: number, row: number, rowSpan: number): Placement => ({
  column,
  span,
  row,
  rowSpan,
  leaves: "none",
  over: false,
  inside: null,
});

/**
 * The most areas a layout may have, at eight breakpoints: four side by side and a row apart or, with `tangled`,
 * overlapping each other everywhere.
 */
const full = (tangled: boolean): Layout => {
  const breakpoints = Array.from({ length: 8 }, (_, index) => ({
    ...newBreakpoint({
      id: `b${index}`,
      name: `B${index}`,
      from: 320 + index * 240,
      width: 344 + index * 240,
      height: 20_000,
      count: 12,
      gutter: "16px",
      margin: "16px",
    }),
    rows: { kind: "repeating" as const, height: "4px", gutter: "0px", offset: "0px" },
  }));
  const place = (index: number): Placement =>
    tangled
      ? placed(1 + ((index * 5) % 9), 1 + (index % 4), 1 + ((index * 37) % 211), 1 + ((index * 13) % 40))
      : placed(1 + (index % 4) * 3, 3, 1 + Math.floor(index / 4) * 24, 20);
  return {
    ...blankLayout("Bench"),
    breakpoints,
    areas: Array.from({ length: 200 }, (_, index) => ({
      id: `a${index}`,
      name: `A${index}`,
      placements: Object.fromEntries(breakpoints.map(({ id }) => [id, place(index)])),
    })),
  };
};

for (const [name, layout] of [
  ["in rows of four", full(false)],
  ["all over each other", full(true)],
] as const) {
  const widths = layout.breakpoints.map(({ drawnAt }) => exact(drawnAt.width));
  const resolving = time(() => {
    for (const width of widths) resolve(layout, { width });
  }, 10);
  // Between two checks, one area is moved at one breakpoint; the findings of the other breakpoints are remembered.
  let moved = 0;
  const memory = checkMemory();
  const checking = time(() => {
    moved += 1;
    const areas = layout.areas.map((area, index) =>
      index === moved % 200 ? { ...area, placements: { ...area.placements, b3: placed(1 + (moved % 5), 3, 1 + moved, 20) } } : area,
    );
    check({ ...layout, areas }, memory);
  }, 10);
  process.stdout.write(
    `200 areas at 8 breakpoints, ${name} (${check(layout).findings.length} findings): resolve ${resolving.toFixed(1)} ms, check after each edit ${checking.toFixed(1)} ms (aim: each under 50)\n`,
  );
}
