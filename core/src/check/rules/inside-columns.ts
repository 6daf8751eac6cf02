import { absolute, compare, exact, type Exact, isWhole, sign, subtract, toNumber } from "../../exact/exact";
import { pxText } from "../../exact/length";
import { name, words } from "../../words/words";
import { columnTerms } from "../../grid/columns";
import { ownColumns } from "../../grid/areas";
import type { Inside } from "../../layout/schema";
import { placeFix, placementPath } from "../areas";
import { columnSum } from "../sums";
import type { Fix, Found, Rule } from "../types";

type Own = Extract<Inside, { kind: "own" }>;

/** How far from today's value a gutter or margin is searched, px. */
const reach = 32;

/** Whole px around today's value, nearest first. */
const nearby = (today: Exact): readonly Exact[] =>
  Array.from({ length: 2 * reach + 1 }, (_, index) => exact(index - reach + Math.round(toNumber(today))))
    .filter((value) => sign(value) >= 0)
    .sort((a, b) => compare(absolute(subtract(a, today)), absolute(subtract(b, today))));

/** Columns of a grid inside an area are whole at the drawn-at width. It is a problem if there is no room for one. */
export const insideColumns: Rule<"inside-columns"> = {
  id: "inside-columns",
  level: "caution",
  source: "common practice",
  matters: "Browsers round each edge, so equal cards can differ by a pixel.",
  checks: "Columns that an area has inside it are whole pixels at the drawn width.",
  accept: "When nothing of equal width stands side by side in the area.",
  mends: null,
  says: ({ name: area, terms }) => ({
    title:
      sign(terms.column) <= 0 ? words`No room for columns inside ${name(area)}` : words`Columns inside ${name(area)} are not whole pixels`,
    message:
      terms.count === 1
        ? words`Its one column comes to ${terms.column} in ${terms.width}.`
        : words`Its ${terms.count} columns come to ${terms.column} each in ${terms.width}.`,
    sum: columnSum(terms),
  }),
  find: (checked) =>
    checked.breakpoints.flatMap((at) =>
      at.areas().flatMap((one): Found<"inside-columns">[] => {
        const { inside } = one.placement;
        if (inside?.kind !== "own") return [];
        const context = { width: one.width, rootFontSize: checked.rootFontSize };
        const termsOf = (own: Own) => columnTerms(ownColumns(own), context);
        const terms = termsOf(inside);
        if (isWhole(terms.column) && sign(terms.column) > 0) return [];
        const whole = (own: Own): boolean => {
          const { column } = termsOf(own);
          return isWhole(column) && sign(column) > 0;
        };
        const fixed = (term: "inside-gutter" | "inside-margin" | "inside-columns", to: string, own: Own): Fix =>
          placeFix(checked, at, one, { term, area: one.area.name, to }, { inside: own });
        const gutters = terms.count === 1 ? [] : nearby(terms.gutter).flatMap((value) => pxText(value) ?? []);
        const gutter = gutters.find((text) => whole({ ...inside, gutter: text }));
        const margins = nearby(terms.margin.start).flatMap((value) => pxText(value) ?? []);
        const margin = margins.find((text) => whole({ ...inside, margin: { start: text, end: text } }));
        const fewer = Array.from({ length: terms.count - 1 }, (_, index) => terms.count - 1 - index);
        const count = fewer.find((many) => whole({ ...inside, count: many }));
        return [
          {
            breakpoint: at.breakpoint.id,
            path: placementPath(checked, at, one.area.id, "inside"),
            ...(sign(terms.column) <= 0 ? { level: "problem" as const } : {}),
            facts: { name: one.area.name, terms },
            fixes: [
              ...(gutter === undefined ? [] : [fixed("inside-gutter", gutter, { ...inside, gutter })]),
              ...(margin === undefined ? [] : [fixed("inside-margin", margin, { ...inside, margin: { start: margin, end: margin } })]),
              ...(count === undefined ? [] : [fixed("inside-columns", String(count), { ...inside, count })]),
            ],
          },
        ];
      }),
    ),
};
