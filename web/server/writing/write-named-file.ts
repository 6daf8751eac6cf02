import { type FileOptions, type Layout, wholeFormats, writeSnippet, writingOf } from "@ypsiline/core";
import { strToU8, zipSync } from "fflate";
import type { Problem } from "../http/problem";
import { breakpointFile, fileNames, packageFile } from "@/wire/files";
import type { KeptFile } from "../http/kept-file";
import { type AskedFile, noFile } from "./named-file";
import { pdfOf, type SheetOf } from "./pdf";
import { mostPixels, pixelsOf, pngOf } from "./png";
import { writeFile } from "./write-file";

type Body = string | Uint8Array;
export type NamedFile =
  { readonly ok: true; readonly body: Body; readonly mediaType: string } | { readonly ok: false; readonly problem: Problem };

/** Maximum device px of all pictures in one ZIP. Beyond it, pictures are left out and listed. */
const mostZipPixels = 2 * mostPixels;

/** Writes one of the files of a layout. An archive contains the stored files (`kept`) unchanged and the others written now. */
export const writeNamedFile = async (sheet: SheetOf, { name, query }: AskedFile, kept: readonly KeptFile[] = []): Promise<NamedFile> => {
  const { layout } = sheet;
  const whole = wholeFormats.find(({ fileName }) => fileName === name);
  if (whole) {
    const file = writeFile(layout, whole, null, writingOf(query));
    return file.ok ? { ok: true, body: file.text, mediaType: file.mediaType } : file;
  }
  if (name === "overlay.js") return { ok: true, body: writeSnippet(layout, sheet.version), mediaType: "text/javascript; charset=utf-8" };
  if (name === "sheet.pdf") return { ok: true, body: await pdfOf(sheet), mediaType: "application/pdf" };
  if (name === "all.zip") return zipOf(await writeAll(sheet, query, { kept }));
  if (name === "page.zip") return pageZip(sheet, query, kept);
  if (name === packageFile)
    return { ok: false, problem: { code: "not-found", detail: "A draft is no package; its versions are, once it is published." } };
  const drawn = drawnFile(layout, name, query);
  if (!drawn.ok) return drawn;
  if (!drawn.png) return { ok: true, body: drawn.text, mediaType: drawn.mediaType };
  const png = pngOf(drawn.text, query.density);
  return png.ok
    ? { ok: true, body: png.bytes, mediaType: "image/png" }
    : { ok: false, problem: { code: "unprocessable", detail: png.detail } };
};

type DrawnFile =
  | { readonly ok: true; readonly text: string; readonly mediaType: string; readonly png: boolean }
  | { readonly ok: false; readonly problem: Problem };

const drawnFile = (layout: Layout, name: string, query: FileOptions): DrawnFile => {
  const kind = breakpointFile(name);
  const id = kind?.before && name.slice(kind.before.length, -kind.after.length);
  if (!kind || id === undefined || !layout.breakpoints.some((one) => one.id === id)) return { ok: false, problem: noFile(name) };
  const file = writeFile(layout, kind.format, id, writingOf(query, kind.png ? query.density : null));
  return file.ok ? { ok: true, text: file.text, mediaType: file.mediaType, png: kind.png } : file;
};

/** Files of a layout, and the ones that are left out, with the reasons. */
export type AllFiles = {
  readonly files: ReadonlyMap<string, { readonly body: Body; readonly mediaType: string }>;
  readonly left: readonly string[];
};

/**
 * Every file of a layout except ZIPs. A file that cannot be written (a picture too large) is left out and named.
 * Pictures are drawn smallest first, up to `mostZipPixels` in all, which is calculated before drawing; none is started
 * once it is `late`. `kept` files are used as they are; those in `without` are not written.
 */
export const writeAll = async (
  sheet: SheetOf,
  query: FileOptions,
  {
    late = () => false,
    kept = [],
    without = () => false,
  }: { readonly late?: () => boolean; readonly kept?: readonly KeptFile[]; readonly without?: (name: string) => boolean } = {},
): Promise<AllFiles> => {
  const before = new Map(kept.map((file) => [file.name, file]));
  const files = new Map<string, { readonly body: Body; readonly mediaType: string }>();
  const left: string[] = [];
  const pictures: { readonly name: string; readonly svg: string; readonly pixels: number }[] = [];
  const shared = { ...query, breakpoint: undefined };
  // The most expensive files come last.
  const names = fileNames(sheet.layout).filter((one) => !one.endsWith(".zip") && !without(one));
  for (const name of [...names.filter((one) => !one.endsWith(".pdf")), ...names.filter((one) => one.endsWith(".pdf"))]) {
    const known = before.get(name);
    if (known) {
      files.set(name, known);
      continue;
    }
    if (late()) {
      left.push(`${name}: there was no time for it; take this one by itself`);
      continue;
    }
    const drawn = breakpointFile(name)?.png ? drawnFile(sheet.layout, name, shared) : null;
    if (drawn?.ok) {
      const pixels = pixelsOf(drawn.text, shared.density);
      if (pixels === null) left.push(`${name}: nothing is drawn at its size`);
      else pictures.push({ name, svg: drawn.text, pixels });
      continue;
    }
    const file = drawn ?? (await writeNamedFile(sheet, { name, query: shared }));
    if (!file.ok) left.push(`${name}: ${file.problem.detail}`);
    else if ("body" in file) files.set(name, { body: file.body, mediaType: file.mediaType });
  }
  let spent = 0;
  for (const { name, svg, pixels } of pictures.sort((a, b) => a.pixels - b.pixels)) {
    if (pixels <= mostPixels && spent + pixels > mostZipPixels) {
      left.push(`${name}: all pictures together would pass ${mostZipPixels / 1_000_000} million pixels; take this one by itself`);
      continue;
    }
    if (late()) {
      left.push(`${name}: there was no time for it; take this one by itself`);
      continue;
    }
    const png = pngOf(svg, shared.density);
    if (png.ok) {
      files.set(name, { body: png.bytes, mediaType: "image/png" });
      spent += pixels;
    } else left.push(`${name}: ${png.detail}`);
  }
  return { files, left };
};

const bytesOf = (body: Body): Uint8Array => (typeof body === "string" ? strToU8(body) : body);

/** All files in one ZIP, with a list of those that were left out. */
const zipOf = ({ files, left }: AllFiles): NamedFile =>
  packed({
    ...Object.fromEntries([...files].map(([name, { body }]) => [name, bytesOf(body)])),
    ...(left.length > 0 ? { "left-out.txt": strToU8(`${left.join("\n")}\n`) } : {}),
  });

/** The page of the areas and its stylesheet. */
const pageZip = async (sheet: SheetOf, query: FileOptions, kept: readonly KeptFile[]): Promise<NamedFile> => {
  const files: Record<string, Uint8Array> = {};
  for (const name of ["page.html", "layout.css"]) {
    const known = kept.find((one) => one.name === name);
    const file = known ? { ok: true as const, ...known } : await writeNamedFile(sheet, { name, query });
    if (!file.ok) return file;
    files[name] = bytesOf(file.body);
  }
  return packed(files);
};

/** Files in a ZIP. The time is fixed, so that the same version makes the same file. Pictures are compressed already. */
const packed = (files: Readonly<Record<string, Uint8Array>>): NamedFile => {
  const entries = Object.fromEntries(
    Object.entries(files)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, bytes]) => [name, [bytes, { level: name.endsWith(".png") ? 0 : 6 }] as const]),
  ) as Parameters<typeof zipSync>[0];
  return { ok: true, body: zipSync(entries, { mtime: new Date("2000-01-01T00:00:00") }), mediaType: "application/zip" };
};
