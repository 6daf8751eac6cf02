import { add, compare, exact, fromJsonNumber, smaller } from "../../exact/exact";
import { parseLength } from "../../exact/length";
import { toDecimal } from "../../exact/show";
import { type AreaGeometry, type AreaGrid } from "../../grid/areas";
import type { BreakpointRange } from "../../grid/breakpoint-at";
import { resolve, type Resolution } from "../../grid/resolve";
import { widthPieces } from "../../sweep/pieces";
import { wordMap } from "../../grid/word-map";
import type { Inside, Layout, Placement } from "../../layout/schema";
import { limits } from "../../layout/limits";
import type { CssOptions } from "./options";
import { bare, block, conditionOf, type Property, writer } from "./parts";
import { type Rowing, rowing } from "./area-rows";
import { columnParts } from "./sums";

/** The one element that areas are laid out in. */
const wrapper = ".layout-areas";
const classOf = (id: string): string => `.area-${id}`;

/** Values of properties by selector, as they hold at a breakpoint. */
type Sheet = ReadonlyMap<string, ReadonlyMap<string, string>>;

/** Initial values of properties. A wider breakpoint that returns to one writes it. */
const initial: Readonly<Record<string, string>> = {
  display: "block",
  "grid-column": "auto",
  "grid-row": "auto",
  "margin-inline-start": "0px",
  "margin-inline-end": "0px",
  "padding-inline": "0px",
  "padding-block": "0px",
  "grid-template-columns": "none",
  "grid-template-rows": "none",
  "grid-auto-rows": "auto",
  "column-gap": "normal",
  "row-gap": "normal",
  "block-size": "auto",
  "grid-template-areas": "none",
  position: "static",
  "inset-block-start": "auto",
};

/** Every column begins at a line of one name: `col 5 / span 8` are columns 5 to 12. */
const track = "[col] minmax(0, 1fr)";

/**
 * Whether both outermost columns start at least a gutter from the viewport's edges at every width: outer tracks then take the
 * rest of it. Margins and gutters are linear between the ends of a breakpoint's pieces, so looking there is looking everywhere;
 * the lowest breakpoint also holds below its from-width.
 */
const gutterFits = (layout: Layout, { breakpoint }: BreakpointRange): boolean =>
  widthPieces(layout, exact(1), fromJsonNumber(limits.size))
    .filter((piece) => piece.breakpoint === breakpoint.id)
    .flatMap(({ start, end }) => [start, end])
    .every(({ margin, edge, gutter }) => {
      // With half gutters the columns start half a gutter further in.
      const room = smaller(margin.start, margin.end);
      return compare(add(room, edge), gutter) >= 0;
    });

/** A grid as children are placed on it: its columns, its rows, and its lengths in cqi, for what leaves it from inside. */
type Placing = {
  readonly grid: AreaGrid;
  readonly rowing: Rowing;
  /** Start of the first column and pitch, of the wrapper's width. */
  readonly start: string;
  readonly column: string;
  readonly gutter: string;
  /** The wrapper itself has lines at the viewport's edges. */
  readonly outermost: boolean;
  /** Gutters are tracks of their own: k columns are 2k − 1 tracks. */
  readonly gapTracks: boolean;
  /** Columns of the outer grid that an area takes in on its way to the viewport's edge, before its own first one. */
  readonly before: number;
};

const inCqi = (value: string): string => value.replaceAll("%", "cqi");
const columnFrom = ({ start, column, gutter }: Placing, i: number): string =>
  i === 1 ? start : `${start} + ${i - 1} * (${column} + ${gutter})`;
const across = ({ column, gutter }: Placing, k: number): string => (k === 1 ? column : `(${k} * ${column} + ${k - 1} * ${gutter})`);
const within = (value: number, least: number, most: number): number => Math.max(least, Math.min(most, value));

/** Columns and gaps of the wrapper at a breakpoint: tracks at both ends reach out to the viewport's edges. */
const wrapperColumns = (
  layout: Layout,
  range: BreakpointRange,
  text: (length: string) => string,
): { readonly properties: readonly Property[]; readonly placing: Pick<Placing, "start" | "column" | "gutter" | "gapTracks"> } => {
  const { breakpoint } = range;
  const { count } = breakpoint.columns;
  const parts = columnParts(breakpoint, text);
  const gap = parts.share ? parts.outerGutter : "var(--layout-gutter)";
  const { last } = parts;
  const plain = gutterFits(layout, range);
  const columns = plain
    ? `[view-start] calc(var(--layout-start) - ${bare(gap)}) repeat(${count}, ${track}) calc(${bare(last)} - ${bare(gap)}) [view-end]`
    : `[view-start] var(--layout-start) ${count > 1 ? `repeat(${count - 1}, ${track} [gap] ${gap}) ` : ""}${track} [gap] ${last} [view-end]`;
  const container = inCqi(parts.size);
  const gutter = parts.share
    ? `(${inCqi(bare(parts.outerGutter)).replace("var(--layout-container)", bareSum(container))})`
    : inCqi(text(breakpoint.columns.gutter));
  const edge = breakpoint.columns.edgeGutters === "half" ? ` - ${gutter}` : "";
  const column = `((${bareSum(container)}${edge} - ${count - 1} * ${gutter}) / ${count})`;
  return {
    properties: [
      ["grid-template-columns", columns],
      ["column-gap", plain ? gap : "0px"],
    ],
    placing: {
      start: `(${inCqi(bareSum(parts.first)).replaceAll("var(--layout-container)", `(${bareSum(container)})`)})`,
      column,
      gutter,
      gapTracks: !plain,
    },
  };
};

/** A value for use inside a calc(): without its own calc(), in brackets if it is a sum. */
const bareSum = (value: string): string => {
  const inner = bare(value);
  return inner === value ? value : `(${inner})`;
};

/** Whether an area begins at the wrapper's own line at the viewport's start. */
const reachesStart = ({ leaves, by }: Placement, on: Placing): boolean =>
  on.outermost && by === undefined && (leaves === "start" || leaves === "both");

/** The grid inside an area as properties of it, and as its children are placed. */
const innerGrid = (
  area: AreaGeometry,
  outer: Placing,
  needed: number,
  text: (length: string) => string,
): { readonly properties: readonly Property[]; readonly placing: Placing } | null => {
  const { inside, placement } = area;
  if (!inside) return null;
  const own: Extract<Inside, { kind: "own" }> | null = placement.inside?.kind === "own" ? placement.inside : null;
  const left = columnFrom(outer, placement.column);
  if (!own)
    return {
      properties: [["display", "grid"], ["grid-template-columns", "subgrid"], ...outer.rowing.same],
      placing: {
        ...outer,
        // The area is already where its rows begin.
        rowing: { ...outer.rowing, above: null },
        grid: inside,
        start: `(${left})`,
        outermost: false,
        before: reachesStart(placement, outer) ? placement.column - 1 : 0,
      },
    };
  const by = placement.by === undefined ? null : text(placement.by);
  const { leaves } = placement;
  const [out, over] = [leaves === "start" || leaves === "both", leaves === "end" || leaves === "both"];
  /** The area's width: % inside is of it, while CSS takes % of the columns alone. */
  const wide = by === null || leaves === "none" ? "100%" : `(100% + ${leaves === "both" ? `2 * ${bare(by)}` : bare(by)})`;
  const side = (length: string): string => {
    const value = parseLength(length);
    return value?.unit === "%" ? (wide === "100%" ? length : `calc(${wide} * ${toDecimal(value.value, 6)} / 100)`) : text(length);
  };
  const [start, end] = [side(own.margin.start), side(own.margin.end)];
  const gutter = parseLength(own.gutter);
  const share = gutter?.unit === "fr" ? toDecimal(gutter.value, 6) : null;
  const gap = share ? `calc(100% * ${share} / (${own.count} + ${own.count - 1} * ${share}))` : text(own.gutter);
  const rows = rowing(own.rows, needed, null, text);
  const padding = rows.properties.find(([name]) => name === "padding-block")?.[1] ?? "0px";
  // In cqi: the width between the area's edges, its margins, its columns.
  const leftEdge = out ? (by === null ? "0px" : `(${left} - ${by})`) : `(${left})`;
  const rightEdge = over
    ? by === null
      ? "100cqi"
      : `(${left} + ${across(outer, placement.span)} + ${by})`
    : `(${left} + ${across(outer, placement.span)})`;
  const width = `(${rightEdge} - ${leftEdge})`;
  const sideIn = (length: string): string => {
    const value = parseLength(length);
    return value?.unit === "%" ? `${width} * ${toDecimal(value.value, 6)} / 100` : text(length);
  };
  const room = `(${width} - ${sideIn(own.margin.start)} - ${sideIn(own.margin.end)})`;
  const innerGutter = share ? `(${room} * ${share} / (${own.count} + ${own.count - 1} * ${share}))` : text(own.gutter);
  return {
    properties: [
      ["display", "grid"],
      ["padding-inline", start === end ? start : `${start} ${end}`],
      ["grid-template-columns", `repeat(${own.count}, ${track})`],
      ["column-gap", gap],
      ...rows.properties.filter(([name]) => name !== "padding-block"),
      ["padding-block", padding],
    ],
    placing: {
      grid: inside,
      rowing: rows,
      start: `(${leftEdge} + ${sideIn(own.margin.start)})`,
      column: `((${room} - ${own.count - 1} * ${innerGutter}) / ${own.count})`,
      gutter: innerGutter,
      outermost: false,
      gapTracks: false,
      before: 0,
    },
  };
};

/** The place of an area on its grid; `definite` writes its row even if it flows. */
const placeProperties = (area: AreaGeometry, on: Placing, definite: boolean, text: (length: string) => string): readonly Property[] => {
  const { placement, row, rowSpan } = area;
  const { leaves, by } = placement;
  const column = within(placement.column, 1, on.grid.count);
  const last = within(placement.column + placement.span - 1, column, on.grid.count);
  const [out, over] = [leaves === "start" || leaves === "both", leaves === "end" || leaves === "both"];
  const toEdge = by === undefined;
  const fromEdge = reachesStart(placement, on);
  const from = fromEdge ? "view-start" : `col ${column + on.before}`;
  const many = fromEdge ? last : last - column + 1;
  const span = (on.gapTracks ? 2 * many - 1 : many) + (fromEdge ? 1 : 0);
  const to = over && toEdge && on.outermost ? "view-end" : `span ${span}`;
  // The length it leaves the grid by, if there is no line.
  const started = !out ? null : by !== undefined ? text(by) : on.outermost ? null : `calc(${columnFrom(on, column)})`;
  const ended = !over
    ? null
    : by !== undefined
      ? text(by)
      : on.outermost
        ? null
        : `calc(100cqi - (${columnFrom(on, column)} + ${across(on, last - column + 1)}))`;
  const back = (length: string): string => (length.startsWith("calc") ? `calc(-1 * ${bareSum(length)})` : `-${length}`);
  // Columns that continue inside keep their places: padding removes what the box adds.
  const keeps = area.inside !== null && area.inside.kind !== "own" && (started ?? ended) !== null;
  const margins: readonly Property[] = [
    ...(started === null ? [] : [["margin-inline-start", back(started)] as const]),
    ...(ended === null ? [] : [["margin-inline-end", back(ended)] as const]),
    ...(keeps ? [["padding-inline", `${started ?? "0px"} ${ended ?? "0px"}`] as const] : []),
  ];
  const tracks = on.rowing.tracks(rowSpan);
  return [
    ["grid-column", `${from} / ${to}`],
    ["grid-row", definite ? `${on.rowing.line(Math.max(1, row))} / span ${tracks}` : tracks === 1 ? "auto" : `span ${tracks}`],
    ...margins,
    ...(on.rowing.above === null ? [] : [["position", "relative"] as const, ["inset-block-start", on.rowing.above] as const]),
  ];
};

/** Maximum number of rows that are written as a word map; nobody reads longer ones. */
const mostNamedRows = 12;

/**
 * The areas of a breakpoint as `grid-template-areas`, with names that are not keywords, and tracks at both ends as in
 * the wrapper; null if a map cannot express all of them.
 */
const namedAreas = (resolution: Resolution): string | null => {
  const map = wordMap(resolution);
  if (!map || map.text === "" || map.unsaid.length > 0) return null;
  const rows = map.text.split("\n").map((row) => [".", ...row.slice(1, -1).trim().split(/ +/).map(nameOf), "."]);
  if (rows.length > mostNamedRows) return null;
  const wide = rows[0]?.map((_, x) => Math.max(...rows.map((row) => row[x]?.length ?? 0))) ?? [];
  return rows.map((row) => `\n"${row.map((cell, x) => cell.padEnd(x === row.length - 1 ? 0 : (wide[x] ?? 0))).join(" ")}"`).join("");
};
const nameOf = (cell: string): string => (cell === "." ? cell : `a-${cell}`);

const inNamed = (id: string): readonly Property[] => [
  ["grid-column", nameOf(id)],
  ["grid-row", nameOf(id)],
];

/** The last row that areas on a grid reach. */
const lastRow = (areas: readonly AreaGeometry[]): number => Math.max(1, ...areas.map(({ row, rowSpan }) => row + rowSpan - 1));

/** Everything that holds of areas at a breakpoint. */
const sheetOf = (layout: Layout, range: BreakpointRange, text: (length: string) => string): Sheet => {
  const { breakpoint } = range;
  const resolved = resolve(layout, { width: fromJsonNumber(breakpoint.drawnAt.width), breakpoint: breakpoint.id });
  const areas = resolved.ok ? resolved.value.areas : [];
  const sheet = new Map<string, ReadonlyMap<string, string>>();
  const childrenOf = (id: string | undefined): readonly AreaGeometry[] => areas.filter(({ area }) => area.within === id);
  const place = (on: Placing, children: readonly AreaGeometry[], named: boolean): void => {
    // An area that goes out to the edge takes cells on its way, which flow does not count.
    const rowed = children.some(({ placement: { row, leaves } }) => row !== undefined || leaves !== "none");
    for (const child of children) {
      const inner = childrenOf(child.area.id);
      const grid = innerGrid(child, on, lastRow(inner), text);
      sheet.set(
        classOf(child.area.id),
        new Map([
          ...placeProperties(child, on, rowed || on.rowing.line(2) !== 2, text),
          ...(named ? inNamed(child.area.id) : []),
          ...(grid?.properties ?? []),
        ]),
      );
      if (grid && inner.length > 0) place(grid.placing, inner, false);
    }
  };
  const top = childrenOf(undefined);
  const rows = rowing(breakpoint.rows, lastRow(top), "100vh", text);
  const columns = wrapperColumns(layout, range, text);
  const [first] = areas;
  const ownTracks = columns.placing.gapTracks || rows.line(2) !== 2;
  const names = resolved.ok && !ownTracks ? namedAreas(resolved.value) : null;
  sheet.set(
    wrapper,
    new Map([...columns.properties, ...rows.properties, ...(names === null ? [] : [["grid-template-areas", names] as const])]),
  );
  if (first) {
    const root = top[0]?.on ?? first.on;
    place({ grid: root, rowing: rows, outermost: true, before: 0, ...columns.placing }, top, names !== null);
  }
  for (const { id } of layout.areas) if (!sheet.has(classOf(id))) sheet.set(classOf(id), new Map([["display", "none"]]));
  return sheet;
};

/** What a breakpoint says anew: what differs from what holds below it. */
const newIn = (sheet: Sheet, before: Sheet): readonly (readonly [selector: string, properties: readonly Property[]])[] =>
  [...sheet].flatMap(([selector, properties]) => {
    const was = before.get(selector) ?? new Map<string, string>();
    const shown = properties.get("display") !== "none";
    const names = new Set([...properties.keys(), ...(shown ? was.keys() : [])]);
    const said = [...names].flatMap((name): Property[] => {
      const [now, then] = [properties.get(name) ?? initial[name] ?? "initial", was.get(name) ?? initial[name] ?? "initial"];
      return now === then ? [] : [[name, now]];
    });
    return said.length === 0 ? [] : [[selector, said] as const];
  });

/** Whether an area leaves the grid from inside another, out to the viewport's edge: that is a length of the wrapper's width. */
const leavesFromInside = ({ areas }: Layout): boolean =>
  areas.some(
    ({ within: outer, placements }) =>
      outer !== undefined && Object.values(placements).some(({ leaves, by }) => leaves !== "none" && by === undefined),
  );

/**
 * Rules that place the elements `.area-ID` in one `.layout-areas`. Each breakpoint has only what differs from the one
 * below. Grid lines are named: `col 5 / span 8` are columns 5 to 12, `view-start` and `view-end` the edges of the
 * viewport. A breakpoint that a map of few rows can express is written as one.
 */
export const areaRules = (layout: Layout, ranges: readonly BreakpointRange[], options: CssOptions): readonly string[] => {
  if (layout.areas.length === 0) return [];
  const text = writer(layout, options);
  const base: readonly Property[] = [
    ["display", "grid"],
    ...(options.query === "media" && leavesFromInside(layout) ? [["container-type", "inline-size"] as const] : []),
  ];
  let before: Sheet = new Map();
  const rules = ranges.flatMap((range, index) => {
    const sheet = sheetOf(layout, range, text);
    const said = newIn(sheet, before);
    before = new Map(
      [...sheet].map(([selector, properties]) => [
        selector,
        properties.get("display") === "none" ? new Map([...(before.get(selector) ?? []), ["display", "none"]]) : properties,
      ]),
    );
    if (said.length === 0) return [];
    const isFirst = index === 0;
    const blocks = said.map(([selector, properties]) =>
      block(selector, isFirst && selector === wrapper ? [...base, ...properties] : properties, isFirst ? "" : "  "),
    );
    return [isFirst ? blocks.join("\n\n") : `${conditionOf(layout, options, range)} {\n${blocks.join("\n\n")}\n}`];
  });
  return [
    `/* Areas: elements of class area-ID in one element of class layout-areas, in reading order. col 5 / span 8 are columns 5 to 12. */`,
    block(`${wrapper}, ${wrapper} [class*="area-"]`, [["box-sizing", "border-box"]], ""),
    ...rules,
  ];
};
