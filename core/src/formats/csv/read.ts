import { limits } from "../../layout/limits";
import { type Issue, parseLayout } from "../../layout/parse";
import { membersOf } from "../../layout/number-values";
import { ledgerHeadings, numberList, type NumberPath } from "../../layout/numbers";
import { idPattern } from "../../layout/schema";
import { slugOf, untaken } from "../../layout/slug";
import { leafKindAt, missablePartAt } from "../../layout/schema-places";
import { usualDrawnAt } from "../drawn-at";
import { breakpointFromLines, type Edge } from "../from-lines";
import type { Read } from "../types";
import { areasHeadings, readAreas } from "./areas";
import { type CsvRow, readCsvRows, readValue } from "./csv";
import { linesHeader } from "./write";

const refused = (message: string): Read => ({ ok: false, issues: [{ path: "", message }] });

/** Heading as it is compared: small letters, single spaces. */
const plain = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/[_\s-]+/g, " ")
    .trim();

/** Other headings people write for the same thing. */
const headings: Readonly<Record<string, string>> = {
  breakpoint: "name",
  "from width": "from",
  width: "drawn width",
  height: "drawn height",
  "drawn at": "drawn width",
  margin: "margin start",
  margins: "margin start",
};

/**
 * A length as people type it in a table: 24, "24 px", "1.5rem", "5 %"; any other text unchanged, for the schema to
 * refuse.
 */
const length = (text: string): string => {
  const found = /^(-?\d+(?:[.,]\d+)?)\s*(px|rem|fr|%)?$/i.exec(text);
  return found ? `${(found[1] ?? "").replace(",", ".")}${(found[2] ?? "px").toLowerCase()}` : text;
};

const idOf = (name: string, used: ReadonlySet<string>): string => untaken(slugOf(name, "row", 36), (one) => used.has(one));

/** Values for numbers that a table leaves out; the schema fills in the rest. */
const usual: Partial<Record<NumberPath, string | number>> = {
  "columns/gutter": "0px",
  "columns/margin/start": "0px",
  "columns/container/kind": "fluid",
  "rows/gutter": "0px",
  "rows/margin/start": "0px",
  "baseline/emphasis": 4,
  "mesh/emphasis": 8,
};

/** A number of a table as a layout declares it, or what would be right. */
const declared = (path: NumberPath, text: string): { readonly value: string | number } | { readonly right: string } => {
  const kind = leafKindAt(path);
  if (kind === "text") return { value: length(text) };
  if (kind !== "number") {
    const word = text.toLowerCase();
    return kind.includes(word) ? { value: word } : { right: `must be ${kind.slice(0, -1).join(", ")} or ${kind.at(-1) ?? ""}` };
  }
  const digits = text.replace(/\s*px$/i, "").replace(",", ".");
  return /^\d+(\.\d{1,3})?$/.test(digits) ? { value: Number(digits) } : { right: "must be a number" };
};

/**
 * The numbers of a table's row. An optional part, such as a baseline, is missing if the row has none of its numbers.
 */
const numbersIn = (said: (heading: string) => string, issue: (message: string) => void): Map<NumberPath, string | number> => {
  const numbers = new Map<NumberPath, string | number>();
  for (const [path, { heading }] of numberList) {
    const text = said(heading).trim();
    if (text === "") continue;
    const read = declared(path, text);
    if ("value" in read) numbers.set(path, read.value);
    else issue(`${heading} ${read.right}, not ${text.slice(0, 40)}`);
  }
  // Tables of people say by their numbers which kind of rows they mean.
  const rows = numbers.has("rows/count") ? "dividing" : numbers.has("rows/height") ? "repeating" : null;
  if (rows && !numbers.has("rows/kind")) numbers.set("rows/kind", rows);
  const has = (part: string): boolean => [...numbers.keys()].some((path) => path.startsWith(`${part}/`));
  for (const [path] of numberList) {
    const [stands, part] = [usual[path], missablePartAt(path)];
    if (stands !== undefined && !numbers.has(path) && (part === null || has(part))) numbers.set(path, stands);
  }
  return numbers;
};

const ledger = (header: readonly string[], rows: readonly CsvRow[]): Read => {
  const names = header.map((heading) => headings[plain(heading)] ?? plain(heading));
  const lost = names.flatMap((name, index) =>
    ledgerHeadings.includes(name) ? [] : [`line 1: heading ${header[index] ?? ""} is none of the ledger`],
  );
  const issues: Issue[] = [];
  const used = new Set<string>();
  if (rows.length > limits.breakpoints)
    return refused(
      `must hold at most ${limits.breakpoints} breakpoints, a row for each; it holds ${rows.length.toLocaleString("en")} rows`,
    );
  const read = rows.map(({ line, fields }) => {
    const said = (heading: string): string => readValue(fields[names.indexOf(heading)] ?? "");
    const numbers = numbersIn(said, (message) => issues.push({ path: `line ${line}`, message }));
    const given = said("id").trim();
    const id = idPattern.test(given) && !used.has(given) ? given : idOf(given || said("name"), used);
    used.add(id);
    return { line, numbers, id, name: said("name").trim() === "" ? id : said("name") };
  });
  const fromOf = (index: number): number | null => {
    const from = read[index]?.numbers.get("from");
    return typeof from === "number" ? from : null;
  };
  const breakpoints = read.map(({ line, numbers, id, name }, index) => {
    const from = fromOf(index) ?? (index === 0 ? 320 : (fromOf(index - 1) ?? 320) + 1);
    if (fromOf(index) === null) lost.push(`line ${line}: no from-width; ${from} stands in`);
    if (!numbers.has("columns/count")) issues.push({ path: `line ${line}`, message: "columns must be a whole number, like 12" });
    const { width, height } = usualDrawnAt(from, fromOf(index + 1));
    return membersOf(id, name, new Map([["drawnAt/width", width], ["drawnAt/height", height], ...numbers, ["from", from]]));
  });
  if (issues.length > 0) return { ok: false, issues };
  const parsed = parseLayout({ format: "ypsiline-layout", formatVersion: 1, name: "From a ledger", base: "8px", breakpoints });
  if (!parsed.ok)
    return {
      ok: false,
      issues: parsed.issues.map(({ path, message }) => {
        const row = /^\/breakpoints\/(\d+)\/(.*)$/.exec(path);
        return row ? { path: `line ${read[Number(row[1])]?.line ?? 0}, ${row[2] ?? ""}`, message } : { path, message };
      }),
    };
  return { ok: true, layout: parsed.value, lost: [...lost, "base unit, spacing, text roles, notes: a ledger does not hold them"] };
};

/** A position as files write it: with a point, or with the comma of places that write one. */
const position = (text: string | undefined): number | null => {
  const found = /^-?\d{1,7}(?:[.,]\d{1,10})?$/.exec(text?.trim() ?? "");
  return found ? Number(found[0].replace(",", ".")) : null;
};

const farthest = (edges: readonly Edge[]): number => edges.reduce((most, { start, size }) => Math.max(most, start + size), 0);

const lines = (header: readonly string[], rows: readonly CsvRow[]): Read => {
  const lost = ["names, other breakpoints and what is declared: line positions hold one drawn size"];
  const places = { layer: header.indexOf("layer"), start: header.indexOf("start"), end: header.indexOf("end") };
  const layers = new Map<string, Edge[]>();
  let unread = 0;
  for (const { line, fields } of rows) {
    const from = position(fields[places.start]);
    const to = position(fields[places.end]);
    const layer = (fields[places.layer] ?? "").trim();
    if (from === null || to === null) {
      unread += 1;
      if (unread <= 10) lost.push(`line ${line}: start and end must be numbers of px`);
      continue;
    }
    const list = layers.get(layer);
    if (list) list.push({ start: from, size: to - from });
    else layers.set(layer, [{ start: from, size: to - from }]);
  }
  if (unread > 10) lost.push(`${unread - 10} more lines whose start or end is no number`);
  const edges = (layer: string): readonly Edge[] => layers.get(layer) ?? [];
  const columns = edges("column");
  if (columns.length > limits.columns) return refused(`must hold at most ${limits.columns} columns; it holds ${columns.length}`);
  const width = farthest([...columns, ...edges("margin")]);
  const tracks = edges("row");
  const baseline = edges("baseline").map(({ start }) => start);
  const height = Math.ceil(Math.max(farthest(tracks), farthest(edges("baseline")))) || 800;
  const breakpoint = breakpointFromLines({ width: Math.round(width * 1000) / 1000, height }, columns, tracks, baseline, lost);
  if (!breakpoint) return refused("must hold at least one line of layer column");
  const parsed = parseLayout({
    format: "ypsiline-layout",
    formatVersion: 1,
    name: "From line positions",
    base: "8px",
    breakpoints: [breakpoint],
  });
  return parsed.ok ? { ok: true, layout: parsed.value, lost } : parsed;
};

/** Whether a table's first line has the headings of areas. */
export const isAreasTable = (text: string): boolean => {
  const read = readCsvRows(text.split("\n", 1)[0] ?? "");
  const names = read.ok ? (read.rows[0]?.fields ?? []).map(plain) : [];
  return areasHeadings.every((name) => names.includes(name));
};

/** Reads CSV: a ledger (a row for each breakpoint, at least a heading `columns`), line positions of one breakpoint, or a table of areas. */
export const readCsv = (text: string): Read => {
  const read = readCsvRows(text);
  if (!read.ok) return { ok: false, issues: [{ path: `line ${read.line}`, message: read.message }] };
  const [header, ...rows] = read.rows;
  if (!header || rows.length === 0) return refused("must hold a heading and at least one row");
  const names = header.fields.map(plain);
  if (linesHeader.every((name) => names.includes(name))) return lines(names, rows);
  if (areasHeadings.every((name) => names.includes(name))) return readAreas(names, rows);
  if (!names.includes("columns"))
    return refused(
      `must have a heading columns (a ledger: ${ledgerHeadings.slice(0, 9).join(", ")} …), the headings ${linesHeader.join(", ")} (line positions), or the headings ${areasHeadings.join(", ")} (areas)`,
    );
  return ledger(header.fields, rows);
};
