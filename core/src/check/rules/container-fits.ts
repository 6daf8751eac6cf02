import { words, name } from "../../words/words";
import { add, ceiling, compare, fromJsonNumber, subtract } from "../../exact/exact";
import { at, capFix, containerFix, fromFix, sizeNumber } from "../fixes";
import type { Rule } from "../types";

/** A fixed container and its declared margins fit at every width of the breakpoint. */
export const containerFits: Rule<"container-fits"> = {
  id: "container-fits",
  level: "problem",
  source: "the sum of arithmetic.md, section 1",
  matters: "The page scrolls sideways at these widths.",
  checks: "A container of fixed width fits between its margins, from the narrowest width of the breakpoint on.",
  accept: null,
  mends: {
    cells: ["from", "drawn-at", "columns", "gutter", "margin", "container"],
    columns: ({ kind, first }) => {
      if (kind !== "fixed") return true;
      const { width, margins, container } = first();
      return container <= width - margins;
    },
  },
  says: ({ width, container, margins, room }, where) => ({
    title: words`The container does not fit`,
    message: words`${name(where)} starts at ${width}, where its margins leave ${room}; the container is ${container}.`,
    sum: words`${width} − ${margins} = ${room} < ${container}`,
  }),
  find: ({ breakpoints }) =>
    breakpoints.flatMap((checked) => {
      if (checked.breakpoint.columns.container.kind !== "fixed") return [];
      const terms = checked.at(fromJsonNumber(checked.from));
      const margins = add(terms.declaredMargin.start, terms.declaredMargin.end);
      const room = subtract(terms.width, margins);
      const container = terms.container.width;
      if (compare(container, room) <= 0) return [];
      const firstFit = sizeNumber(ceiling(add(container, margins)));
      const canRise = firstFit <= checked.breakpoint.drawnAt.width && (checked.until === null || firstFit < checked.until);
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns/container/width"),
          facts: { width: terms.width, container, margins, room },
          fixes: [...containerFix(checked, room), ...capFix(checked), ...(canRise ? fromFix(checked, firstFit) : [])],
        },
      ];
    }),
};
