import { name, words } from "../../words/words";
import { firstReaching, shareCell } from "../../grid/white-space";
import { eachBreakpoint, flowFix, placeFix, placementPath } from "../areas";
import { rangeText } from "../../layout/place-text";
import type { Found, Rule } from "../types";

/** No two areas of one grid share a cell unless one is marked as lying over the other. */
export const areasApart: Rule<"areas-apart"> = {
  id: "areas-apart",
  level: "problem",
  source: "CSS Grid Layout Module Level 2, placement",
  matters: "One would cover what the other shows.",
  checks: "No two areas cover the same columns and rows, unless one of them is marked as standing over others.",
  accept: null,
  mends: null,
  says: ({ first, second, columns, rows }) => ({
    title: words`${name(first)} and ${name(second)} overlap`,
    message: words`Both take columns ${rangeText(...columns)} in rows ${rangeText(...rows)}. If that is meant, mark one as lying over the other.`,
    sum: words`columns ${rangeText(...columns)}, rows ${rangeText(...rows)}`,
  }),
  find: (checked) =>
    eachBreakpoint(checked, "areas-apart", (at) => {
      const areas = at.areas();
      const reaching = firstReaching(areas);
      return areas.flatMap((second, index) => {
        const first = areas
          .slice(reaching(second.row), index)
          .find((one) => shareCell(one, second) && !one.placement.over && !second.placement.over);
        if (!first) return [];
        const left = Math.max(first.placement.column, second.placement.column);
        const right = Math.min(first.placement.column + first.placement.span, second.placement.column + second.placement.span);
        const top = Math.max(first.row, second.row);
        const bottom = Math.min(first.row + first.rowSpan, second.row + second.rowSpan);
        const below = first.row + first.rowSpan;
        const found: Found<"areas-apart"> = {
          breakpoint: at.breakpoint.id,
          path: placementPath(checked, at, second.area.id),
          facts: { first: first.area.name, second: second.area.name, columns: [left, right - left], rows: [top, bottom - top] },
          fixes: [
            placeFix(checked, at, second, { term: "area", area: second.area.name, place: `row ${below}` }, { row: below }),
            ...flowFix(checked, at, second),
            placeFix(checked, at, second, { term: "area-over", area: second.area.name, other: first.area.name }, { over: true }),
          ],
        };
        return [found];
      });
    }),
};
