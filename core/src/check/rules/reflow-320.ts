import { words, name } from "../../words/words";
import { columnSum } from "../sums";
import { compare, sign } from "../../exact/exact";
import { reflowPx, reflowWidth } from "../../grid/breakpoint-at";
import { isWideEnough } from "../mending";
import { at, countFix, fromFix, gutterFix, largestCount, largestGutter } from "../fixes";
import type { Found, Rule } from "../types";

/** The lowest breakpoint starts at 320 px or below and its columns fit there (WCAG 2.2, SC 1.4.10 Reflow). */
export const reflow320: Rule<"reflow-320"> = {
  id: "reflow-320",
  level: "problem",
  source: "WCAG 2.2, success criterion 1.4.10 Reflow",
  matters: "320 px is what a 1280 px screen leaves at 400 % zoom: people who zoom would scroll sideways.",
  checks: "The spec says what happens at 320 px, and its columns fit there.",
  accept: null,
  mends: {
    cells: ["from", "drawn-at", "columns", "gutter", "margin", "container"],
    frame: ({ from }, isLowest) => !isLowest || from <= reflowPx,
    columns: (tried) => {
      if (!tried.isLowest) return true;
      const terms = tried.reflow();
      // A container wider than the viewport leaves a margin below 0.
      return isWideEnough(tried, terms) && terms.container <= terms.width;
    },
  },
  says: (facts, where) =>
    facts.fault === "starts-above"
      ? {
          title: words`Nothing is defined for 320 px`,
          message: words`${name(where)} is the first breakpoint and starts at ${facts.from}; content must reflow down to 320 px (WCAG 2.2, 1.4.10).`,
          sum: words`${facts.from} > 320`,
        }
      : {
          title: words`Does not fit at 320 px`,
          message: words`At 320 px, ${name(where)} has columns of ${facts.column}; content must reflow down to 320 px (WCAG 2.2, 1.4.10).`,
          sum: columnSum(facts.terms),
        },
  find: ({ breakpoints, base, leastColumn }) => {
    const lowest = breakpoints[0];
    if (!lowest) return [];
    const found: Found<"reflow-320">[] = [];
    if (lowest.from > reflowPx)
      found.push({
        breakpoint: lowest.breakpoint.id,
        path: at(lowest, "from"),
        facts: { fault: "starts-above", from: lowest.from },
        fixes: fromFix(lowest, reflowPx),
      });
    const terms = lowest.at(reflowWidth);
    const fits =
      sign(terms.column) > 0 && compare(terms.column, leastColumn) >= 0 && sign(terms.margin.start) >= 0 && sign(terms.margin.end) >= 0;
    if (!fits) {
      const gutter = largestGutter(lowest, reflowWidth, leastColumn, base);
      found.push({
        breakpoint: lowest.breakpoint.id,
        path: at(lowest, "columns"),
        facts: { fault: "does-not-fit", column: terms.column, least: leastColumn, terms },
        fixes: [...countFix(lowest, largestCount(lowest, reflowWidth, leastColumn)), ...(gutter ? gutterFix(lowest, gutter) : [])],
      });
    }
    return found;
  },
};
