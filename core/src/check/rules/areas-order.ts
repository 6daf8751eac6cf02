import { name, words } from "../../words/words";
import { firstReaching, seenBefore } from "../../grid/white-space";
import { areaPath, eachBreakpoint } from "../areas";
import type { AreaGeometry } from "../../grid/areas";
import type { Checked, CheckedBreakpoint, Fix, Rule } from "../types";

/** Puts one area before another in the document, which is the order they are read in. */
const before = (checked: Checked, moved: string, target: string): Fix => {
  const { areas } = checked.layout;
  const area = areas.find(({ id }) => id === moved);
  const index = areas.filter(({ id }) => id !== moved).findIndex(({ id }) => id === target);
  const other = areas.find(({ id }) => id === target);
  return {
    term: "area-before",
    area: area?.name ?? moved,
    other: other?.name ?? target,
    patch: [
      { op: "remove", path: areaPath(checked, moved) },
      { op: "add", path: `/areas/${index}`, value: area },
    ],
  };
};

/**
 * The visual order of areas, top to bottom and then start to end, is their reading order. Of two in one row, the one
 * nearer to the start comes first.
 */
export const areasOrder: Rule<"areas-order"> = {
  id: "areas-order",
  level: "caution",
  source: "WCAG 2.2 SC 1.3.2 Meaningful Sequence; CSS Grid Layout Module Level 2, reordering and accessibility",
  matters: "Screen readers and the Tab key follow the reading order, not what is seen.",
  checks: "Areas are read in the order in which they are seen: top to bottom, then in reading direction.",
  accept: "When the order was chosen for screen readers and still makes sense without the layout.",
  mends: null,
  says: ({ first, second, firstPlace, place }) => ({
    title: words`Reading order differs from what is seen`,
    message: words`${name(second)} is read after ${name(first)}, as number ${place}, but is seen before it.`,
    sum: words`${place} is seen before ${firstPlace}`,
  }),
  find: (checked) =>
    eachBreakpoint(checked, "areas-order", swapped).map(({ breakpoint, first, second, ...places }) => ({
      breakpoint,
      path: areaPath(checked, second.id),
      facts: { first: first.name, second: second.name, ...places },
      // Depends on the area at all breakpoints, so it cannot use what is remembered about one.
      fixes: [before(checked, second.id, first.id)],
    })),
};

/** The first area that is seen before one that is read earlier, with that one; none if both orders agree. */
const swapped = (at: CheckedBreakpoint) => {
  const areas = at.areas();
  const reaching = firstReaching(areas);
  for (const [index, second] of areas.entries()) {
    const first = areas.slice(reaching(second.row), index).find((one) => one.area.within === second.area.within && seenBefore(second, one));
    if (!first) continue;
    const named = ({ id, name: called }: AreaGeometry["area"]) => ({ id, name: called });
    return [
      {
        breakpoint: at.breakpoint.id,
        first: named(first.area),
        second: named(second.area),
        firstPlace: areas.indexOf(first) + 1,
        place: index + 1,
      },
    ];
  }
  return [];
};
