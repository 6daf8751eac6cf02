import { exact, type SetSearch, wholePixelSets } from "../src/index";

/** The whole of what a designer might ask: columns 1–24, gutters 0–64, margins 0–400, in steps of 1, at 1440. */
const search: SetSearch = {
  width: exact(1440),
  outer: { margin: { from: exact(0), to: exact(400), step: exact(1) } },
  columns: Array.from({ length: 24 }, (_, index) => index + 1),
  gutter: { from: exact(0), to: exact(64), step: exact(1) },
  edgeGutters: "none",
  leastColumn: exact(1),
  limit: 1_000_000,
};

/** The plain triple loop over the same numbers, in doubles and with nothing kept but the count: as fast as trying can be. */
const plainLoop = (): number => {
  let found = 0;
  for (let n = 1; n <= 24; n += 1)
    for (let g = 0; g <= 64; g += 1)
      for (let m = 0; m <= 400; m += 1) {
        const column = (1440 - 2 * m - (n - 1) * g) / n;
        if (column >= 1 && Number.isInteger(column)) found += 1;
      }
  return found;
};

const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;
const time = (work: () => void, runs: number): number => {
  for (let run = 0; run < 10; run += 1) work();
  return median(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
};

const all = wholePixelSets(search);
if (!all.ok || all.total !== plainLoop()) throw new Error("the walk and the loop disagree");
const counting = time(() => wholePixelSets({ ...search, limit: 1 }), 50);
const listing = time(() => wholePixelSets(search), 20);
const loop = time(plainLoop, 20);
process.stdout.write(
  `Whole-pixel sets, ${24 * 65 * 401} combinations, ${all.total} close: counting ${counting.toFixed(2)} ms, listing ${listing.toFixed(1)} ms, plain loop ${loop.toFixed(1)} ms (counting ${(loop / counting).toFixed(0)} times faster, listing ${(loop / listing).toFixed(1)} times)\n`,
);
