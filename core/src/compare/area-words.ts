import { ownMember } from "../layout/member";
import { lengthWords } from "../words/lengths";
import { name, type Words, words } from "../words/words";
import { placeText, rangeText } from "../layout/place-text";
import type { Area, Layout, Placement } from "../layout/schema";
import { valueWords } from "./value-words";
import type { Change } from "./changes";

/** The area and breakpoint whose placement a change is of; null for any other change. */
export const placementOf = ({ path }: Change): { readonly area: string; readonly breakpoint: string } | null => {
  const [root, area, member, breakpoint] = path;
  return root === "areas" && member === "placements" && area !== undefined && breakpoint !== undefined ? { area, breakpoint } : null;
};

const leavesWords = { none: "nowhere", start: "at the start", end: "at the end", both: "at both edges" } as const;

const rowsWords = ({ rowSpan }: Placement): Words => (rowSpan === undefined ? words`not set` : words`set to ${rowSpan}`);

const leaving = ({ leaves, by }: Placement): Words =>
  by === undefined ? [leavesWords[leaves]] : words`${leavesWords[leaves]} by ${lengthWords(by)}`;

const columnsText = ({ column, span }: Placement): string => rangeText(column, span);

/** "7–22"; for a flowing area, the number of its rows. */
const rowsText = ({ row, rowSpan = 1 }: Placement): string =>
  row === undefined ? (rowSpan === 1 ? "flows" : `flows over ${rowSpan}`) : rangeText(row, rowSpan);

/** One thing of an area's placement that differs: what it is, and both values; `from` null for what came or went. */
export type PlacementChange = { readonly key: string; readonly what: Words; readonly from: Words | null; readonly to: Words };

/** What differs of an area at a breakpoint between two layouts, place first: "Sailings 4–12 → 5–12". */
export const placementChanges = (id: string, breakpoint: string, before: Layout, after: Layout): readonly PlacementChange[] => {
  const find = ({ areas }: Layout): Area | undefined => areas.find((area) => area.id === id);
  const at = (area: Area | undefined): Placement | undefined => area && ownMember(area.placements, breakpoint);
  const [was, is] = [at(find(before)), at(find(after))];
  const area = name(find(after)?.name ?? find(before)?.name ?? id);
  const key = (member: string): string => `areas/${id}/${member}`;
  if (!was && !is) return [];
  if (!was || !is)
    return [{ key: key(""), what: [area], from: null, to: is ? words`shown in columns ${placeText(is)}` : words`not shown any more` }];
  const differ = (member: string, what: Words, from: Words, to: Words): readonly PlacementChange[] =>
    JSON.stringify(from) === JSON.stringify(to) ? [] : [{ key: key(member), what, from, to }];
  return [
    ...(columnsText(was) !== columnsText(is) && rowsText(was) !== rowsText(is)
      ? differ("place", words`${area} columns and rows`, [placeText(was)], [placeText(is)])
      : [
          ...differ("columns", words`${area} columns`, [columnsText(was)], [columnsText(is)]),
          ...differ("rows", words`${area} rows`, [rowsText(was)], [rowsText(is)]),
        ]),
    // Without a row span an area has one row, so both read the same.
    ...(rowsText(was) === rowsText(is) && was.rowSpan !== is.rowSpan
      ? differ("rowSpan", words`rows that ${area} takes`, rowsWords(was), rowsWords(is))
      : []),
    ...differ("leaves", words`${area} leaves the grid`, leaving(was), leaving(is)),
    ...differ("reason", words`why ${area} leaves the grid`, [name(was.reason ?? "none")], [name(is.reason ?? "none")]),
    ...differ("over", words`${area} over others`, [was.over ? "yes" : "no"], [is.over ? "yes" : "no"]),
    ...(JSON.stringify(was.inside) === JSON.stringify(is.inside)
      ? []
      : [{ key: key("inside"), what: words`grid inside ${area}`, from: valueWords(was.inside), to: valueWords(is.inside) }]),
  ];
};
