import Yoga, { Edge, FlexDirection, Gutter } from "yoga-layout";
import { exact, layoutFromColumns, resolve, toNumber } from "../src/index";
import { time } from "./time";

// The same 12 columns at 1440 with margins of 96 and gutters of 24, by core and by yoga-layout: every start and width.

const layout = layoutFromColumns("Bench", 1440, 12);
const widths = Array.from({ length: 64 }, (_, index) => 1200 + index * 12);

const ours = (): number => {
  let sum = 0;
  for (const width of widths) {
    const resolved = resolve(layout, { width: exact(width) });
    if (resolved.ok) for (const column of resolved.value.columns) sum += toNumber(column.start) + toNumber(column.width);
  }
  return sum;
};

const root = Yoga.Node.create();
root.setFlexDirection(FlexDirection.Row);
root.setGap(Gutter.Column, 16);
root.setPadding(Edge.Horizontal, 16);
const children = Array.from({ length: 12 }, (_, index) => {
  const child = Yoga.Node.create();
  child.setFlexGrow(1);
  child.setFlexBasis(0);
  root.insertChild(child, index);
  return child;
});

const theirs = (): number => {
  let sum = 0;
  for (const width of widths) {
    root.setWidth(width);
    root.calculateLayout(width, 800);
    for (const child of children) {
      const { left, width: wide } = child.getComputedLayout();
      sum += left + wide;
    }
  }
  return sum;
};

const a = time(ours, 200) / widths.length;
const b = time(theirs, 200) / widths.length;
process.stdout.write(
  `Resolve of 12 columns (with spans) ${(a * 1000).toFixed(1)} µs, yoga-layout ${(b * 1000).toFixed(1)} µs: ${(a / b).toFixed(2)} times its time (aim: not over 0.15)\n`,
);
root.freeRecursive();
