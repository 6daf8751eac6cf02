import { layoutFromColumns, newBreakpoint, sweep, type Layout } from "../src/index";
import { time } from "./time";

/** Eight breakpoints: fluid ones, a capped and a fixed container, a gutter in fr and margins in %. */
const layout: Layout = {
  ...layoutFromColumns("Bench", 1440, 12),
  leastColumn: "40px",
  breakpoints: Array.from({ length: 8 }, (_, index) => {
    const one = newBreakpoint({
      id: `b${index}`,
      name: `B${index}`,
      from: 320 + index * 240,
      width: 344 + index * 240,
      height: 800,
      count: 4 + 2 * Math.min(4, index),
      gutter: index === 3 ? "0.25fr" : "24px",
      margin: index === 4 ? "5%" : "32px",
    });
    if (index === 5)
      return { ...one, columns: { ...one.columns, container: { kind: "capped" as const, max: "1500px", align: "center" as const } } };
    if (index === 6)
      return { ...one, columns: { ...one.columns, container: { kind: "fixed" as const, width: "1600px", align: "start" as const } } };
    return one;
  }),
};

const ms = time(() => sweep(layout), 200);
process.stdout.write(`Sweep of 240–2560 over 8 breakpoints, clean widths at four densities: ${ms.toFixed(2)} ms (aim: under 2)\n`);
