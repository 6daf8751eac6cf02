import { exact, type SetSearch, wholePixelSets } from "../src/index";
import { time } from "./time";

/** The widest search a designer might ask for: columns 1–24, gutters 0–64, margins 0–400, in steps of 1, at 1440. */
const search: SetSearch = {
  width: exact(1440),
  outer: { margin: { from: exact(0), to: exact(400), step: exact(1) } },
  columns: Array.from({ length: 24 }, (_, index) => index + 1),
  gutter: { from: exact(0), to: exact(64), step: exact(1) },
  edgeGutters: "none",
  leastColumn: exact(1),
  limit: 1_000_000,
};

/** The plain triple loop over the same numbers, in doubles, keeping only the count: the fastest way to try them all. */
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

/** The same loop keeping each set as an object, as `setAt` returns them but in doubles. */
const plainList = (): number => {
  const found: { columns: number; column: number; gutter: number; margin: number; container: number }[] = [];
  for (let n = 1; n <= 24; n += 1)
    for (let g = 0; g <= 64; g += 1)
      for (let m = 0; m <= 400; m += 1) {
        const container = 1440 - 2 * m;
        const column = (container - (n - 1) * g) / n;
        if (column >= 1 && Number.isInteger(column)) found.push({ columns: n, column, gutter: g, margin: m, container });
      }
  return found.length;
};

const all = wholePixelSets(search);
if (!all.ok || all.total !== plainLoop()) throw new Error("the walk and the loop disagree");

/** Only writing the answers into their places, without computing anything. */
const answers = all.list;
const walking = (): number => {
  const columns = new Uint8Array(answers.length);
  const column = new Float64Array(answers.length);
  const gutter = new Float64Array(answers.length);
  const margin = new Float64Array(answers.length);
  for (let i = 0; i < answers.length; i += 1) {
    columns[i] = answers.columns[i] ?? 0;
    column[i] = answers.column[i] ?? 0;
    gutter[i] = answers.gutter[i] ?? 0;
    margin[i] = answers.margin[i] ?? 0;
  }
  return columns.length + column.length + gutter.length + margin.length;
};
const listing = time(() => wholePixelSets(search), 100);
const counting = time(() => wholePixelSets({ ...search, limit: 0 }), 100);
const loop = time(plainLoop, 40);
const loopList = time(plainList, 40);
const walked = time(walking, 100);
process.stdout.write(
  `Whole-pixel sets, ${24 * 65 * 401} combinations, ${all.total} close. Listed in ${listing.toFixed(2)} ms: ${(loopList / listing).toFixed(1)} times faster than the plain triple loop that lists (aim: 20), ${(listing / walked).toFixed(2)} times as long as only walking the answers (aim: within 1.2). Counted in ${counting.toFixed(2)} ms: ${(loop / counting).toFixed(1)} times faster than the plain triple loop that counts\n`,
);
