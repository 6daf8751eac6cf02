import { type Columns, check, type Layout, newBreakpoint, layoutFromColumns } from "../../core/src/index";

/** A small generator of pseudo-random numbers (mulberry32), so that a failure can be repeated by its seed. */
const numbers = (seed: number) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
};

const aligns = ["center", "start", "end"] as const;

/**
 * Layouts of three breakpoints with every container kind, alignment, edge and unit in turn, and whole and odd decimals.
 */
export const generatedLayouts = (count: number, seed = 20_261_123): readonly Layout[] => {
  const random = numbers(seed);
  const from = (least: number, most: number): number => least + Math.floor(random() * (most - least + 1));
  const length = (most: number, turn: number): string =>
    turn % 3 === 0
      ? `${from(0, most)}px`
      : turn % 3 === 1
        ? `${from(0, most * 64) / 64}px`
        : `${(from(0, most * 1000) / 1000).toFixed(3)}px`;
  const one = (index: number): Layout => {
    const columns = (turn: number, narrowest: number): Columns => {
      const align = aligns[turn % 3] ?? "center";
      const kind = ["fluid", "capped", "fixed"][(turn + index) % 3];
      const most = Math.floor(narrowest / 10);
      return {
        count: from(1, narrowest < 600 ? 6 : narrowest < 1000 ? 12 : 24),
        gutter: turn % 4 === 3 ? `${from(0, 60) / 100}fr` : length(Math.min(40, narrowest / 30), turn + index),
        margin:
          turn % 5 === 2
            ? { start: `${from(0, 80) / 10}%`, end: `${from(0, 80) / 10}%` }
            : { start: length(most, index), end: index % 2 === 0 ? "16px" : length(most, index + 1) },
        edgeGutters: (turn + index) % 2 === 0 ? "none" : "half",
        container:
          kind === "capped"
            ? {
                kind,
                max: length(narrowest, index)
                  .replace(/^0(\.0+)?px$/, "200px")
                  .replace(/^\d\d?(\.\d+)?px$/, "300px"),
                align,
              }
            : kind === "fixed"
              ? { kind, width: `${from(Math.floor(narrowest * 0.6), Math.floor(narrowest * 0.8))}px`, align }
              : { kind: "fluid" },
      };
    };
    const breakpoint = (id: string, start: number, turn: number) => ({
      ...newBreakpoint({ id, name: id, from: start, width: start, height: 800, count: 4, gutter: "16px", margin: "16px" }),
      columns: columns(turn, start),
    });
    const layout = layoutFromColumns(`Generated ${index + 1}`, 1440, 12);
    return {
      ...layout,
      rootFontSize: "16px",
      breakpoints: [breakpoint("small", 320, index), breakpoint("middle", 768, index + 1), breakpoint("large", 1200, index + 2)],
    };
  };
  const made: Layout[] = [];
  // Numbers that leave no room for a column are reported by checks; a browser cannot lay them out.
  for (let index = 0; made.length < count; index += 1) {
    const layout = one(index);
    const { findings } = check(layout);
    if (!findings.some(({ rule }) => rule === "column-positive" || rule === "sum-closes")) made.push(layout);
  }
  return made;
};
