import {
  type Breakpoint,
  changeTerm,
  columnTerms,
  equals,
  type Exact,
  fromJsonNumber,
  isWhole,
  type Length,
  lengthText,
  limits,
  parseLength,
  spanWidth,
  type ColumnTerms,
  toDecimal,
  toNumber,
  workOutSum,
} from "@ypsiline/core";
import { readTyped } from "@/ui/number-field";
import type { FindingPlace } from "./finding-place";

/** What a cell makes of typed or pasted text: a changed breakpoint, or a sentence that says what would be right. */
export type CellResult = { readonly ok: true; readonly breakpoint: Breakpoint } | { readonly ok: false; readonly message: string };

/** A cell of the ledger that can be edited in place. */
export type LedgerCell = {
  readonly id: string;
  readonly label: string;
  readonly text: (breakpoint: Breakpoint, rootFontSize: Exact) => string;
  readonly read: (text: string, breakpoint: Breakpoint, rootFontSize: Exact) => CellResult;
  /** Changes by one step of the arrow keys, where the cell is one number. */
  readonly stepped: boolean;
  /** JSON Pointer parts of a finding's path that this cell stands for. */
  readonly paths: readonly string[];
  /** The part of a sheet that this cell tells of, marked with it; null for a name. */
  readonly place: FindingPlace | null;
};

const fail = (message: string): CellResult => ({ ok: false, message });
const done = (breakpoint: Breakpoint): CellResult => ({ ok: true, breakpoint });

const size = (text: string): number | null => {
  const sum = workOutSum(text.replace(/px$/, ""));
  if (!sum.ok) return null;
  const decimal = toDecimal(sum.value, 3);
  const value = Number(decimal);
  return value >= 1 && value <= limits.size && toNumber(sum.value) === value ? value : null;
};

const sizeWords = `a width from 1 to ${limits.size.toLocaleString("en")}`;

const pxless = (text: string): string => {
  const length = parseLength(text);
  return length?.unit === "px" ? toDecimal(length.value, 6) : text;
};

const lengthOf = (
  text: string,
  units: readonly ("px" | "rem" | "%" | "fr")[],
): { ok: true; text: string } | { ok: false; message: string } => {
  const read = readTyped(text, units);
  if (!read.ok) return read;
  const { value }: { value: Length } = read;
  const declared = lengthText(value);
  if (declared === null || declared.startsWith("-")) return { ok: false, message: "Type a length from 0 with at most 6 decimals" };
  return { ok: true, text: declared };
};

const name: LedgerCell = {
  id: "name",
  label: "Breakpoint",
  stepped: false,
  paths: [],
  place: null,
  text: ({ name: text }) => text,
  read: (text, breakpoint) =>
    text.trim() === ""
      ? fail("Give the breakpoint a name")
      : text.length > limits.text
        ? fail("At most 2,000 characters")
        : done({ ...breakpoint, name: text.trim() }),
};

const from: LedgerCell = {
  id: "from",
  label: "From",
  stepped: true,
  paths: ["from"],
  place: "width",
  text: (breakpoint) => String(breakpoint.from),
  read: (text, breakpoint) => {
    const value = size(text);
    return value === null ? fail(`Type ${sizeWords}`) : done({ ...breakpoint, from: value });
  },
};

const drawnAt: LedgerCell = {
  id: "drawn-at",
  label: "Drawn at",
  stepped: false,
  paths: ["drawnAt/width", "drawnAt/height"],
  place: "height",
  text: ({ drawnAt: { width, height } }) => `${width} × ${height}`,
  read: (text, breakpoint) => {
    const [first = "", second, ...rest] = text.split(/[x×]/i);
    const width = size(first.trim());
    const height = second === undefined ? breakpoint.drawnAt.height : size(second.trim());
    if (width === null || height === null || rest.length > 0) return fail("Type width × height, like 1280 × 800");
    return done({ ...breakpoint, drawnAt: { width, height } });
  },
};

const count: LedgerCell = {
  id: "columns",
  label: "Columns",
  stepped: true,
  paths: ["columns/count", "columns"],
  place: "columns",
  text: ({ columns }) => String(columns.count),
  read: (text, breakpoint) => {
    const sum = workOutSum(text);
    if (!sum.ok || !isWhole(sum.value) || toNumber(sum.value) < 1 || toNumber(sum.value) > limits.columns)
      return fail(`Type a whole number from 1 to ${limits.columns}`);
    return done({ ...breakpoint, columns: { ...breakpoint.columns, count: toNumber(sum.value) } });
  },
};

const gutter: LedgerCell = {
  id: "gutter",
  label: "Gutter",
  stepped: true,
  paths: ["columns/gutter"],
  place: "gutter",
  text: ({ columns }) => pxless(columns.gutter),
  read: (text, breakpoint) => {
    const length = lengthOf(text, ["px", "rem", "fr"]);
    return length.ok ? done({ ...breakpoint, columns: { ...breakpoint.columns, gutter: length.text } }) : length;
  },
};

const margin: LedgerCell = {
  id: "margin",
  label: "Margin",
  stepped: true,
  paths: ["columns/margin", "columns/margin/start", "columns/margin/end"],
  place: "margin",
  text: ({ columns: { margin: sides } }) =>
    sides.start === sides.end ? pxless(sides.start) : `${pxless(sides.start)}, ${pxless(sides.end)}`,
  read: (text, breakpoint) => {
    const [first = "", second = first, ...rest] = text.split(/[,;|]/);
    const start = lengthOf(first, ["px", "rem", "%"]);
    const end = lengthOf(second, ["px", "rem", "%"]);
    if (rest.length > 0) return fail("Type one margin, or start and end like 64, 32");
    if (!start.ok) return start;
    if (!end.ok) return end;
    return done({ ...breakpoint, columns: { ...breakpoint.columns, margin: { start: start.text, end: end.text } } });
  },
};

const container: LedgerCell = {
  id: "container",
  label: "Container",
  stepped: false,
  paths: ["columns/container", "columns/container/width", "columns/container/max"],
  place: "container",
  text: (breakpoint, rootFontSize) => {
    const { container: held } = breakpoint.columns;
    if (held.kind === "capped") return `≤ ${pxless(held.max)}`;
    return held.kind === "fixed"
      ? `fixed ${pxless(held.width)}`
      : `fluid ${toDecimal(drawnTerms(breakpoint, rootFontSize).container.width, 6)}`;
  },
  read: (text, breakpoint, rootFontSize) => {
    const plain = text.trim().toLowerCase();
    const before = breakpoint.columns.container;
    const align = before.kind === "fluid" ? "center" : before.align;
    const held = (next: typeof before): Breakpoint => ({ ...breakpoint, columns: { ...breakpoint.columns, container: next } });
    const [said = ""] = /^(fluid|fixed|≤|<=|<|at most|max)\s*/.exec(plain) ?? [];
    const word = said.trim();
    const number = plain.slice(said.length);
    if (word === "fluid" && number === "") return done(held({ kind: "fluid" }));
    const wrong = fail("Type a width like 1140, fixed 1140, ≤ 1312 for at most, or fluid");
    // A bare number changes the container as it is held: of a fluid one the margins follow, as in the sum lines.
    const kind = word === "" ? before.kind : word === "fluid" || word === "fixed" ? word : "capped";
    if (kind !== "fluid") {
      const length = lengthOf(number, ["px", "rem"]);
      if (!length.ok || length.text === "0px") return wrong;
      return done(held(kind === "capped" ? { kind, max: length.text, align } : { kind, width: length.text, align }));
    }
    const typed = readTyped(number, ["px", "rem", "%"]);
    if (!typed.ok) return wrong;
    const free = held({ kind: "fluid" });
    const now = drawnTerms(free, rootFontSize);
    if (typed.value.unit === "px" && equals(typed.value.value, now.container.width)) return done(free);
    const changed = changeTerm({
      columns: free.columns,
      width: now.width,
      rootFontSize,
      term: "container",
      value: typed.value,
      givesWay: "column",
    });
    return changed.ok ? done({ ...free, columns: changed.columns }) : fail(changed.message);
  },
};

/** What a breakpoint's columns come to at its drawn-at width. */
const drawnTerms = (breakpoint: Breakpoint, rootFontSize: Exact): ColumnTerms =>
  columnTerms(breakpoint.columns, { width: fromJsonNumber(breakpoint.drawnAt.width), rootFontSize });

/** The cells that can be edited, in the ledger's order; pasted rows fill them from the focused one on. */
export const ledgerCells: readonly LedgerCell[] = [name, from, drawnAt, count, gutter, margin, container];

/** What the columns of a breakpoint measure at its drawn-at width, beside the cells that can be edited. */
export const workedOut = (terms: ColumnTerms): readonly { readonly id: string; readonly label: string; readonly value: Exact | null }[] => [
  { id: "column", label: "Column", value: terms.column },
  ...[2, 3, 4].map((parts) => ({
    id: `part-${parts}`,
    label: parts === 2 ? "Halves" : parts === 3 ? "Thirds" : "Quarters",
    value: terms.count % parts === 0 ? spanWidth(terms, terms.count / parts) : null,
  })),
];

/** Rows and cells of text copied from a spreadsheet. */
export const pastedRows = (text: string): readonly (readonly string[])[] =>
  text
    .replace(/\r\n?/g, "\n")
    .replace(/\n$/, "")
    .split("\n")
    .map((line) => line.split("\t").map((cell) => cell.trim()));

/** The result of pasting rows into breakpoints from a cell on; the first cell that cannot be taken stops it all. */
export const pasteInto = (
  breakpoints: readonly Breakpoint[],
  row: number,
  column: number,
  rows: readonly (readonly string[])[],
  rootFontSize: Exact,
): { ok: true; breakpoints: readonly Breakpoint[]; left: number } | { ok: false; message: string } => {
  const next = [...breakpoints];
  for (const [down, cells] of rows.entries()) {
    let breakpoint = next[row + down];
    if (!breakpoint) break;
    for (const [across, text] of cells.entries()) {
      const cell = ledgerCells[column + across];
      if (!cell || text === "") continue;
      const result = cell.read(text, breakpoint, rootFontSize);
      if (!result.ok)
        return {
          ok: false,
          message: `Row ${down + 1}, ${cell.label.toLowerCase()} “${text.slice(0, 40)}”: ${result.message}. Nothing was pasted.`,
        };
      breakpoint = result.breakpoint;
    }
    next[row + down] = breakpoint;
  }
  return { ok: true, breakpoints: next, left: Math.max(0, rows.length - (breakpoints.length - row)) };
};

/** A number cell's text one step of the arrow keys on; null where it cannot go there. */
export const steppedText = (text: string, step: Exact): string | null => {
  const read = readTyped(text, ["px", "rem", "%", "fr"]);
  if (!read.ok) return null;
  const next = workOutSum(`(${toDecimal(read.value.value, 6)})+(${toDecimal(step, 6)})`);
  if (!next.ok || toNumber(next.value) < 0) return null;
  return read.value.unit === "px" ? toDecimal(next.value, 6) : `${toDecimal(next.value, 6)}${read.value.unit}`;
};
