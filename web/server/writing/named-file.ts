import { type FormatId, type Layout, overlayLayers, parseWith, plainWriting, type WriteOptions } from "@ypsiline/core";
import { strToU8, zipSync } from "fflate";
import type { z } from "zod";
import type { Problem } from "../problem";
import { sentence } from "../request-body";
import { fileQuery } from "./file-query";
import { pdfOf, type SheetOf } from "./pdf";
import { pngOf } from "./png";
import { writeSnippet } from "./snippet";
import { writeFile } from "./write-file";

type FileQuery = z.output<typeof fileQuery>;

export const writeOptions = (query: FileQuery, breakpoint: string | null): WriteOptions => ({
  ...plainWriting,
  unit: query.unit,
  query: query.query,
  edges: query.edges,
  gridClass: query.grid,
  breakpoint,
  overlay: {
    draw: query.draw,
    opacity: query.opacity,
    layers: query.layers ?? overlayLayers,
    colours: { margins: query.margins, columns: query.columns, rows: query.rows, baseline: query.baseline, mesh: query.mesh },
  },
});

type Body = string | Uint8Array;
export type NamedFile =
  { readonly ok: true; readonly body: Body; readonly mediaType: string } | { readonly ok: false; readonly problem: Problem };

/** Files of a whole layout by name. */
const whole: Readonly<Record<string, FormatId>> = {
  "layout.css": "css",
  "layout.scss": "sass",
  "tokens.json": "tokens",
  "layout.json": "layout",
  "ledger.csv": "ledger",
};
/** Files of one breakpoint: what stands before its id, and after. */
const ofBreakpoint: readonly { readonly before: string; readonly after: string; readonly format: FormatId; readonly png?: true }[] = [
  { before: "overlay-", after: ".svg", format: "svg" },
  { before: "overlay-", after: ".png", format: "svg", png: true },
  { before: "tile-", after: ".svg", format: "tile" },
  { before: "tile-", after: ".png", format: "tile", png: true },
  { before: "lines-", after: ".csv", format: "csv" },
  { before: "lines-", after: ".json", format: "lines" },
];
const others = ["overlay.js", "sheet.pdf", "all.zip"] as const;

/** Names of the files of a whole layout, and of those of one breakpoint with ID in place of its id. */
export const wholeNames: readonly string[] = [...Object.keys(whole), ...others];
export const breakpointNames: readonly string[] = ofBreakpoint.map(({ before, after }) => `${before}ID${after}`);

/** Every name a file of a layout can be asked for by. */
export const fileNames = (layout: Layout): readonly string[] => [
  ...Object.keys(whole),
  ...layout.breakpoints.flatMap(({ id }) => ofBreakpoint.map(({ before, after }) => `${before}${id}${after}`)),
  ...others,
];

/** Writes one of the files of a layout, named as it is asked for. */
export const namedFile = async (sheet: SheetOf, name: string, search: URLSearchParams): Promise<NamedFile> => {
  const query = parseWith(fileQuery, Object.fromEntries(search));
  if (!query.ok) return { ok: false, problem: { code: "malformed", detail: sentence(query.issues), issues: query.issues } };
  return fileOf(sheet, name, query.value);
};

const fileOf = async (sheet: SheetOf, name: string, query: FileQuery): Promise<NamedFile> => {
  const { layout } = sheet;
  const format = whole[name];
  if (format) {
    const file = writeFile(layout, format, writeOptions(query, null));
    return file.ok ? { ok: true, body: file.text, mediaType: file.mediaType } : file;
  }
  const plain = ofBreakpoint.find(({ before, after }) => name === before.slice(0, -1) + after);
  if (plain && query.breakpoint !== undefined) return fileOf(sheet, `${plain.before}${query.breakpoint}${plain.after}`, query);
  const kind = ofBreakpoint.find(({ before, after }) => name.startsWith(before) && name.endsWith(after));
  const id = kind && name.slice(kind.before.length, -kind.after.length);
  if (kind && id !== undefined && layout.breakpoints.some((one) => one.id === id)) {
    const file = writeFile(layout, kind.format, writeOptions(query, id));
    if (!file.ok) return file;
    if (!kind.png) return { ok: true, body: file.text, mediaType: file.mediaType };
    const png = pngOf(file.text, query.density);
    return png.ok
      ? { ok: true, body: png.bytes, mediaType: "image/png" }
      : { ok: false, problem: { code: "unprocessable", detail: png.detail } };
  }
  if (name === "overlay.js") return { ok: true, body: writeSnippet(layout, sheet.version), mediaType: "text/javascript; charset=utf-8" };
  if (name === "sheet.pdf") return { ok: true, body: await pdfOf(sheet), mediaType: "application/pdf" };
  if (name === "all.zip") return zipped(sheet, query);
  const known = [...Object.keys(whole), ...ofBreakpoint.map(({ before, after }) => `${before}ID${after}`), ...others].join(", ");
  return {
    ok: false,
    problem: { code: "not-found", detail: `There is no file ${name.slice(0, 100)}; there are ${known}, with ID a breakpoint's id.` },
  };
};

/** All files in one ZIP; one that cannot be written (a picture too large) is left out and named in a note. */
const zipped = async (sheet: SheetOf, query: FileQuery): Promise<NamedFile> => {
  const files: Record<string, Uint8Array> = {};
  const left: string[] = [];
  for (const name of fileNames(sheet.layout).filter((one) => one !== "all.zip")) {
    const file = await fileOf(sheet, name, query);
    if (file.ok) files[name] = typeof file.body === "string" ? strToU8(file.body) : file.body;
    else left.push(`${name}: ${file.problem.detail}`);
  }
  if (left.length > 0) files["left-out.txt"] = strToU8(`${left.join("\n")}\n`);
  // The time inside is fixed, so that the same version makes the same file.
  return { ok: true, body: zipSync(files, { mtime: new Date("2000-01-01T00:00:00"), level: 6 }), mediaType: "application/zip" };
};
