import type { FormatId, Layout } from "@ypsiline/core";
import type { Problem } from "../problem";
import { drawingOptions, type FileOption, type FileQuery, fileQuery, readFileQuery, stylesheetOptions } from "./file-query";

/** Files of a whole layout by name: the format, and what its query may hold. */
export const wholeFiles: Readonly<Record<string, { readonly format: FormatId; readonly options: readonly FileOption[] }>> = {
  "layout.css": { format: "css", options: stylesheetOptions },
  "layout.scss": { format: "sass", options: ["unit"] },
  "tokens.json": { format: "tokens", options: [] },
  "layout.json": { format: "layout", options: [] },
  "ledger.csv": { format: "ledger", options: [] },
};

type OfBreakpoint = {
  /** What stands before the breakpoint's id in the file's name, and after. */
  readonly before: string;
  readonly after: string;
  readonly format: FormatId;
  readonly png?: true;
  readonly options: readonly FileOption[];
};
const ofBreakpoint: readonly OfBreakpoint[] = [
  { before: "overlay-", after: ".svg", format: "svg", options: drawingOptions },
  { before: "overlay-", after: ".png", format: "svg", png: true, options: drawingOptions },
  { before: "tile-", after: ".svg", format: "tile", options: drawingOptions },
  { before: "tile-", after: ".png", format: "tile", png: true, options: drawingOptions },
  { before: "lines-", after: ".csv", format: "csv", options: ["breakpoint"] },
  { before: "lines-", after: ".json", format: "lines", options: ["breakpoint"] },
];
const others: Readonly<Record<string, readonly FileOption[]>> = {
  "overlay.js": [],
  "sheet.pdf": [],
  "all.zip": [...stylesheetOptions, ...drawingOptions],
};

/** Names of the files of a whole layout, and of those of one breakpoint with ID in place of its id. */
export const wholeNames: readonly string[] = [...Object.keys(wholeFiles), ...Object.keys(others)];
export const breakpointNames: readonly string[] = ofBreakpoint.map(({ before, after }) => `${before}ID${after}`);

/** Every name a file of a layout can be asked for by. */
export const fileNames = (layout: Layout): readonly string[] => [
  ...Object.keys(wholeFiles),
  ...layout.breakpoints.flatMap(({ id }) => ofBreakpoint.map(({ before, after }) => `${before}${id}${after}`)),
  ...Object.keys(others),
];

/** Which file of one breakpoint a name is of. */
export const breakpointFile = (name: string): OfBreakpoint | undefined =>
  ofBreakpoint.find(({ before, after }) => name === before.slice(0, -1) + after || (name.startsWith(before) && name.endsWith(after)));

const optionsOf = (name: string): readonly FileOption[] | null =>
  Object.hasOwn(wholeFiles, name)
    ? (wholeFiles[name]?.options ?? null)
    : Object.hasOwn(others, name)
      ? (others[name] ?? null)
      : (breakpointFile(name)?.options ?? null);

/** A file as it is asked for, once its name and query were looked at. */
export type AskedFile = { readonly name: string; readonly query: FileQuery };

export const noFile = (name: string): Problem => ({
  code: "not-found",
  detail: `There is no file ${name.slice(0, 100)}; there are ${[...wholeNames, ...breakpointNames].join(", ")}, with ID a breakpoint's id.`,
});

/** Looks at the name and query a file is asked for by; cheap, and before anything is read or written. */
export const askedFile = (
  name: string,
  search: URLSearchParams,
): { readonly ok: true; readonly value: AskedFile } | { readonly ok: false; readonly problem: Problem } => {
  const options = optionsOf(name);
  if (!options) return { ok: false, problem: noFile(name) };
  const query = readFileQuery(search, options);
  if (!query.ok) return query;
  const kind = breakpointFile(name);
  const { breakpoint } = query.value;
  const plain = kind && name === kind.before.slice(0, -1) + kind.after;
  if (!plain) return { ok: true, value: { name, query: query.value } };
  if (breakpoint === undefined)
    return {
      ok: false,
      problem: {
        code: "malformed",
        detail: `${name} needs ?breakpoint=ID.`,
        issues: [{ path: "/breakpoint", message: "is missing; it must be a breakpoint's id" }],
      },
    };
  return { ok: true, value: { name: `${kind.before}${breakpoint}${kind.after}`, query: { ...query.value, breakpoint: undefined } } };
};

/** What tells a file from others of the same layout: its name and the options it looks at, written one way only. */
export const fileKey = ({ name, query }: AskedFile): string => {
  const kind = breakpointFile(name);
  const options = (optionsOf(name) ?? []).filter((option) => option !== "density" || !kind || kind.png);
  return JSON.stringify([name, ...options.map((option) => query[option] ?? null)]);
};

/** The options of a file where nothing is asked for. */
export const plainFileQuery: FileQuery = fileQuery.parse({});
