import { compareVersions, parseVersion } from "@ypsiline/core";
import type postgres from "postgres";
import { heavyValue, member } from "../heavy/heavy";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { isFor } from "../requests/allowed";
import type { Acted, OfSpec, Outcome } from "../requests/authorized-handlers";
import { beginFollowing, followedBy, type Followed } from "../specs/follow";
import { findSpec, readDraftFacts, readStoredDraft, type Spec } from "../specs/specs";
import { readStoredVersion } from "../specs/versions";
import { writeChanges } from "./drafts";

type Caller = OfSpec["person"];

const unseen: Problem = {
  code: "unprocessable",
  detail: "There is no such version, or you may not see it.",
  issues: [{ path: "/spec", message: "is no spec with such a version that you may follow" }],
};

/** Another spec whose versions somebody may read. With a token: one that it is for, or a public one. */
const readable = async (sql: postgres.Sql, caller: Caller, team: string, slug: string): Promise<Spec | null> => {
  const spec = await findSpec(sql, team, slug, caller.id);
  return spec && (caller.token === null || isFor(caller.token, spec) || spec.public) ? spec : null;
};

/** Follows a version of another spec from now on. What differs stays the draft's own. */
export const follow = async (act: Acted<"POST /api/v1/specs/:team/:spec/follow", OfSpec>): Outcome => {
  const { body, doing, person, sql, write } = act;
  await write(() => Promise.resolve());
  if (!(await readable(sql, person, body.team, body.spec))) return unseen;
  const draft = await readDraftFacts(sql, doing.specId);
  if (!draft) return { code: "not-found", detail: "This spec has no draft." };
  const begun = await write((transaction, { spec, person: now }) => beginFollowing(transaction, spec, now, body));
  if (!begun.ok) return begun.problem;
  const to = { spec: begun.value.name, version: body.number };
  return writeChanges(act, {
    madeOn: draft.revision,
    changes: [{ path: ["follows"], ...(draft.follows ? { from: draft.follows } : {}), to }],
  });
};

/** The followed spec and the version that was taken last; null if the draft follows none, or one that may not be read. */
export const followed = async (
  sql: postgres.Sql,
  specId: number,
  caller: Caller,
): Promise<{ readonly other: Followed; readonly version: string; readonly later: readonly string[] } | null> => {
  const facts = await readDraftFacts(sql, specId);
  const other = facts?.follows ? await followedBy(sql, specId, caller.id) : null;
  if (!facts?.follows || !other || !(await readable(sql, caller, other.team, other.spec))) return null;
  const { version } = facts.follows;
  const taken = parseVersion(version);
  const later = other.versions
    .map(({ number }) => number)
    .filter((one) => {
      const number = parseVersion(one);
      return taken !== null && number !== null && compareVersions(number, taken) > 0;
    });
  return { other, version, later };
};

/** The document of a version of a followed spec. */
const versionOf = async (
  sql: postgres.Sql,
  { team, spec }: Followed,
  caller: Caller,
  number: string,
): Promise<Result<{ layout: string; name: string }>> => {
  const parsed = parseVersion(number);
  const other = parsed && (await findSpec(sql, team, spec, caller.id));
  const version = other && (await readStoredVersion(sql, other.id, parsed));
  return version ? { ok: true, value: version } : { ok: false, problem: unseen };
};

/** Takes a later version of the followed spec into the draft. */
export const takeUpdate = async (act: Acted<"POST /api/v1/specs/:team/:spec/follow/update", OfSpec>): Outcome => {
  const { body, conflict, doing, person, request, sql, write } = act;
  // The body may have taken long: who has lost the right meanwhile is told nothing.
  await write(() => Promise.resolve());
  const now = await followed(sql, doing.specId, person);
  if (!now) return { code: "unprocessable", detail: "This spec follows no other whose versions you may read." };
  if (!now.later.includes(body.number)) {
    const message =
      now.later.length === 0 ? `is not after ${now.version}, the latest` : `must be one of ${now.later.slice(0, 10).join(", ")}`;
    return { code: "unprocessable", detail: `/number ${message}.`, issues: [{ path: "/number", message }] };
  }
  const draft = await readStoredDraft(sql, doing.specId);
  const [base, theirs] = [await versionOf(sql, now.other, person, now.version), await versionOf(sql, now.other, person, body.number)];
  if (!base.ok || !theirs.ok || !draft) return unseen;
  const task = { kind: "follow", base: base.value.layout, theirs: theirs.value.layout, mine: draft.layout } as const;
  const followTo = { spec: theirs.value.name, version: body.number };
  const done = await heavyValue(member(person.id), { ...task, follow: followTo, keep: body.keep ?? null }, request.signal);
  if (!done.ok) return done.problem;
  if (!done.value.ok)
    return conflict("Both sides changed the same numbers. Say with keep whose values stand: ours or theirs.", {
      revision: draft.revision,
      met: done.value.met,
    });
  return writeChanges(act, { madeOn: draft.revision, changes: done.value.changes });
};
