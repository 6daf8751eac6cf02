import { check } from "../check/check";
import type { Finding } from "../check/types";
import { compare, type Exact, fromJsonNumber, negate, sign, subtract } from "../exact/exact";
import type { AreaGeometry } from "../grid/areas";
import { termsAt } from "../grid/resolve";
import { type Resolutions, resolutionsOf } from "../grid/resolutions";
import type { Breakpoint, Layout } from "../layout/schema";
import { joined, listed, name, type Words, words } from "../words/words";
import { placementOf } from "./area-words";
import { orderKey } from "./entries";
import { type BreakpointChange, changesByBreakpoint, type Effect } from "./effects";
import { type ChangeWords } from "./words";

/** One line of a table of changes. */
export type ChangeRow = {
  readonly what: Words;
  /** The value before; null if there is none (something was added, removed or moved). */
  readonly from: Words | null;
  readonly to: Words;
  /** What it does to the page; empty if it moves nothing. */
  readonly does: Words;
  /** How many rows, from this one on, share `does`; 0 if an earlier row's includes this one. */
  readonly covers: number;
};

/** What changed at one breakpoint as a table. */
export type ChangeTable = BreakpointChange & {
  readonly rows: readonly ChangeRow[];
  /** Whether any column edge moved at the drawn-at width, so that a drawing shows a difference. */
  readonly edgesMoved: boolean;
};

export type ChangeTables = { readonly spec: readonly ChangeRow[]; readonly breakpoints: readonly ChangeTable[] };

const effectNames: Readonly<Record<Effect["what"], string>> = {
  margin: "margin",
  container: "container",
  "column width": "column",
  gutters: "gutter",
  halves: "halves",
  thirds: "thirds",
  quarters: "quarters",
  "row pitch": "row pitch",
  width: "width",
};

/** How many areas that only get wider or narrower are named; of more, only the number is given. */
const mostAreas = 2;

/** "Column 74 → 77⅔ · halves 564 → 566 · 5 areas change width". */
const effectWords = (effects: readonly Effect[]): Words => {
  const lengths = effects.filter(({ area }) => area === undefined);
  const areas = effects.filter(({ area }) => area !== undefined);
  const said = [
    ...lengths.map(({ what, from, to }) => words`${effectNames[what]} ${from} → ${to}`),
    ...(areas.length > mostAreas
      ? [words`${areas.length} areas change width`]
      : areas.map(({ area, from, to }) => words`${name(area ?? "")} ${from} → ${to}`)),
  ];
  return sentenceCase(joined(said, " · "));
};

const sentenceCase = ([first, ...rest]: Words): Words =>
  first === undefined ? [] : [typeof first === "string" ? first.charAt(0).toUpperCase() + first.slice(1) : first, ...rest];

/** "16 px lower": how far one length is from another, and which way. */
const shift = (from: Exact | null, to: Exact | null, more: string, less: string): readonly Words[] => {
  if (!from || !to) return [];
  const by = subtract(to, from);
  return sign(by) === 0 ? [] : [sign(by) > 0 ? words`${by} px ${more}` : words`${negate(by)} px ${less}`];
};

/** Where an area went: "16 px lower, 24 px to the right, 8 px wider". */
const areaMoved = (was: AreaGeometry | undefined, is: AreaGeometry | undefined): Words =>
  was && is
    ? sentenceCase(
        joined(
          [
            ...shift(was.top, is.top, "lower", "higher"),
            ...shift(was.left, is.left, "to the right", "to the left"),
            ...shift(was.width, is.width, "wider", "narrower"),
            ...shift(was.height, is.height, "taller", "shorter"),
          ],
          ", ",
        ),
      )
    : [];

/** Whether a change is of one of the numbers that a breakpoint's lengths come from. */
const isNumber = ({ path }: ChangeWords): boolean => path[0] === "breakpoints" && path.length > 2 && path[2] !== "name";

const row = ({ what, from, to }: ChangeWords, does: Words = [], covers = 1): ChangeRow => ({
  what: sentenceCase(what),
  from,
  to,
  does,
  covers,
});

const breakpointRows = (change: BreakpointChange, was: Resolutions, is: Resolutions): readonly ChangeRow[] => {
  const { before, after } = change;
  const drawn = ({ from, drawnAt, columns }: Breakpoint): Words =>
    words`from ${from}, drawn at ${drawnAt.width} × ${drawnAt.height}, ${columns.count} ${columns.count === 1 ? "column" : "columns"}`;
  if (!before && after) return [{ what: words`Breakpoint`, from: null, to: words`added`, does: sentenceCase(drawn(after)), covers: 1 }];
  if (before && !after)
    return [{ what: words`Breakpoint`, from: null, to: words`removed`, does: words`It was ${drawn(before)}`, covers: 1 }];
  const numbers = change.changes.filter(isNumber);
  const others = change.changes.filter((one) => !isNumber(one));
  // For a moved area its new place is given; for the others the change of their widths.
  const placedAreas = new Set(others.flatMap((one) => placementOf(one)?.area ?? []));
  const names = new Set([...placedAreas].flatMap((id) => is(change.id)?.areas.find(({ area }) => area.id === id)?.area.name ?? []));
  const effects = effectWords(change.effects.filter(({ area }) => area === undefined || !names.has(area)));
  const told = new Set<string>();
  return [
    ...numbers.map((one, index) => row(one, index === 0 ? effects : [], index === 0 ? numbers.length : 0)),
    ...(numbers.length === 0 && effects.length > 0
      ? [{ what: words`Lengths`, from: null, to: words`follow the spec`, does: effects, covers: 1 }]
      : []),
    ...others.map((one) => {
      const area = placementOf(one)?.area;
      if (area === undefined || told.has(area)) return row(one);
      told.add(area);
      const find = (of: Resolutions) => of(change.id)?.areas.find((geometry) => geometry.area.id === area);
      return row(one, areaMoved(find(was), find(is)));
    }),
  ];
};

/** Names of breakpoints, as they are listed in a sentence: "Desk and Wide". */
const places = (layout: Layout, ids: readonly string[]): Words =>
  listed(layout.breakpoints.filter(({ id }) => ids.includes(id)).map((one) => [name(one.name)]));

const specDoes = ({ path }: ChangeWords, layout: Layout, findings: readonly Finding[]): Words => {
  const [root, entry, member] = path;
  if (root === "areas" && entry === orderKey) {
    const [first] = findings.flatMap((one) => (one.rule === "areas-order" ? [one] : []));
    return first
      ? words`At ${places(layout, [first.breakpoint])}, ${name(first.facts.second)} is seen before ${name(first.facts.first)} but read after it`
      : [];
  }
  if (root === "areas" && entry !== undefined && path.length === 2) {
    const shown = Object.keys(layout.areas.find(({ id }) => id === entry)?.placements ?? {});
    return shown.length === 0 ? [] : words`Shown at ${places(layout, shown)}`;
  }
  if (root === "text" && entry !== undefined && (member === undefined || member === "lineHeight")) {
    const off = findings.filter(
      (one) => one.rule === "line-height-on-baseline" && one.facts.roles.some(({ name: role }) => role === entry),
    );
    return off.length === 0
      ? []
      : words`Off the baseline at ${places(
          layout,
          off.map(({ breakpoint }) => breakpoint),
        )}`;
  }
  return [];
};

/** Whether any edge of a column differs between two breakpoints, at the width the later one is drawn at. */
const edgesDiffer = (before: Layout, after: Layout, { before: was, after: is }: BreakpointChange): boolean => {
  if (!was || !is) return true;
  const width = fromJsonNumber(is.drawnAt.width);
  const [a, b] = [termsAt(before, was, width), termsAt(after, is, width)];
  return (
    a.count !== b.count ||
    [
      [a.column, b.column],
      [a.gutter, b.gutter],
      [a.margin.start, b.margin.start],
      [a.edge, b.edge],
    ].some(([x, y]) => x && y && compare(x, y) !== 0)
  );
};

/**
 * The differences of two layouts as tables, one per breakpoint and one for the whole spec: what was changed, from what
 * to what, and the effects on lengths and areas that nobody changed.
 */
export const changeTables = (before: Layout, after: Layout): ChangeTables => {
  const { spec, breakpoints } = changesByBreakpoint(before, after);
  const { findings } = check(after);
  const [was, is] = [resolutionsOf(before), resolutionsOf(after)];
  return {
    spec: spec.map((change) => row(change, specDoes(change, after, findings))),
    breakpoints: breakpoints.map((change) => ({
      ...change,
      rows: change.kind === "same" ? [] : breakpointRows(change, was, is),
      edgesMoved: change.kind !== "same" && edgesDiffer(before, after, change),
    })),
  };
};

/** "10 changes, at 3 of 4 breakpoints": those of the whole spec are counted too. */
export const changeCount = ({ spec, breakpoints }: ChangeTables): Words => {
  const touched = breakpoints.filter(({ rows }) => rows.length > 0);
  const all = spec.length + touched.reduce((sum, { rows }) => sum + rows.length, 0);
  const changes = words`${all} ${all === 1 ? "change" : "changes"}`;
  return touched.length === 0
    ? changes
    : words`${changes}, at ${touched.length} of ${breakpoints.length} ${breakpoints.length === 1 ? "breakpoint" : "breakpoints"}`;
};
