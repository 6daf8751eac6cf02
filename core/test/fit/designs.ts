import { type Exact, exact, fromJsonNumber } from "../../src/index";
import type { seeded } from "../random";

type Random = ReturnType<typeof seeded>;

/** The grid a design is drawn on. */
type TrueGrid = { readonly columns: number; readonly gutter: number; readonly margin: number; readonly width: number };

export type Design = { readonly grid: TrueGrid; readonly boxes: readonly { readonly left: Exact; readonly right: Exact }[] };

const rounded = (value: number): Exact => fromJsonNumber(Math.round(value * 1e6) / 1e6);

/**
 * A design of boxes on a grid (docs/fit.md): two to sixteen columns, of which a third never begin or end a box. With
 * `noise`, one edge in ten is off by 1 to 20 px either way. At least one outer column is used, since pages use their
 * margins.
 */
export const randomDesign = (random: Random, noise: boolean, size = random.integer(12, 60), columns = random.integer(2, 16)): Design => {
  const width = random.pick([375, 393, 768, 1024, 1280, 1440, 1728, 1920]);
  const grid = ((): TrueGrid => {
    for (;;) {
      const gutter = random.integer(4, 40);
      const margin = random.integer(8, Math.min(160, Math.floor(width / 4)));
      if ((width - 2 * margin - (columns - 1) * gutter) / columns >= 16) return { columns, gutter, margin, width };
      if (columns * 24 > width) return { columns, gutter: 4, margin: 8, width };
    }
  })();
  const column = (width - 2 * grid.margin - (columns - 1) * grid.gutter) / columns;
  const all = Array.from({ length: columns }, (_, index) => index);
  const edge = random.pick([0, columns - 1]);
  const unused = new Set<number>();
  while (unused.size < Math.floor(columns / 3)) {
    const one = random.pick(all);
    if (one !== edge) unused.add(one);
  }
  const used = all.filter((index) => !unused.has(index));
  const moved = (at: number): number => {
    if (!noise || random.integer(1, 10) > 1) return at;
    return at + random.pick([-1, 1]) * (1 + random.next() * 19);
  };
  const boxes = Array.from({ length: size }, () => {
    const [a, b] = [random.pick(used), random.pick(used)];
    const left = moved(grid.margin + Math.min(a, b) * (column + grid.gutter));
    const right = moved(grid.margin + Math.max(a, b) * (column + grid.gutter) + column);
    return { left: rounded(left), right: rounded(Math.max(left + 1, right)) };
  });
  return { grid, boxes };
};

export const widthOf = ({ grid }: Design): Exact => exact(grid.width);
