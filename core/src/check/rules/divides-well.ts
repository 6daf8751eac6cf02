import { exact } from "../../exact/exact";
import { words } from "../../words/words";
import { limits } from "../../layout/limits";
import { at, countFix } from "../fixes";
import type { Rule } from "../types";

/** Common practice: the columns make halves, and thirds or quarters. One to three columns are always fine. */
const dividesWellCount = (count: number): boolean => count <= 3 || (count % 2 === 0 && (count % 3 === 0 || count % 4 === 0));

/** The number of columns divides by 2 and by 3 or 4 (4, 6, 8, 12, 16; not 5, 10, 14), or is 1 to 3. */
export const dividesWell: Rule<"divides-well"> = {
  id: "divides-well",
  level: "note",
  source: "common practice",
  matters: "Rows of two, three or four equal cards are then not possible.",
  checks: "The number of columns divides by 2 and by 3 or 4, like 4, 6, 8, 12 and 16. One to three columns are fine too.",
  accept: "When the page has one main column of an odd width, and nothing is repeated across it.",
  mends: null,
  says: ({ count }) => ({
    title: words`${count} columns do not divide well`,
    message: words`${count} columns cannot be split into equal ${count % 2 === 0 ? "thirds or quarters" : "halves"}.`,
    sum:
      count % 2 === 0
        ? words`${count} ÷ 3 = ${exact(count, 3)}, ${count} ÷ 4 = ${exact(count, 4)}`
        : words`${count} ÷ 2 = ${exact(count, 2)}`,
  }),
  find: ({ breakpoints }) =>
    breakpoints.flatMap((checked) => {
      const { count } = checked.breakpoint.columns;
      if (dividesWellCount(count)) return [];
      let fewer = count;
      while (!dividesWellCount(fewer)) fewer -= 1;
      let more = count;
      while (more < limits.columns && !dividesWellCount(more)) more += 1;
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns/count"),
          facts: { count },
          fixes: [fewer, ...(dividesWellCount(more) ? [more] : [])].flatMap((next) => countFix(checked, next)),
        },
      ];
    }),
};
