import { name, words } from "../../words/words";
import { seenBefore } from "../../grid/white-space";
import { areaPath } from "../areas";
import type { Checked, Fix, Found, Rule } from "../types";

/** Puts one area before another in the document, which is the order they are read in. */
const before = (checked: Checked, moved: string, target: string): Fix => {
  const { areas } = checked.layout;
  const area = areas.find(({ id }) => id === moved);
  const index = areas.filter(({ id }) => id !== moved).findIndex(({ id }) => id === target);
  const other = areas.find(({ id }) => id === target);
  return {
    term: "area-before",
    to: other?.name ?? target,
    area: area?.name ?? moved,
    patch: [
      { op: "remove", path: areaPath(checked, moved) },
      { op: "add", path: `/areas/${index}`, value: area },
    ],
  };
};

/**
 * Areas of one grid are seen, top to bottom and then start to end, in the order they are read in; of two that share a row
 * the one further to the start is seen first.
 */
export const areasOrder: Rule<"areas-order"> = {
  id: "areas-order",
  level: "caution",
  source: "WCAG 2.2 SC 1.3.2 Meaningful Sequence; CSS Grid Layout Module Level 2, reordering and accessibility",
  mends: null,
  says: ({ first, second, firstPlace, place }) => ({
    title: words`Read in another order than seen`,
    message: words`${name(second)} is read after ${name(first)}, as number ${place}, and seen before it.`,
    sum: words`${place} is seen before ${firstPlace}`,
  }),
  find: (checked) =>
    checked.breakpoints.flatMap((at) => {
      const areas = at.areas();
      for (const [index, second] of areas.entries()) {
        const first = areas.find((one, place) => place < index && one.area.within === second.area.within && seenBefore(second, one));
        if (!first) continue;
        const found: Found<"areas-order"> = {
          breakpoint: at.breakpoint.id,
          path: areaPath(checked, second.area.id),
          facts: { first: first.area.name, second: second.area.name, firstPlace: areas.indexOf(first) + 1, place: index + 1 },
          fixes: [before(checked, second.area.id, first.area.id)],
        };
        return [found];
      }
      return [];
    }),
};
