import { joined, words } from "../../words/words";
import { add, compare, type Exact, exact, fromJsonNumber, isZero, larger, modulo, multiply, sign, subtract, zero } from "../../exact/exact";
import { limits } from "../../layout/limits";
import { resolveBaseline, rowTerms, type RowTerms } from "../../grid/rows";
import { at, heightFix } from "../fixes";
import type { Rule } from "../types";

/** How much of a row is visible above the sheet's bottom edge, if one is cut off. */
const cutRow = (terms: RowTerms, sheet: Exact): Exact | null => {
  const pitch = add(terms.height, terms.gutter);
  if (sign(pitch) <= 0) return null;
  const offset = terms.kind === "repeating" ? terms.offset : terms.margin.start;
  const room = subtract(sheet, offset);
  if (sign(room) <= 0) return null;
  if (terms.kind === "dividing" && compare(room, multiply(pitch, exact(terms.count))) >= 0) return null;
  const seen = modulo(room, pitch);
  return sign(seen) > 0 && compare(seen, terms.height) < 0 ? seen : null;
};

/** How many lines on each side are tried for one that also leaves no part of a row. */
const tried = 64;

/** The drawn-at height leaves no part row and no part line at the bottom. */
export const heightRemainder: Rule<"height-remainder"> = {
  id: "height-remainder",
  level: "note",
  source: "common practice",
  matters: "The bottom of the page does not end on the grid.",
  checks: "Rows or baseline lines fill the drawn height with nothing left over.",
  accept: "On every page that scrolls: its height is whatever the content needs.",
  mends: null,
  says: ({ height, row, line }) => ({
    title: row ? words`The last row is cut off` : words`Part of a line is left over`,
    message: joined(
      [
        ...(row ? [words`At ${height}, the last row shows ${row.seen} of its ${row.height}.`] : []),
        ...(line ? [words`${line.remainder} is left below the last line of ${line.step}.`] : []),
      ],
      " ",
    ),
    sum: line
      ? words`${height} − ${subtract(height, line.remainder)} = ${line.remainder}`
      : row
        ? words`${row.height} − ${row.seen} = ${subtract(row.height, row.seen)} cut`
        : [],
  }),
  find: ({ breakpoints, rootFontSize }) =>
    breakpoints.flatMap((checked) => {
      const { rows, baseline, drawnAt } = checked.breakpoint;
      const height = fromJsonNumber(drawnAt.height);
      const context = { width: checked.terms.width, rootFontSize };
      const terms = rows && rowTerms(rows, height, context);
      const seen = terms && cutRow(terms, height);
      const lines = baseline && resolveBaseline(baseline, height, context);
      const part = lines && !isZero(lines.remainder) ? { remainder: lines.remainder, step: lines.step } : null;
      if (!seen && !part) return [];
      const fits = (sheet: Exact): boolean => !rows || cutRow(rowTerms(rows, sheet, context), sheet) === null;
      const heights: Exact[] = [];
      if (lines) {
        for (const way of [-1, 1])
          for (let k = way < 0 ? 0 : 1; k <= tried; k += 1) {
            const sheet = add(lines.offset, multiply(exact(lines.lines + way * k), lines.step));
            if (sign(sheet) <= 0 || !fits(sheet)) continue;
            heights.push(sheet);
            break;
          }
      } else if (terms && seen) {
        const above = subtract(height, seen);
        heights.push(...[above, add(above, terms.height)].filter((sheet) => fits(sheet)));
      }
      const most = exact(limits.size);
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "drawnAt/height"),
          facts: { height, row: terms && seen ? { seen, height: larger(zero, terms.height) } : null, line: part },
          fixes: heights
            .filter((sheet) => compare(sheet, exact(1)) >= 0 && compare(sheet, most) <= 0)
            .flatMap((sheet) => heightFix(checked, sheet)),
        },
      ];
    }),
};
