import { name, words } from "../../words/words";
import type { AreaGeometry } from "../../grid/areas";
import { placeFix, placementPath } from "../areas";
import { rangeText } from "../../layout/place-text";
import type { Checked, CheckedBreakpoint, FactsOf, Fix, Found, Rule } from "../types";

const nearest = (value: number, least: number, most: number): number => Math.max(least, Math.min(most, value));

/** Moved into the columns, keeping as many columns as fit; rows start at 1. */
const moved = (checked: Checked, at: CheckedBreakpoint, one: AreaGeometry): readonly Fix[] => {
  const { column, span, row, rowSpan = 1 } = one.placement;
  const fits = Math.min(span, one.on.count);
  const first = nearest(column, 1, one.on.count - fits + 1);
  const most = rowsAround(checked, at, one);
  const tall = most === null ? rowSpan : Math.min(rowSpan, most);
  const top = row === undefined ? undefined : nearest(row, 1, most === null ? Infinity : most - tall + 1);
  const place = `columns ${rangeText(first, fits)}${top === undefined || top === row ? "" : `, row ${top}`}`;
  return [
    placeFix(
      checked,
      at,
      one,
      { term: "area", area: one.area.name, place },
      {
        column: first,
        span: fits,
        ...(top === undefined ? {} : { row: top }),
        ...(one.placement.rowSpan === undefined || tall === rowSpan ? {} : { rowSpan: tall }),
      },
    ),
  ];
};

/** The number of rows in the containing area; null if rows repeat without end, or are bands. */
const rowsAround = (_: Checked, at: CheckedBreakpoint, one: AreaGeometry): number | null => {
  if (one.area.within === undefined || one.on.kind !== "same" || one.on.rows === null) return null;
  return at.areas().find(({ area }) => area.id === one.area.within)?.rowSpan ?? null;
};

const fault = (checked: Checked, at: CheckedBreakpoint, one: AreaGeometry): FactsOf["areas-inside"]["fault"] | null => {
  const { column, span } = one.placement;
  if (column < 1 || column + span - 1 > one.on.count) return "columns";
  const most = rowsAround(checked, at, one);
  return one.row < 1 || (most !== null && one.row + one.rowSpan - 1 > most) ? "rows" : null;
};

/** Every area is inside columns 1 to n of its grid, and is only shown where its containing area is shown. */
export const areasInside: Rule<"areas-inside"> = {
  id: "areas-inside",
  level: "problem",
  source: "CSS Grid Layout Module Level 2, placement",
  matters: "The browser adds columns or rows for it, and the page gets larger than the spec says.",
  checks: "An area’s columns and rows are columns and rows of the grid it stands on, and an area inside another is shown only with it.",
  accept: null,
  mends: null,
  says: (facts, where) => {
    const { name: area, within } = facts;
    if (facts.fault === "not-shown")
      return {
        title: words`${name(facts.name)} is shown without the area around it`,
        message: words`${name(area)} is inside ${name(within ?? "")}, which is not shown at ${name(where)}.`,
        sum: [],
      };
    const { from, many, of } = facts;
    const what = facts.fault;
    return {
      title: words`${name(area)} is outside its grid`,
      message: words`${name(area)} takes ${what} ${rangeText(from, many)}; ${within === null ? name(where) : name(within)} has ${of === null ? words`none below 1` : words`${of}`}.`,
      sum: of === null ? words`${from} < 1` : from < 1 ? words`${from} < 1` : words`${from + many - 1} > ${of}`,
    };
  },
  find: (checked) =>
    checked.breakpoints.flatMap((at): readonly Found<"areas-inside">[] => {
      const { id } = at.breakpoint;
      const shown = at.areas();
      const ids = new Set(shown.map(({ area }) => area.id));
      const nameOf = (outer: string | undefined): string | null => checked.layout.areas.find((one) => one.id === outer)?.name ?? null;
      const outside = shown.flatMap((one): Found<"areas-inside">[] => {
        const what = fault(checked, at, one);
        if (what === null) return [];
        const { placement, row, rowSpan, on, area } = one;
        return [
          {
            breakpoint: id,
            path: placementPath(checked, at, area.id),
            facts: {
              fault: what,
              name: area.name,
              within: nameOf(area.within),
              from: what === "columns" ? placement.column : row,
              many: what === "columns" ? placement.span : rowSpan,
              of: what === "columns" ? on.count : rowsAround(checked, at, one),
            },
            fixes: moved(checked, at, one),
          },
        ];
      });
      const alone = checked.layout.areas
        .filter((area) => Object.hasOwn(area.placements, id) && !ids.has(area.id))
        .map((area): Found<"areas-inside"> => ({
          breakpoint: id,
          path: placementPath(checked, at, area.id),
          facts: { fault: "not-shown", name: area.name, within: nameOf(area.within), from: 0, many: 0, of: null },
          fixes: [{ term: "area-hidden", area: area.name, patch: [{ op: "remove", path: placementPath(checked, at, area.id) }] }],
        }));
      return [...outside, ...alone];
    }),
};
