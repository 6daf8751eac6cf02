import { type Change, type Conflict, type FormatId, formatIds, formats } from "@ypsiline/core";
import { heavy, heavyValue, member } from "../heavy/heavy";
import type { Problem } from "../http/problem";
import { type Result, sentence } from "../http/request-body";
import type { Acted, OfSpec, Outcome } from "../requests/authorized-handlers";
import { saveChanges } from "../specs/drafts";
import { momentOf } from "../specs/moment";
import { readStoredDraft } from "../specs/specs";
import { jsonWith, type StoredText } from "../database/stored-text";

const noDraft: Problem = { code: "not-found", detail: "This spec has no draft." };

/** The entity tag of a draft: its revision. */
const tagOf = (revision: number): string => `"${revision}"`;

/** A draft with what does not add up in it, checked by a worker, and what of a file could not be read into it. */
export const draftAnswer = async (
  personId: number,
  { revision, layout }: { readonly revision: number; readonly layout: StoredText },
  signal: AbortSignal,
  lost?: readonly string[],
): Outcome => {
  const checked = await heavy(member(personId), { kind: "check", body: `{"layout":${layout}}` }, signal);
  if (!checked.ok) return checked.problem;
  return new Response(jsonWith({ revision, ...(lost ? { lost } : {}) }, { layout, check: String(checked.file.body) }), {
    headers: { "Content-Type": "application/json", "Cache-Control": "no-store", ETag: tagOf(revision) },
  });
};

/** Whether a client has this revision already. */
export const isKnown = (ifNoneMatch: string | null, revision: number): boolean =>
  (ifNoneMatch?.split(/\s*,\s*/) ?? []).some((tag) => tag.replace(/^W\//, "") === tagOf(revision));

/** The revision in If-Match (RFC 9110, 13.1.1); null for any, with "*". */
const revisionAsked = (header: string | null): Result<number | null> => {
  const [, number] = /^"([1-9]\d{0,14})"$/.exec(header ?? "") ?? [];
  if (header === "*" || number !== undefined) return { ok: true, value: number === undefined ? null : Number(number) };
  const words = 'Send If-Match with the ETag of the draft this was made from, like "41"; * replaces whatever is there.';
  return { ok: false, problem: header === null ? { code: "if-match", detail: words } : { code: "malformed", detail: words } };
};

/** The draft as it is, and the changes that contradict it. */
const movedOn = (
  detail: string,
  { revision, layout }: { readonly revision: number; readonly layout: StoredText },
  conflicts: readonly Conflict[],
): Problem => ({
  code: "moved-on",
  detail,
  more: { revision, conflicts },
  text: jsonWith({}, { layout }),
  headers: { ETag: tagOf(revision) },
});

/** What writing a draft needs of a request. */
type Writing = Pick<Acted<Rewriting, OfSpec>, "doing" | "request" | "sql" | "write">;

/** Writes changes that were made on a revision, and answers the draft. */
export const writeChanges = async (
  { doing, request, sql, write }: Writing,
  made: { readonly madeOn: number; readonly changes: readonly Change[] },
  lost?: readonly string[],
): Outcome => {
  const { specId, personId } = doing;
  const done = await saveChanges(sql, write, specId, made, (layout, changes) =>
    heavyValue(member(personId), { kind: "save", layout, changes }),
  );
  if (!done.ok) return done.problem;
  if (!done.value) return noDraft;
  const saved = done.value;
  if (saved.ok) return draftAnswer(personId, saved, request.signal, lost);
  if (saved.conflicts.length > 0)
    return movedOn("Others changed the same numbers since then; both values are here.", saved, saved.conflicts);
  return { code: "unprocessable", detail: sentence(saved.issues), issues: saved.issues, more: { revision: saved.revision } };
};

/** The routes that write a whole draft. */
type Rewriting =
  "PUT /api/v1/specs/:team/:spec/draft" | "PATCH /api/v1/specs/:team/:spec/draft" | "POST /api/v1/specs/:team/:spec/draft/import";

/** What is sent to them. */
type SentAs = "layout" | "patch" | "file";

/** The format of a file that is named in the query, or else told by its media type; null to tell it by its content. */
const formatAsked = (request: Request): FormatId | null => {
  const named = formatIds.find((id) => id === new URL(request.url).searchParams.get("format"));
  const type = request.headers.get("content-type")?.split(";")[0]?.trim().toLowerCase() ?? "";
  return named ?? (type === "application/json" ? null : (formatIds.find((id) => formats[id].mediaTypes.includes(type)) ?? null));
};

/**
 * Makes the draft what was sent: a layout document, a JSON Patch, or a file that is imported into it, made from the revision in
 * If-Match. Only the changes of that revision are written, as the editor writes them (`saveChanges`): what others changed since
 * then stays, and changes of the same number are refused with both values (412).
 */
export const rewriteDraft =
  (as: SentAs) =>
  async ({ body, doing, request, sql, write }: Pick<Acted<Rewriting, OfSpec>, "body"> & Writing): Outcome => {
    const { specId, personId } = doing;
    const client = member(personId);
    const asked = revisionAsked(request.headers.get("if-match"));
    if (!asked.ok) return asked.problem;
    const draft = await readStoredDraft(sql, specId);
    if (!draft) return noDraft;
    const madeOn = asked.value ?? draft.revision;
    if (madeOn > draft.revision) return movedOn(`This draft has no revision ${madeOn}; its last is ${draft.revision}.`, draft, []);
    const base =
      madeOn === draft.revision ? { ok: true as const, layout: draft.layout } : await momentOf(client, specId, madeOn, request.signal);
    if (!base.ok) return base.problem;
    const sent = as === "file" ? { as, format: formatAsked(request), text: body } : { as, text: body };
    const read = await heavyValue(client, { kind: "rewrite", base: base.layout, sent }, request.signal);
    if (!read.ok) return read.problem;
    const { changes } = read.value;
    const lost = as === "file" ? read.value.lost : undefined;
    if (changes.length === 0) {
      // Nothing is written, and yet the draft is answered only if it may still be changed.
      await write(() => Promise.resolve());
      return draftAnswer(personId, draft, request.signal, lost);
    }
    return writeChanges({ doing, request, sql, write }, { madeOn, changes }, lost);
  };
