import {
  deviceSets,
  type Issue,
  type Layout,
  layoutFromStart,
  type Parsed,
  slugOf,
  type Spaces,
  startBases,
  type StartRows,
  startRows,
  type StartSize,
  startSpaces,
  suggestSpaces,
  toNumber,
  untaken,
  workOutSum,
} from "@ypsiline/core";
import type { Choosable } from "@/ui/spec-choice";

/** The numbers of a breakpoint that a new spec is given. */
export const cells = ["from", "width", "count", "gutter", "margin"] as const;
export type Cell = (typeof cells)[number];
export const cellNames: Readonly<Record<Cell, string>> = {
  from: "From",
  width: "Drawn at",
  count: "Columns",
  gutter: "Gutter",
  margin: "Margin",
};

/** A breakpoint as it is typed: numbers, or sums of them. */
export type Row = { readonly name: string; readonly height: number } & Readonly<Record<Cell, string>>;

/** Ways to start that begin with numbers. */
export const numberStarts = ["sizes", "width"] as const;
export type NumberStart = (typeof numberStarts)[number];
/** All ways to start; `template` copies a spec that the team chose as one. */
const starts = ["template", ...numberStarts, "design", "file", "spec", "blank"] as const;
export type StartId = (typeof starts)[number];

/** Typed and chosen values. Those of one starting point are kept while another is shown. */
export type Fields = {
  readonly name: string;
  readonly description: string;
  readonly team: string;
  readonly start: StartId;
  /** Address of the template to copy; "" if the team has none. */
  readonly template: string;
  readonly base: string;
  readonly rows: StartRows;
  readonly devices: string;
  readonly typed: Readonly<Record<NumberStart, readonly Row[]>>;
  readonly file: { readonly layout: Layout; readonly lost: readonly string[] } | null;
  readonly copied: Choosable | null;
  /** The version of it that is followed; "" for a copy of its draft. */
  readonly followed: string;
};

const rowOf = (size: StartSize, spaces: Spaces): Row => ({
  name: size.name,
  height: size.height,
  from: String(size.from),
  width: String(size.width),
  count: String(size.count),
  gutter: String(spaces.gutter),
  margin: String(spaces.margin),
});

const rowsOf = (sizes: readonly StartSize[], base: number): readonly Row[] => {
  const spaces = startSpaces(sizes, base);
  return sizes.flatMap((size, index) => (spaces[index] ? [rowOf(size, spaces[index])] : []));
};

/** The rows of a device set; of the first set if there is none with that name. */
export const rowsOfDevices = (id: string, base: string): readonly Row[] =>
  rowsOf((deviceSets.find((one) => one.id === id) ?? deviceSets[0]).sizes, Number(base));

export const bases = startBases.map(String);

export const blankFields = (team: string, start: StartId): Fields => ({
  name: "",
  description: "",
  team,
  start,
  template: "",
  base: "8",
  rows: "none",
  devices: deviceSets[0].id,
  typed: { sizes: rowsOfDevices(deviceSets[0].id, "8"), width: rowsOfDevices("two", "8") },
  file: null,
  copied: null,
  followed: "",
});

/** A typed number or sum; null if it is not one. */
const numberOf = (text: string): number | null => {
  const sum = workOutSum(text);
  return sum.ok ? toNumber(sum.value) : null;
};

/** The result of a typed sum; any other text unchanged. */
export const workedOut = (text: string): string => {
  const value = numberOf(text);
  return value === null ? text : String(value);
};

/** What would be right in a cell. */
const wanted: Readonly<Record<Cell, string>> = {
  from: "must be a width like 1024",
  width: "must be a width like 1440 or a sum like 1152+2*144",
  count: "must be a whole number like 12",
  gutter: "must be a length in px like 24",
  margin: "must be a length in px like 64, or a sum",
};

/** The numbers of a row; `faults` names each cell that holds none. */
const readRow = (row: Row): { readonly numbers: Readonly<Record<Cell, number>> | null; readonly faults: readonly Cell[] } => {
  const read = cells.map((cell) => [cell, numberOf(row[cell])] as const);
  const faults = read.flatMap(([cell, value]) => (value === null ? [cell] : []));
  return { numbers: faults.length > 0 ? null : (Object.fromEntries(read) as Record<Cell, number>), faults };
};

/** The same rows with gutters and margins that close on another base unit; a row that cannot be read stays as it is. */
export const rowsOnBase = (rows: readonly Row[], base: string): readonly Row[] => {
  const sizes = rows.map((row) => readRow(row).numbers ?? { width: 0, count: 1 });
  const spaces = startSpaces(sizes, Number(base));
  return rows.map((row, index) => {
    const one = spaces[index];
    return one && readRow(row).numbers ? { ...row, gutter: String(one.gutter), margin: String(one.margin) } : row;
  });
};

/** A further breakpoint above the last, with what is suggested there. */
export const withRow = (rows: readonly Row[], base: string): readonly Row[] => {
  const last = rows.at(-1);
  const numbers = last ? readRow(last).numbers : null;
  const width = Math.min(20_000, Math.max(360, Math.round((numbers?.width ?? 1280) * 1.5)));
  const size = { from: Math.max((numbers?.from ?? 0) + 1, Math.round(width * 0.8)), width, height: 900, count: numbers?.count ?? 12 };
  const [spaces] = startSpaces([size], Number(base));
  return [...rows, rowOf({ ...size, id: "", name: `Breakpoint ${rows.length + 1}` }, spaces ?? { gutter: 16, margin: 16 })];
};

/**
 * The gutter and margin nearest to the typed ones that make whole columns; null if there are none, or the row is
 * invalid.
 */
export const closing = (row: Row, base: string): Spaces | null => {
  const { numbers } = readRow(row);
  return numbers && suggestSpaces(numbers, Number(base), numbers);
};

/** The layout of what is typed, or what is wrong with it, by `/breakpoints/INDEX/CELL`. */
export const layoutOfRows = (name: string, rows: readonly Row[], base: string, kind: StartRows): Parsed<Layout> => {
  const read = rows.map(readRow);
  const issues = read.flatMap(({ faults }, index) =>
    faults.map((cell): Issue => ({ path: `/breakpoints/${index}/${cell}`, message: wanted[cell] })),
  );
  if (issues.length > 0) return { ok: false, issues };
  const ids = new Set<string>();
  const layout = layoutFromStart({
    name: name.trim() || "New spec",
    base: Number(base),
    rows: kind,
    breakpoints: rows.flatMap((row, index) => {
      const { numbers } = read[index] ?? { numbers: null };
      const id = untaken(slugOf(row.name, "breakpoint"), (one) => ids.has(one));
      ids.add(id);
      return numbers ? [{ id, name: row.name.trim() || `Breakpoint ${index + 1}`, height: row.height, ...numbers }] : [];
    }),
  });
  return layout.ok ? layout : { ok: false, issues: layout.issues.map(({ path, message }) => ({ path: cellPath(path), message })) };
};

/** The cell that a member of the document is typed in. */
const cellPath = (path: string): string => {
  const [, , index, ...member] = path.split("/");
  const cell = member.includes("margin")
    ? "margin"
    : member.includes("gutter")
      ? "gutter"
      : member.includes("count")
        ? "count"
        : member.includes("drawnAt")
          ? "width"
          : member[0] === "from"
            ? "from"
            : null;
  return cell ? `/breakpoints/${index}/${cell}` : path;
};

const key = "ypsiline new spec";
const isOne = <T extends string>(value: unknown, list: readonly T[]): value is T => list.includes(value as T);
const isRows = (value: unknown): value is readonly Row[] =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((row: unknown) => {
    if (typeof row !== "object" || row === null) return false;
    const one = row as Readonly<Record<string, unknown>>;
    return typeof one["name"] === "string" && typeof one["height"] === "number" && cells.every((cell) => typeof one[cell] === "string");
  });

/** What this tab stored before it was reloaded, as text; "{}" for nothing. */
export const storedFields = (): string => {
  try {
    return sessionStorage.getItem(key) ?? "{}";
  } catch {
    return "{}";
  }
};

/** What this tab stored, over the fields it begins with. Invalid values are ignored. */
export const keptFields = (
  stored: string,
  blank: Fields,
  teams: readonly { readonly slug: string; readonly templates: readonly { readonly spec: string }[] }[],
): Fields => {
  try {
    const kept = JSON.parse(stored) as Readonly<Record<string, unknown>>;
    const text = (name: "name" | "description" | "team" | "devices" | "followed"): string => {
      const value = kept[name];
      return typeof value === "string" ? value : blank[name];
    };
    const team = teams.find(({ slug }) => slug === text("team"));
    const start = isOne(kept["start"], starts) ? kept["start"] : blank.start;
    const template = (team ?? teams[0])?.templates.find(({ spec }) => spec === kept["template"])?.spec;
    const typed = (kept["typed"] ?? {}) as Readonly<Record<string, unknown>>;
    return {
      ...blank,
      name: text("name"),
      description: text("description"),
      devices: text("devices"),
      team: team?.slug ?? blank.team,
      // A template may be none any more.
      start: start === "template" && template === undefined ? "sizes" : start,
      template: template ?? blank.template,
      base: isOne(kept["base"], bases) ? kept["base"] : blank.base,
      rows: isOne(kept["rows"], startRows) ? kept["rows"] : blank.rows,
      typed: {
        sizes: isRows(typed["sizes"]) ? typed["sizes"] : blank.typed.sizes,
        width: isRows(typed["width"]) ? typed["width"] : blank.typed.width,
      },
    };
  } catch {
    return blank;
  }
};

/** Keeps what is typed until the spec is created. A file and a chosen spec are chosen again. */
export const keepFields = (fields: Fields | null): void => {
  try {
    if (fields === null) sessionStorage.removeItem(key);
    else sessionStorage.setItem(key, JSON.stringify({ ...fields, file: null, copied: null }));
  } catch {
    // Without room for it, it lives as long as the page.
  }
};
