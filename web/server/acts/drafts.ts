import { heavy, heavyValue, member } from "../heavy/heavy";
import type { Problem } from "../http/problem";
import { sentence } from "../http/request-body";
import type { Acted, OfSpec, Outcome } from "../requests/authorized-handlers";
import { saveChanges } from "../specs/drafts";
import { momentOf } from "../specs/moment";
import { readStoredDraft } from "../specs/specs";
import { jsonWith, type StoredText } from "../database/stored-text";

const noDraft: Problem = { code: "not-found", detail: "This spec has no draft." };

/** The entity tag of a draft: its revision. */
const tagOf = (revision: number): string => `"${revision}"`;

/** A draft with what does not add up in it, checked by a worker. */
export const draftAnswer = async (
  personId: number,
  { revision, layout }: { readonly revision: number; readonly layout: StoredText },
  signal: AbortSignal,
): Outcome => {
  const checked = await heavy(member(personId), { kind: "check", body: `{"layout":${layout}}` }, signal);
  if (!checked.ok) return checked.problem;
  return new Response(jsonWith({ revision }, { layout, check: String(checked.file.body) }), {
    headers: { "Content-Type": "application/json", "Cache-Control": "no-store", ETag: tagOf(revision) },
  });
};

/** Whether a client has this revision already. */
export const isKnown = (ifNoneMatch: string | null, revision: number): boolean =>
  (ifNoneMatch?.split(/\s*,\s*/) ?? []).some((tag) => tag.replace(/^W\//, "") === tagOf(revision));

/** The revision in If-Match (RFC 9110, 13.1.1); null for any, with "*". */
const revisionAsked = (
  header: string | null,
): { readonly ok: true; readonly value: number | null } | { readonly ok: false; readonly problem: Problem } => {
  const [, number] = /^"([1-9]\d{0,14})"$/.exec(header ?? "") ?? [];
  if (header === "*" || number !== undefined) return { ok: true, value: number === undefined ? null : Number(number) };
  const words = 'Send If-Match with the ETag of the draft this was made from, like "41"; * replaces whatever is there.';
  return { ok: false, problem: header === null ? { code: "if-match", detail: words } : { code: "malformed", detail: words } };
};

/** Both routes that write a whole draft. */
type Rewriting = Acted<"PUT /api/v1/specs/:team/:spec/draft", OfSpec>;

/**
 * Makes the draft what was sent: a layout document, or a JSON Patch, made from the revision in If-Match. Only the changes of
 * that revision are written, as the editor writes them (`saveChanges`): what others changed since then stays, and changes of the
 * same number are refused with both values (412).
 */
export const rewriteDraft =
  (as: "layout" | "patch") =>
  async ({ body, doing, request, sql, write }: Rewriting): Outcome => {
    const { specId, personId } = doing;
    const client = member(personId);
    const asked = revisionAsked(request.headers.get("if-match"));
    if (!asked.ok) return asked.problem;
    const draft = await readStoredDraft(sql, specId);
    if (!draft) return noDraft;
    const madeOn = asked.value ?? draft.revision;
    const conflict = (
      detail: string,
      now: { readonly revision: number; readonly layout: StoredText },
      conflicts: readonly unknown[],
    ): Problem => ({
      code: "moved-on",
      detail,
      more: { revision: now.revision, conflicts },
      text: jsonWith({}, { layout: now.layout }),
      headers: { ETag: tagOf(now.revision) },
    });
    if (madeOn > draft.revision) return conflict(`This draft has no revision ${madeOn}; its last is ${draft.revision}.`, draft, []);
    const base =
      madeOn === draft.revision ? { ok: true as const, layout: draft.layout } : await momentOf(client, specId, madeOn, request.signal);
    if (!base.ok) return base.problem;
    const changes = await heavyValue(client, { kind: "rewrite", base: base.layout, sent: { as, text: body } }, request.signal);
    if (!changes.ok) return changes.problem;
    if (changes.value.length === 0) return draftAnswer(personId, draft, request.signal);
    const done = await saveChanges(sql, write, specId, { madeOn, changes: changes.value }, (layout, made) =>
      heavyValue(client, { kind: "save", layout, changes: made }),
    );
    if (!done.ok) return done.problem;
    if (!done.value) return noDraft;
    const saved = done.value;
    if (saved.ok) return draftAnswer(personId, saved, request.signal);
    if (saved.conflicts.length > 0)
      return conflict("Others changed the same numbers since then; both values are here.", saved, saved.conflicts);
    return { code: "unprocessable", detail: sentence(saved.issues), issues: saved.issues, more: { revision: saved.revision } };
  };
