import {
  plainText,
  type Breakpoint,
  type CellId,
  cellList,
  type CellResult,
  changeTerm,
  type ColumnTerms,
  columnTerms,
  containerWords,
  equals,
  type Exact,
  fromJsonNumber,
  type Layout,
  limits,
  numberCells,
  readContainerKind,
  readTyped,
  shareNames,
  shares,
  shareParts,
  toDecimal,
  toNumber,
  workOutSum,
} from "@ypsiline/core";

/** A cell of the ledger that can be edited in place: a breakpoint's name, or one of its numbers. */
export type LedgerCell = {
  readonly id: CellId | "name";
  readonly label: string;
  readonly text: (breakpoint: Breakpoint, rootFontSize: Exact) => string;
  readonly read: (text: string, breakpoint: Breakpoint, rootFontSize: Exact) => CellResult;
  /** Changes by one step of the arrow keys, if the cell is one number. */
  readonly stepped: boolean;
};

const fail = (message: string): CellResult => ({ ok: false, message });
const done = (breakpoint: Breakpoint): CellResult => ({ ok: true, breakpoint });

const name: LedgerCell = {
  id: "name",
  label: "Breakpoint",
  stepped: false,
  text: ({ name: text }) => text,
  read: (text, breakpoint) =>
    text.trim() === ""
      ? fail("Give the breakpoint a name")
      : text.length > limits.text
        ? fail("At most 2,000 characters")
        : done({ ...breakpoint, name: text.trim() }),
};

/** A fluid container shows its size at the drawn-at width; typing one changes the margins, as in the sum lines. */
const container: Pick<LedgerCell, "text" | "read"> = {
  text: (breakpoint, rootFontSize) =>
    breakpoint.columns.container.kind === "fluid"
      ? `fluid ${toDecimal(drawnTerms(breakpoint, rootFontSize).container.width, 6)}`
      : numberCells.container.text(breakpoint),
  read: (text, breakpoint, rootFontSize) => {
    const said = readContainerKind(text);
    if ((said.kind ?? breakpoint.columns.container.kind) !== "fluid" || said.width === "")
      return numberCells.container.read(text, breakpoint);
    const typed = readTyped(said.width, ["px", "rem", "%"]);
    if (!typed.ok) return fail(containerWords);
    const free: Breakpoint = { ...breakpoint, columns: { ...breakpoint.columns, container: { kind: "fluid" } } };
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
    return changed.ok ? done({ ...free, columns: changed.columns }) : fail(plainText(changed.said));
  },
};

/** A breakpoint's columns at its drawn-at width. */
const drawnTerms = (breakpoint: Breakpoint, rootFontSize: Exact): ColumnTerms =>
  columnTerms(breakpoint.columns, { width: fromJsonNumber(breakpoint.drawnAt.width), rootFontSize });

/** The cells that can be edited, in the ledger's order; pasted rows fill them from the focused one on. */
export const ledgerCells: readonly LedgerCell[] = [
  name,
  ...cellList
    .filter(({ inLedger }) => inLedger)
    .map(({ id, label, stepped, text, read }): LedgerCell => ({
      id,
      label,
      stepped,
      text: (breakpoint) => text(breakpoint) ?? "",
      read,
      ...(id === "container" ? container : {}),
    })),
];

/**
 * Numbers of a draft that differ from those of the version it follows: "desk gutter", with what the version has there.
 * A breakpoint that the version does not have is not compared.
 */
export const ownCells = (followed: Layout, layout: Layout): ReadonlyMap<string, string> => {
  const declared = (cell: LedgerCell, breakpoint: Breakpoint): string =>
    cell.id === "name" ? breakpoint.name : (numberCells[cell.id].text(breakpoint) ?? "none");
  const own = new Map<string, string>();
  for (const breakpoint of layout.breakpoints) {
    const there = followed.breakpoints.find(({ id }) => id === breakpoint.id);
    if (!there) continue;
    for (const cell of ledgerCells) {
      const text = declared(cell, there);
      if (text !== declared(cell, breakpoint)) own.set(`${breakpoint.id} ${cell.id}`, text);
    }
  }
  return own;
};

/** What the columns of a breakpoint measure at its drawn-at width, beside the cells that can be edited. */
export const workedOut = (terms: ColumnTerms): readonly { readonly id: string; readonly label: string; readonly value: Exact | null }[] => {
  const all = shares(terms);
  return [
    { id: "column", label: "Column", value: terms.column },
    ...shareParts.map((parts) => ({ id: `part-${parts}`, label: shareNames[parts], value: all[parts] })),
  ];
};

/** Breakpoints as rows of a spreadsheet, with headings on request. Pasting them back gives the same numbers. */
export const copiedRows = (breakpoints: readonly Breakpoint[], rootFontSize: Exact, headings: boolean): string =>
  [
    ...(headings ? [ledgerCells.map(({ label }) => label)] : []),
    ...breakpoints.map((breakpoint) => ledgerCells.map((cell) => cell.text(breakpoint, rootFontSize))),
  ]
    // A name is the one text of a person's: a tab or a line in it would begin another cell.
    .map((cells) => cells.map((cell) => cell.replace(/[\t\r\n]+/g, " ")).join("\t"))
    .join("\n");

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
  // Headings that came with a copied ledger are no breakpoint.
  const titled = rows[0]?.[0] === ledgerCells[column]?.label;
  if (titled) return pasteInto(breakpoints, row, column, rows.slice(1), rootFontSize);
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

/** A number cell's text after one step of the arrow keys; null if that is not possible. */
export const steppedText = (text: string, step: Exact): string | null => {
  const read = readTyped(text, ["px", "rem", "%", "fr"]);
  if (!read.ok) return null;
  const next = workOutSum(`(${toDecimal(read.value.value, 6)})+(${toDecimal(step, 6)})`);
  if (!next.ok || toNumber(next.value) < 0) return null;
  return read.value.unit === "px" ? toDecimal(next.value, 6) : `${toDecimal(next.value, 6)}${read.value.unit}`;
};
