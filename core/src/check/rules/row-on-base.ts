import { joined, words } from "../../words/words";
import { baseSum, baseStanding } from "../sums";
import { px } from "../../exact/length";
import { compare, divide, exact, type Exact, zero } from "../../exact/exact";
import { at, nearestMultiple, nearestMultiples, rowFix, together } from "../fixes";
import type { NearestLength } from "../mending";
import { onBase } from "../on-base";
import type { Rule } from "../types";

/** Declared row height and row gutter are multiples of the base unit; half a unit is a note. */
export const rowOnBase: Rule<"row-on-base"> = {
  id: "row-on-base",
  level: "caution",
  source: "common practice",
  matters: "Spacing inside components is in base units, so their edges miss the rows.",
  checks: "Row height and row gutter are whole numbers of base units. A half unit is only a note.",
  accept: "When rows divide a given height, for example that of a wall screen.",
  mends: {
    cells: ["rows", "row-gutter"],
    lengths: ({ rows }, base, context) => {
      if (!rows) return [];
      const half = divide(base, exact(2));
      const gutter = px(rows.gutter, context);
      // A gutter may become 0; a height may not.
      const isNearNone = compare(gutter, divide(half, exact(2))) < 0;
      const lengths: NearestLength[] = [{ cell: "row-gutter", length: gutter, nearest: isNearNone ? zero : nearestMultiple(gutter, half) }];
      if (rows.kind === "repeating") {
        const height = px(rows.height, context);
        lengths.unshift({ cell: "rows", length: height, nearest: nearestMultiple(height, half) });
      }
      return lengths.filter(({ length }) => onBase(length, base) === "off");
    },
  },
  says: ({ lengths, base }) => ({
    title: words`${lengths.length > 1 ? "Rows are" : lengths[0]?.what === "gutter" ? "Row gutter is" : "Row height is"} ${
      lengths.some(({ length }) => baseStanding(length, base) === "off the base unit") ? "off the base unit" : "on a half unit"
    }`,
    message: joined(
      lengths.map(({ what, length }) => words`The row ${what} is ${length}.`),
      " ",
    ),
    sum: joined(
      lengths.map(({ length }) => baseSum(length, base)),
      "; ",
    ),
  }),
  find: ({ breakpoints, base, rootFontSize }) =>
    breakpoints.flatMap((checked) => {
      const { rows } = checked.breakpoint;
      if (!rows) return [];
      const context = { width: checked.terms.width, rootFontSize };
      const lengths: readonly { what: "height" | "gutter"; length: Exact }[] = [
        ...(rows.kind === "repeating" ? [{ what: "height" as const, length: px(rows.height, context) }] : []),
        { what: "gutter", length: px(rows.gutter, context) },
      ];
      const off = lengths.filter(({ length }) => onBase(length, base) !== "on");
      const [first] = off;
      if (!first) return [];
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, `rows/${first.what}`),
          facts: { lengths: off, base },
          fixes:
            off.length === 1
              ? nearestMultiples(first.length, base).flatMap((value) => rowFix(checked, first.what, value))
              : together(
                  "rows",
                  off.flatMap(({ what, length }) => rowFix(checked, what, nearestMultiple(length, base))),
                ),
          level: off.every(({ length }) => onBase(length, base) === "half") ? ("note" as const) : ("caution" as const),
        },
      ];
    }),
};
