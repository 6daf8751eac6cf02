import { type FileOptions, plainFileOptions } from "@ypsiline/core";
import { breakpointFile, breakpointNames, optionsOf, wholeNames } from "@/wire/files";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { readFileQuery } from "./file-query";

/** A request for a file, after its name and query were checked. */
export type AskedFile = { readonly name: string; readonly query: FileOptions };

/** With `download=1`, the header that makes a browser save a file instead of showing it. */
export const savedName = (search: URLSearchParams, stem: string, { name }: AskedFile): Readonly<Record<string, string>> =>
  search.has("download") ? { "Content-Disposition": `attachment; filename="${stem}-${name}"` } : {};

export const noFile = (name: string): Problem => ({
  code: "not-found",
  detail: `There is no file ${name.slice(0, 100)}; there are ${[...wholeNames, ...breakpointNames].join(", ")}, with ID a breakpoint's id.`,
});

/** Checks the name and query of a requested file. This is cheap, and comes before anything is read or written. */
export const askedFile = (name: string, search: URLSearchParams): Result<AskedFile> => {
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

/** The key of a file among others of the same layout: its name and its options in one notation. */
export const fileKey = ({ name, query }: AskedFile): string => {
  const kind = breakpointFile(name);
  const options = (optionsOf(name) ?? []).filter((option) => option !== "density" || !kind || kind.png);
  return JSON.stringify([name, ...options.map((option) => query[option] ?? null)]);
};

/** Whether a file is an archive: it is packed for each request and not stored. */
export const isArchive = (name: string): boolean => name.endsWith(".zip");

/** Whether a request is for the stored file: without options, or with the default ones. */
export const isPlain = (asked: AskedFile): boolean => fileKey(asked) === fileKey({ name: asked.name, query: plainFileOptions });
