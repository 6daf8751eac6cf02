import { type Exact, isWhole, toNumber } from "../exact/exact";
import { declaredText, gutterLength, gutterText, type Length, type LengthUnit, lengthText } from "../exact/length";
import { toDecimal } from "../exact/show";
import { workOutSum } from "../exact/sum";
import { readTyped } from "../exact/typed";
import { limits } from "./limits";
import { type CellId, type Facet, numberList } from "./numbers";
import type { Breakpoint, Container } from "./schema";

/** The result of typing or pasting into a cell: a changed breakpoint, or a sentence that says what would be right. */
export type CellResult = { readonly ok: true; readonly breakpoint: Breakpoint } | { readonly ok: false; readonly message: string };

export type NumberCell = {
  /** As the heading of a column, and in a sentence. */
  readonly label: string;
  readonly said: string;
  readonly facet: Facet;
  /** The declared value as people type it: 24 for 24px. Null if there is nothing to show or change. */
  readonly text: (breakpoint: Breakpoint) => string | null;
  readonly read: (text: string, breakpoint: Breakpoint) => CellResult;
  /** Changes by one step of the arrow keys, if the cell is one number. */
  readonly stepped: boolean;
  /** Whether it can be typed in the ledger, and whether a repair may change it. */
  readonly inLedger: boolean;
  readonly mended: boolean;
  /** Whether its numbers can be carried to another breakpoint, or with which cell they go; null for what makes a breakpoint itself. */
  readonly carry: "alone" | CellId | null;
};

const fail = (message: string): CellResult => ({ ok: false, message });
const done = (breakpoint: Breakpoint): CellResult => ({ ok: true, breakpoint });

const size = (text: string): number | null => {
  const sum = workOutSum(text.replace(/px$/, ""));
  if (!sum.ok) return null;
  const value = Number(toDecimal(sum.value, 3));
  return value >= 1 && value <= limits.size && toNumber(sum.value) === value ? value : null;
};

type Declared = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly message: string };

/** A typed length as the document declares it: from 0, with at most six decimals. */
export const readDeclared = (text: string, units: readonly LengthUnit[], as: (typed: Length) => Length = (typed) => typed): Declared => {
  const read = readTyped(text, units);
  if (!read.ok) return read;
  const declared = lengthText(as(read.value));
  if (declared === null || declared.startsWith("-")) return { ok: false, message: "Type a length from 0 with at most 6 decimals" };
  return { ok: true, text: declared };
};

/** A whole number from 1, typed or worked out. */
const whole = (text: string, most: number): number | null => {
  const sum = workOutSum(text);
  const value: Exact | null = sum.ok && isWhole(sum.value) ? sum.value : null;
  return value && toNumber(value) >= 1 && toNumber(value) <= most ? toNumber(value) : null;
};

const sides = ({ start, end }: { readonly start: string; readonly end: string }): string =>
  start === end ? declaredText(start) : `${declaredText(start)}, ${declaredText(end)}`;

const withColumns = (breakpoint: Breakpoint, change: Partial<Breakpoint["columns"]>): Breakpoint => ({
  ...breakpoint,
  columns: { ...breakpoint.columns, ...change },
});

/** A held container as it is read: "≤ 1312", "fixed 1140"; a fluid one says that alone. */
const containerText = (held: Container): string =>
  held.kind === "fluid" ? "fluid" : held.kind === "capped" ? `≤ ${declaredText(held.max)}` : `fixed ${declaredText(held.width)}`;

export const containerWords = "Type a width like 1140, fixed 1140, ≤ 1312 for at most, or fluid";

/** The kind of container in a text, and the rest of it, which is its width; null if the text names no kind. */
export const readContainerKind = (text: string): { readonly kind: Container["kind"] | null; readonly width: string } => {
  const plain = text.trim().toLowerCase();
  const [said = ""] = /^(fluid|fixed|≤|<=|<|at most|max)\s*/.exec(plain) ?? [];
  const word = said.trim();
  const kind = word === "" ? null : word === "fluid" || word === "fixed" ? word : "capped";
  return { kind, width: plain.slice(said.length) };
};

const readContainer = (text: string, breakpoint: Breakpoint): CellResult => {
  const before = breakpoint.columns.container;
  const read = readContainerKind(text);
  const kind = read.kind ?? before.kind;
  if (kind === "fluid") return read.width === "" ? done(withColumns(breakpoint, { container: { kind } })) : fail(containerWords);
  const length = readDeclared(read.width, ["px", "rem"]);
  if (!length.ok || length.text === "0px") return fail(containerWords);
  const align = before.kind === "fluid" ? "center" : before.align;
  return done(
    withColumns(breakpoint, { container: kind === "capped" ? { kind, max: length.text, align } : { kind, width: length.text, align } }),
  );
};

/** The cells of a breakpoint, in the order people read them. */
export const numberCells = {
  from: {
    label: "From",
    said: "from-width",
    facet: "columns",
    stepped: true,
    inLedger: true,
    mended: true,
    carry: null,
    text: ({ from }) => String(from),
    read: (text, breakpoint) => {
      const value = size(text);
      return value === null ? fail(`Type a width from 1 to ${limits.size.toLocaleString("en")}`) : done({ ...breakpoint, from: value });
    },
  },
  "drawn-at": {
    label: "Drawn at",
    said: "drawn-at size",
    facet: "columns",
    stepped: false,
    inLedger: true,
    mended: true,
    carry: null,
    text: ({ drawnAt: { width, height } }) => `${width} × ${height}`,
    read: (text, breakpoint) => {
      const [first = "", second, ...rest] = text.split(/[x×]/i);
      const width = size(first.trim());
      const height = second === undefined ? breakpoint.drawnAt.height : size(second.trim());
      if (width === null || height === null || rest.length > 0) return fail("Type width × height, like 1280 × 800");
      return done({ ...breakpoint, drawnAt: { width, height } });
    },
  },
  columns: {
    label: "Columns",
    said: "columns",
    facet: "columns",
    stepped: true,
    inLedger: true,
    mended: true,
    carry: "alone",
    text: ({ columns: { count } }) => String(count),
    read: (text, breakpoint) => {
      const count = whole(text, limits.columns);
      return count === null ? fail(`Type a whole number from 1 to ${limits.columns}`) : done(withColumns(breakpoint, { count }));
    },
  },
  gutter: {
    label: "Gutter",
    said: "gutter",
    facet: "columns",
    stepped: true,
    inLedger: true,
    mended: true,
    carry: "alone",
    text: ({ columns: { gutter } }) => gutterText(gutter),
    read: (text, breakpoint) => {
      const length = readDeclared(text, ["px", "rem", "fr", "%"], gutterLength);
      return length.ok ? done(withColumns(breakpoint, { gutter: length.text })) : length;
    },
  },
  margin: {
    label: "Margin",
    said: "margin",
    facet: "columns",
    stepped: true,
    inLedger: true,
    mended: true,
    carry: "alone",
    text: ({ columns: { margin } }) => sides(margin),
    read: (text, breakpoint) => {
      const [first = "", second = first, ...rest] = text.split(/[,;|]/);
      const start = readDeclared(first, ["px", "rem", "%"]);
      const end = readDeclared(second, ["px", "rem", "%"]);
      if (rest.length > 0) return fail("Type one margin, or start and end like 64, 32");
      if (!start.ok) return start;
      if (!end.ok) return end;
      return done(withColumns(breakpoint, { margin: { start: start.text, end: end.text } }));
    },
  },
  container: {
    label: "Container",
    said: "container",
    facet: "columns",
    stepped: false,
    inLedger: true,
    mended: true,
    carry: "alone",
    text: ({ columns: { container: held } }) => containerText(held),
    read: readContainer,
  },
  rows: {
    label: "Rows",
    said: "rows",
    facet: "rows",
    stepped: true,
    inLedger: false,
    mended: true,
    carry: "alone",
    text: ({ rows: own }) => (own === null ? null : own.kind === "repeating" ? declaredText(own.height) : `${own.count} dividing`),
    read: (text, breakpoint) => {
      const own = breakpoint.rows;
      if (own?.kind === "dividing") {
        const count = whole(text.replace(/\s*dividing$/, ""), 1000);
        return count === null
          ? fail("Type how many rows divide the height, from 1 to 1,000")
          : done({ ...breakpoint, rows: { ...own, count } });
      }
      const height = readDeclared(text, ["px", "rem"]);
      if (!height.ok) return height;
      if (height.text === "0px") return fail("Type a height above 0");
      return done({ ...breakpoint, rows: { kind: "repeating", gutter: "0px", offset: "0px", ...own, height: height.text } });
    },
  },
  "row-gutter": {
    label: "Row gutter",
    said: "row gutter",
    facet: "rows",
    stepped: true,
    inLedger: false,
    mended: true,
    carry: "rows",
    text: ({ rows: own }) => (own ? declaredText(own.gutter) : null),
    read: (text, breakpoint) => {
      const gutter = readDeclared(text, ["px", "rem"]);
      if (!gutter.ok) return gutter;
      return breakpoint.rows
        ? done({ ...breakpoint, rows: { ...breakpoint.rows, gutter: gutter.text } })
        : fail("Give the breakpoint rows first");
    },
  },
  baseline: {
    label: "Baseline",
    said: "baseline",
    facet: "baseline",
    stepped: true,
    inLedger: false,
    mended: true,
    carry: "alone",
    text: ({ baseline: own }) => (own ? declaredText(own.step) : null),
    read: (text, breakpoint) => {
      const step = readDeclared(text, ["px", "rem"]);
      if (!step.ok) return step;
      if (step.text === "0px") return fail("Type a step above 0");
      return done({ ...breakpoint, baseline: { offset: "0px", emphasis: 4, ...breakpoint.baseline, step: step.text } });
    },
  },
  mesh: {
    label: "Mesh",
    said: "mesh",
    facet: "base",
    stepped: true,
    inLedger: false,
    mended: false,
    carry: "alone",
    text: ({ mesh: own }) => (own ? declaredText(own.step) : null),
    read: (text, breakpoint) => {
      const step = readDeclared(text, ["px", "rem"]);
      if (!step.ok) return step;
      if (step.text === "0px") return fail("Type a step above 0");
      return done({ ...breakpoint, mesh: { emphasis: 8, ...breakpoint.mesh, step: step.text } });
    },
  },
} as const satisfies Readonly<Record<CellId, NumberCell>>;

/** What a path inside a breakpoint is called: a number by its name, a part that is all of one cell by the cell's; null for any other. */
export const nameOfPath = (path: string): string | null => {
  const exact = numberList.find(([one]) => one === path)?.[1].name;
  if (exact !== undefined) return exact;
  const cells = new Set(numberList.filter(([one]) => one.startsWith(`${path}/`)).map(([, { cell }]) => cell));
  const [only] = cells;
  return only !== undefined && cells.size === 1 ? numberCells[only].said : null;
};

/** The cells with their ids, in their order. */
export const cellList = Object.entries(numberCells).map(([id, cell]): NumberCell & { readonly id: CellId } => ({
  id: id as CellId,
  ...cell,
}));

/** Cells that a repair may change, and a person may hold. */
export type RepairCell = { [K in CellId]: (typeof numberCells)[K]["mended"] extends true ? K : never }[CellId];
export const repairCells = cellList.filter(({ mended }) => mended).map(({ id }) => id as RepairCell);
