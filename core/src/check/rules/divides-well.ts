import { limits } from "../../layout/limits";
import { at, countFix } from "../fixes";
import type { Rule } from "../types";

/** Common practice: halves, and thirds or quarters, can be made of the columns; one to three columns are left as they are. */
export const dividesWellCount = (count: number): boolean => count <= 3 || (count % 2 === 0 && (count % 3 === 0 || count % 4 === 0));

/** The number of columns divides by 2 and by 3 or 4 (4, 6, 8, 12, 16; not 5, 10, 14), or is 1 to 3. */
export const dividesWell: Rule<"divides-well"> = {
  id: "divides-well",
  level: "note",
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
