import { add, compare, equals, type Exact } from "../../exact/exact";
import { toJson } from "../../exact/show";
import { name, words } from "../../words/words";
import type { AreaGeometry, AreaGrid } from "../../grid/areas";
import { spaceBelow, type WhiteSpace } from "../../grid/white-space";
import { eachBreakpoint, placeFix, placementPath } from "../areas";
import type { Found, Rule } from "../types";

type Known = WhiteSpace & { readonly distance: Exact };

/** The distance that most pairs have; the smallest of several. */
const usual = (pairs: readonly Known[]): Exact | null => {
  const times = new Map<string, { readonly distance: Exact; readonly count: number }>();
  for (const { distance } of pairs) {
    const key = toJson(distance);
    times.set(key, { distance, count: (times.get(key)?.count ?? 0) + 1 });
  }
  const [first] = [...times.values()].sort((a, b) => b.count - a.count || compare(a.distance, b.distance));
  return first?.distance ?? null;
};

/**
 * The row that starts at a distance below an area, if there is one. The same number of rows can be a different distance
 * where dividing rows continue past the end of their section.
 */
const rowAtDistance = ({ bottom, row, rowSpan }: AreaGeometry, { rows }: AreaGrid, distance: Exact): readonly number[] => {
  if (!rows?.top || !bottom) return [];
  const wanted = add(bottom, distance);
  for (let next = row + rowSpan; next <= row + rowSpan + mostRowsOn; next += 1) {
    const start = compare(add(rows.top, rows.start(next)), wanted);
    if (start === 0) return [next];
    if (start > 0) return [];
  }
  return [];
};

/** Maximum number of rows that are searched: areas use rows up to 10,000. */
const mostRowsOn = 10_000;

/** Vertical gaps between neighbouring areas of one kind in the same area are equal. */
export const equalGaps: Rule<"equal-gaps"> = {
  id: "equal-gaps",
  level: "note",
  source: "common practice",
  matters: "Equal steps show what belongs together; an odd one looks like a mistake.",
  checks: "Areas of one kind, such as sections, have the same space from one to the next.",
  accept: "When the larger space separates two parts of the page.",
  mends: null,
  says: ({ kind, usual: pair, other }) => ({
    title: words`White space differs`,
    message: words`${name(pair.from)} to ${name(pair.to)} is ${pair.rows} ${pair.rows === 1 ? "row" : "rows"}, ${name(other.from)} to ${name(other.to)} is ${other.rows}. Both are between areas of the kind ${name(kind)}.`,
    sum: words`${pair.distance} ≠ ${other.distance}`,
  }),
  find: (checked) =>
    eachBreakpoint(checked, "equal-gaps", (at) => {
      const areas = at.areas();
      if (areas.every(({ area }) => area.kind === undefined)) return [];
      const pairs = spaceBelow(areas).flatMap((space): Known[] =>
        space.distance && space.from.area.kind !== undefined && space.from.area.kind === space.to.area.kind
          ? [{ ...space, distance: space.distance }]
          : [],
      );
      const groups = new Set(pairs.map(({ from }) => `${from.area.within ?? ""} ${from.area.kind ?? ""}`));
      return [...groups].flatMap((group) => {
        const own = pairs.filter(({ from }) => `${from.area.within ?? ""} ${from.area.kind ?? ""}` === group);
        const distance = usual(own);
        const pair = own.find((one) => distance && equals(one.distance, distance));
        const other = own.find((one) => distance && !equals(one.distance, distance));
        if (!pair || !other || !distance) return [];
        const told = ({ from, to, distance: far, between }: Known) => ({
          from: from.area.name,
          to: to.area.name,
          distance: far,
          rows: between,
        });
        const found: Found<"equal-gaps"> = {
          breakpoint: at.breakpoint.id,
          path: placementPath(checked, at, other.to.area.id),
          facts: { kind: pair.from.area.kind ?? "", usual: told(pair), other: told(other) },
          fixes: rowAtDistance(other.from, other.to.on, distance).map((row) =>
            placeFix(checked, at, other.to, { term: "area", area: other.to.area.name, place: `row ${row}` }, { row }),
          ),
        };
        return [found];
      });
    }),
};
