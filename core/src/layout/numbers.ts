import type { VersionLevel } from "./levels";
import type { Breakpoint } from "./schema";

/** The sides a breakpoint is worked on from; each holds some of its numbers. */
export const facetIds = ["base", "columns", "rows", "baseline", "areas"] as const;
export type Facet = (typeof facetIds)[number];

/** The parts of a sheet and of the sums that show a number, and that a finding about it marks. */
export type SheetPlace = "width" | "height" | "columns" | "gutter" | "margin" | "container" | "rows" | "row-gutter" | "baseline" | "mesh";

/** Numbers that people speak of, hold and carry as one: both margins are the margin. */
export type CellId = "from" | "drawn-at" | "columns" | "gutter" | "margin" | "container" | "rows" | "row-gutter" | "baseline" | "mesh";

type Leaf<T> = T extends object
  ? { [K in keyof T & string]-?: NonNullable<T[K]> extends object ? `${K}/${Leaf<NonNullable<T[K]>>}` : K }[keyof T & string]
  : never;

/**
 * Every declared number, length and choice of a breakpoint, by its path in the document; exactly those of the schema.
 */
export type NumberPath = Exclude<Leaf<Breakpoint>, "id" | "name">;

export type BreakpointNumber = {
  /** Its name in sentences about changes. */
  readonly name: string;
  readonly cell: CellId;
  readonly place: SheetPlace;
  readonly facet: Facet;
  /** Its column in a ledger file. Numbers that never occur together share one. */
  readonly heading: string;
  /** Whether it is copied to other breakpoints with its cell; stated totals of one breakpoint are not. */
  readonly carried: boolean;
  /** The level of the version that a change of it makes. */
  readonly level: VersionLevel;
};

const columns = { facet: "columns", level: "minor", carried: true } as const;
const rows = { facet: "rows", level: "minor", carried: true, place: "rows", cell: "rows" } as const;
const baseline = { facet: "baseline", level: "minor", carried: true, place: "baseline", cell: "baseline" } as const;
const mesh = { facet: "base", level: "minor", carried: true, place: "mesh", cell: "mesh" } as const;
const container = { ...columns, place: "container", cell: "container" } as const;
const drawnAt = { level: "patch", cell: "drawn-at", carried: false } as const;

/**
 * The numbers of a breakpoint, listed only here, in the order of a ledger file. The ledger and its files, copying,
 * holding, comments, changes, version levels and the places of findings derive from this list. A number of the schema
 * that is missing here is a type error.
 */
export const breakpointNumbers = {
  from: { ...columns, name: "from-width", cell: "from", place: "width", heading: "from", level: "major", carried: false },
  "drawnAt/width": { ...drawnAt, name: "drawn-at width", place: "width", facet: "columns", heading: "drawn width" },
  "drawnAt/height": { ...drawnAt, name: "drawn-at height", place: "height", facet: "rows", heading: "drawn height" },
  "columns/count": { ...columns, name: "columns", cell: "columns", place: "columns", heading: "columns", level: "major" },
  "columns/gutter": { ...columns, name: "gutter", cell: "gutter", place: "gutter", heading: "gutter" },
  "columns/margin/start": { ...columns, name: "start margin", cell: "margin", place: "margin", heading: "margin start" },
  "columns/margin/end": { ...columns, name: "end margin", cell: "margin", place: "margin", heading: "margin end" },
  "columns/edgeGutters": { ...columns, name: "edge gutters", cell: "gutter", place: "columns", heading: "edge gutters" },
  "columns/container/kind": { ...container, name: "container", heading: "container" },
  "columns/container/max": { ...container, name: "container at most", heading: "container width" },
  "columns/container/width": { ...container, name: "container", heading: "container width" },
  "columns/container/align": { ...container, name: "container alignment", heading: "container align" },
  "columns/stated/container": { ...container, name: "expected container", heading: "stated container", carried: false },
  "columns/stated/column": {
    ...columns,
    name: "expected column",
    cell: "columns",
    place: "columns",
    heading: "stated column",
    carried: false,
  },
  "rows/kind": { ...rows, name: "rows", heading: "rows" },
  "rows/height": { ...rows, name: "row height", heading: "row height" },
  "rows/gutter": { ...rows, name: "row gutter", cell: "row-gutter", place: "row-gutter", heading: "row gutter" },
  "rows/offset": { ...rows, name: "row offset", heading: "row offset" },
  "rows/count": { ...rows, name: "rows", heading: "row count" },
  "rows/margin/start": { ...rows, name: "margin above the rows", heading: "rows above" },
  "rows/margin/end": { ...rows, name: "margin below the rows", heading: "rows below" },
  "rows/least": { ...rows, name: "least height of the rows", heading: "rows least" },
  "rows/most": { ...rows, name: "most height of the rows", heading: "rows most" },
  "baseline/step": { ...baseline, name: "baseline step", heading: "baseline" },
  "baseline/offset": { ...baseline, name: "baseline offset", heading: "baseline offset" },
  "baseline/emphasis": { ...baseline, name: "emphasised baseline", heading: "baseline emphasis" },
  "mesh/step": { ...mesh, name: "mesh step", heading: "mesh" },
  "mesh/emphasis": { ...mesh, name: "emphasised mesh line", heading: "mesh emphasis" },
} as const satisfies Readonly<Record<NumberPath, BreakpointNumber>>;

/** The same as a list. */
export const numberList = Object.entries(breakpointNumbers) as readonly (readonly [NumberPath, BreakpointNumber])[];

/** The value a breakpoint declares at a path; undefined if there is none, as a fluid container has no width. */
export const numberAt = (breakpoint: Breakpoint, path: NumberPath): string | number | undefined => {
  const found = path
    .split("/")
    .reduce<unknown>(
      (part, key) => (typeof part === "object" && part !== null ? (part as Readonly<Record<string, unknown>>)[key] : undefined),
      breakpoint,
    );
  return typeof found === "string" || typeof found === "number" ? found : undefined;
};

/** The number a path inside a breakpoint leads to, or the first of those it leads to: "columns/margin" to the start margin. */
export const numberOf = (path: string): BreakpointNumber | null =>
  numberList.find(([one]) => one === path)?.[1] ?? numberList.find(([one]) => one.startsWith(`${path}/`))?.[1] ?? null;

/** The cell that holds what a path of a breakpoint leads to. */
export const cellOfPath = (path: string): CellId | null => numberOf(path)?.cell ?? null;

/** The part where a finding or comment about a path of a breakpoint is shown: its first number's, or else the width. */
export const placeOfPath = (path: string): SheetPlace => numberOf(path)?.place ?? "width";

/** The facet that holds a place. */
export const facetOfPlace = (place: SheetPlace): Facet => numberList.find(([, one]) => one.place === place)?.[1].facet ?? "columns";

/** The headings of a ledger file: the breakpoint's own id and name, then its numbers. */
export const ledgerHeadings: readonly string[] = [...new Set(["id", "name", ...numberList.map(([, { heading }]) => heading)])];

/** The numbers of a heading: several if they never occur together. */
export const pathsOfHeading = (heading: string): readonly NumberPath[] =>
  numberList.filter(([, one]) => one.heading === heading).map(([path]) => path);

/** The paths of a cell's numbers. */
export const pathsOfCell = (id: CellId): readonly NumberPath[] => numberList.filter(([, { cell }]) => cell === id).map(([path]) => path);
