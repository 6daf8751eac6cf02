import { check, exact, type Layout, layoutFromColumns, newBreakpoint, resolve } from "../src/index";
import { time } from "./time";

/**
 * Eight breakpoints of 12 columns with rows and a baseline. With `clean` every check passes; otherwise columns, spans
 * and gutters are off everywhere.
 */
const eight = (clean: boolean): Layout => ({
  ...layoutFromColumns("Bench", 1440, 12),
  breakpoints: Array.from({ length: 8 }, (_, index) => ({
    ...newBreakpoint({
      id: `b${index}`,
      name: `B${index}`,
      from: 320 + index * 240,
      width: clean ? 344 + index * 240 : 330 + index * 240,
      height: 800,
      count: clean ? 4 : 12,
      gutter: clean ? "16px" : "3px",
      margin: clean ? "16px" : "17px",
    }),
    rows: { kind: "repeating" as const, height: "8px", gutter: "8px", offset: "0px" },
    baseline: { step: "8px", offset: "0px", emphasis: 4 },
  })),
});

for (const [name, layout] of [
  ["every check holds", eight(true)],
  ["everything is off", eight(false)],
] as const) {
  const widths = layout.breakpoints.map(({ drawnAt }) => exact(drawnAt.width));
  const resolving = time(() => {
    for (const width of widths) resolve(layout, { width });
  }, 300);
  const checking = time(() => {
    check(layout);
  }, 300);
  const findings = check(layout).findings.length;
  process.stdout.write(
    `8 breakpoints, ${name} (${findings} findings): resolve ${resolving.toFixed(3)} ms, check ${checking.toFixed(3)} ms, together ${(resolving + checking).toFixed(3)} ms (aim: under 1)\n`,
  );
}
