import { layoutFromColumns, newBreakpoint, repair, type Layout } from "../src/index";
import { time } from "./time";

/** Six breakpoints, each with columns, spans and lengths off, two of them out of order. */
const layout: Layout = {
  ...layoutFromColumns("Bench", 1440, 12),
  breakpoints: [360, 600, 768, 1024, 1280, 1600].map((width, index) =>
    newBreakpoint({
      id: `b${index}`,
      name: `B${index}`,
      from: [320, 480, 700, 960, 1200, 1440][index] ?? 320,
      width: index === 3 ? 1200 : width,
      height: 800,
      count: [4, 6, 8, 12, 12, 16][index] ?? 4,
      gutter: ["15px", "17px", "18px", "20px", "22px", "30px"][index] ?? "16px",
      margin: ["17px", "22px", "30px", "43px", "61px", "77px"][index] ?? "16px",
    }),
  ),
};

const repaired = repair(layout);
if (!repaired.ok) throw new Error("not repaired");
const free = time(() => repair(layout), 15);
const held = time(
  () =>
    repair(layout, [
      { breakpoint: "b4", cell: "gutter" },
      { breakpoint: "b3", cell: "columns" },
    ]),
  15,
);
const stuck = ["columns", "gutter", "margin"].map((cell) => ({ breakpoint: "b5", cell: cell as "columns" }));
const refused = time(() => repair(layout, stuck), 5);
process.stdout.write(
  `Repair of 6 breakpoints: ${free.toFixed(0)} ms, with two numbers held ${held.toFixed(0)} ms, with holds that leave no way ${refused.toFixed(0)} ms (aims: under 50 and 80)\n`,
);
