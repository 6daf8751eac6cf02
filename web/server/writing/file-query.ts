import { fileOptions, type FileOptions, type OptionName, parseWith } from "@ypsiline/core";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { sentence } from "../http/request-body";

const malformed = (path: string, message: string): Result<never> => ({
  ok: false,
  problem: { code: "malformed", detail: sentence([{ path, message }]), issues: [{ path, message }] },
});

/** The parameters of a query, each of which may occur once. */
export const queryMembers = (search: URLSearchParams): Result<Readonly<Record<string, string>>> => {
  const members = new Map<string, string>();
  for (const [name, value] of search) {
    if (members.has(name)) return malformed(`/${name.slice(0, 40)}`, "may be given once");
    members.set(name, value);
  }
  return { ok: true, value: Object.fromEntries(members) };
};

/** Refuses a query for an address that takes none: parameters are never ignored. */
export const noQuery = (search: URLSearchParams): Problem | null => {
  const [name] = search.keys();
  if (name === undefined) return null;
  const refused = malformed(`/${name.slice(0, 40)}`, "is not asked here: this address takes no query");
  return refused.ok ? null : refused.problem;
};

/** Reads the query of a file. Unknown parameters are refused, not ignored. */
export const readFileQuery = (search: URLSearchParams, taken: readonly OptionName[]): Result<FileOptions> => {
  const all = queryMembers(search);
  if (!all.ok) return all;
  // This is about the answer, not the file.
  const { download = "1", ...members } = all.value;
  if (download !== "1") return malformed("/download", "must be 1, or left out");
  for (const name of Object.keys(members))
    if (!(taken as readonly string[]).includes(name))
      return malformed(
        `/${name.slice(0, 40)}`,
        taken.length === 0 ? "is not asked of this file, which takes nothing" : `is not asked of this file; it takes ${taken.join(", ")}`,
      );
  const query = parseWith(fileOptions, members);
  return query.ok ? query : { ok: false, problem: { code: "malformed", detail: sentence(query.issues), issues: query.issues } };
};
