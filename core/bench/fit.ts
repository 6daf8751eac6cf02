import { type Across, exact, fit, fromJsonNumber, grids, toNumber } from "../src/index";
import { randomDesign, widthOf } from "../test/fit/designs";
import { seeded } from "../test/random";
import { demoLayouts } from "../test/demo-layouts";
import { time } from "./time";

const random = seeded("fit bench");
const layout = demoLayouts.find(({ areas }) => areas.length > 0);
if (!layout) throw new Error("the demo has areas");
const boxes = Array.from({ length: 5000 }, (_, index) => ({
  name: `Box ${index}`,
  x: fromJsonNumber(random.integer(0, 120_000) / 100),
  y: fromJsonNumber(random.integer(0, 900_000) / 100),
  width: fromJsonNumber(random.integer(1, 40_000) / 100),
  height: fromJsonNumber(random.integer(1, 40_000) / 100),
  area: null,
}));
const list = { width: exact(1280), height: null, boxes };
process.stdout.write(`5,000 boxes against a spec: ${time(() => fit(layout, list), 10).toFixed(1)} ms (aim: under 50)\n`);

const designs = Array.from({ length: 10 }, () => randomDesign(random, true, 200));
process.stdout.write(
  `Which grid, from 200 boxes: ${(time(() => designs.forEach((design) => grids(widthOf(design), design.boxes)), 2) / designs.length).toFixed(0)} ms (aim: under 150)\n`,
);

/** Tries all counts, margins and gutters in whole px, the simplest way. */
const plainSearch = (width: number, across: readonly Across[]): number => {
  let best = 0;
  const edges = across.map(({ left, right }) => [left ? toNumber(left) : 0, right ? toNumber(right) : width] as const);
  for (let count = 1; count <= 24; count += 1)
    for (let margin = 0; margin <= width / 3; margin += 1)
      for (let gutter = 0; gutter <= width / 3; gutter += 1) {
        const column = (width - 2 * margin - (count - 1) * gutter) / count;
        if (column <= 0 || column + gutter < 16) continue;
        let explained = 0;
        for (const [left, right] of edges) {
          const near = (at: number, first: number): boolean => {
            const index = Math.max(0, Math.min(count - 1, Math.round((at - first) / (column + gutter))));
            return Math.abs(at - first - index * (column + gutter)) <= 1;
          };
          explained += Number(near(left, margin)) + Number(near(right, margin + column));
        }
        best = Math.max(best, explained);
      }
  return best;
};
const small = randomDesign(seeded("small"), false, 12, 4);
const ours = time(() => grids(widthOf(small), small.boxes), 5);
const plain = time(() => plainSearch(toNumber(widthOf(small)), small.boxes), 1);
process.stdout.write(
  `Which grid, 12 boxes at ${toNumber(widthOf(small))}: ${ours.toFixed(1)} ms; every count, margin and gutter in whole px tried ${plain.toFixed(0)} ms, ${(plain / ours).toFixed(0)} times as long\n`,
);
