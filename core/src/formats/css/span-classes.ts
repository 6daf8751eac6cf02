import type { BreakpointRange } from "../../grid/breakpoint-at";

/** Rules of one breakpoint for spans and shifts; `from` is null for the lowest, which is outside any query. */
const rules = (range: BreakpointRange, most: number, lowest: boolean): readonly string[] => {
  const { id, columns } = range.breakpoint;
  const within = (k: number): number => Math.min(k, columns.count);
  const upTo = (count: number): readonly number[] => Array.from({ length: count }, (_, index) => index + 1);
  const indent = lowest ? "" : "  ";
  const span = (name: string, k: number): string => `${indent}.layout-${name}${k} { grid-column-end: span ${within(k)}; }`;
  const shift = (name: string, k: number): string =>
    `${indent}.layout-${name}${k} { grid-column-start: ${Math.min(k, columns.count - 1) + 1}; }`;
  return [
    // A span of more columns than there are is one of all of them.
    ...upTo(most).map((k) => span("span-", k)),
    ...upTo(most - 1).map((k) => shift("shift-", k)),
    ...upTo(columns.count).map((k) => span(`${id}-span-`, k)),
    ...upTo(columns.count - 1).map((k) => shift(`${id}-shift-`, k)),
  ];
};

/**
 * Classes that say how many columns an element takes and how many it leaves free before it: `.layout-span-4` at every
 * width, `.layout-desk-span-4` from the breakpoint desk on.
 */
export const spanClasses = (ranges: readonly BreakpointRange[], condition: (range: BreakpointRange) => string): readonly string[] => {
  const most = Math.max(...ranges.map(({ breakpoint }) => breakpoint.columns.count));
  return ranges.map((range, index) => {
    const inside = rules(range, most, index === 0).join("\n");
    return index === 0 ? inside : `${condition(range)} {\n${inside}\n}`;
  });
};
