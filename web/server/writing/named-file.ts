import { type FileOptions, plainFileOptions } from "@ypsiline/core";
import { breakpointFile, breakpointNames, optionsOf, wholeNames } from "@/wire/files";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { readFileQuery } from "./file-query";

/** A file as it is asked for, once its name and query were looked at. */
export type AskedFile = { readonly name: string; readonly query: FileOptions };

/** The header by which a browser saves a file, where it is asked for with `download=1`, rather than shows it. */
export const savedName = (search: URLSearchParams, stem: string, { name }: AskedFile): Readonly<Record<string, string>> =>
  search.has("download") ? { "Content-Disposition": `attachment; filename="${stem}-${name}"` } : {};

export const noFile = (name: string): Problem => ({
  code: "not-found",
  detail: `There is no file ${name.slice(0, 100)}; there are ${[...wholeNames, ...breakpointNames].join(", ")}, with ID a breakpoint's id.`,
});

/** Looks at the name and query a file is asked for by; cheap, and before anything is read or written. */
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

/** What tells a file from others of the same layout: its name and the options it looks at, written one way only. */
export const fileKey = ({ name, query }: AskedFile): string => {
  const kind = breakpointFile(name);
  const options = (optionsOf(name) ?? []).filter((option) => option !== "density" || !kind || kind.png);
  return JSON.stringify([name, ...options.map((option) => query[option] ?? null)]);
};

/** Whether a file holds others: it is packed of them each time it is asked for, and not kept. */
export const isArchive = (name: string): boolean => name.endsWith(".zip");

/** Whether a file is asked for as it is kept of a version: with no options, or with those that are taken where none are. */
export const isPlain = (asked: AskedFile): boolean => fileKey(asked) === fileKey({ name: asked.name, query: plainFileOptions });
