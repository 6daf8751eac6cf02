import type { Change, Layout } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "../database/database";
import type { DraftSummary } from "../heavy/draft-summary";
import { happened } from "../happenings/happenings";
import { addKept } from "../teams/kept-bytes";
import { specIdAt } from "../database/spec-address";
import type { StoredText } from "../database/stored-text";
import { storeSummary, wantCounts } from "./summaries";
import type { Publishers, Role } from "@/wire/shapes";

/** A spec, and the role of the person in its team (null if they are not in it). */
export type Spec = {
  readonly id: number;
  readonly teamId: number;
  readonly team: string;
  readonly teamName: string;
  readonly publishers: Publishers;
  readonly slug: string;
  /** The name of its package: its first address, permanently. */
  readonly package: string;
  readonly description: string;
  readonly public: boolean;
  /** Archived: nobody can change it until it is restored. */
  readonly archived: boolean;
  readonly role: Role | null;
};

/** The columns of a spec, from `spec s JOIN team t`, without `role`. */
export const specColumns = (sql: Sql) => sql`
  s.id, t.id AS "teamId", t.slug AS team, t.name AS "teamName", t.publishers, s.slug, s.package, s.description, s.public, s.archived_at IS NOT NULL AS archived`;

/** The name of a spec (`spec`, with its draft as `d`) for somebody: the draft's for its team, the latest version's for others. */
export const nameFor = (sql: Sql, personId: number, spec: ReturnType<Sql>) => sql`
  CASE WHEN EXISTS (SELECT 1 FROM membership mine WHERE mine.team_id = ${spec}.team_id AND mine.person_id = ${personId}) THEN d.layout ->> 'name'
  ELSE coalesce(
    (SELECT v.layout ->> 'name' FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id WHERE v.spec_id = ${spec}.id AND w.version_id IS NULL
     ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1), ${spec}.slug) END`;

const json = (value: unknown): postgres.JSONValue => value as postgres.JSONValue;

/** The spec of an address, current or earlier. */
export const findSpec = async (sql: Sql, team: string, slug: string, personId: number | null): Promise<Spec | null> => {
  const [row] = await sql<Spec[]>`
    SELECT ${specColumns(sql)}, m.role
    FROM spec s JOIN team t ON t.id = s.team_id
    LEFT JOIN membership m ON m.team_id = t.id AND m.person_id = ${personId}
    WHERE s.id = ${specIdAt(sql, team, slug)}`;
  return row ?? null;
};

/** The name of a spec's package. */
export const packageOf = async (sql: Sql, specId: number): Promise<string> => {
  const [row] = await sql<{ package: string }[]>`SELECT package FROM spec WHERE id = ${specId}`;
  return row?.package ?? "";
};

/** Makes a spec's versions readable for anyone with the link, or for the team only. */
export const setPublic = async (
  sql: postgres.TransactionSql,
  doing: { readonly specId: number; readonly teamId: number; readonly personId: number },
  isPublic: boolean,
): Promise<void> => {
  await sql`UPDATE spec SET public = ${isPublic} WHERE id = ${doing.specId}`;
  await happened(sql, { kind: "shared", ...doing, public: isPublic });
};

/** A draft is stored whole after so many edits, so that no moment is further away (history.ts). */
const momentEvery = 25;

/** Stores the current draft as a moment. */
const keepMoment = async (sql: postgres.TransactionSql, specId: number): Promise<void> => {
  const [row] = await sql<{ bytes: number }[]>`
    INSERT INTO draft_moment (spec_id, revision, layout) SELECT spec_id, revision, layout FROM draft WHERE spec_id = ${specId}
    ON CONFLICT DO NOTHING RETURNING length(layout::text) AS bytes`;
  if (row) await addKept(sql, specId, "history", row.bytes);
};

export type NewSpec = {
  readonly teamId: number;
  readonly slug: string;
  readonly description: string;
  readonly layout: StoredText;
  readonly summary: Omit<DraftSummary, "revision">;
  /** The spec it follows, or null. */
  readonly follows?: number | null;
  readonly personId: number;
};

/** Locks the addresses of a team's specs until the transaction ends. */
export const lockAddresses = async (sql: postgres.TransactionSql, teamId: number): Promise<void> => {
  await sql`SELECT pg_advisory_xact_lock(hashtext('addresses of specs'), ${teamId}::int)`;
};

/** Adds a spec with its draft; null if the address is taken. */
export const addSpec = async (sql: postgres.TransactionSql, spec: NewSpec): Promise<number | null> => {
  await lockAddresses(sql, spec.teamId);
  const [row] = await sql<{ id: number }[]>`
      INSERT INTO spec (team_id, slug, description, created_by)
      SELECT ${spec.teamId}, ${spec.slug}, ${spec.description}, ${spec.personId}
      WHERE NOT EXISTS (SELECT 1 FROM spec_address a WHERE a.team_id = ${spec.teamId} AND a.slug = ${spec.slug}) RETURNING id`;
  if (!row) return null;
  await sql`
      INSERT INTO draft (spec_id, revision, layout, updated_by)
      VALUES (${row.id}, 1, ${spec.layout}::text::jsonb, ${spec.personId})`;
  await keepMoment(sql, row.id);
  if (spec.follows)
    await sql`INSERT INTO spec_follow (spec_id, follows_id, person_id) VALUES (${row.id}, ${spec.follows}, ${spec.personId})`;
  await storeSummary(sql, row.id, { revision: 1, ...spec.summary });
  await happened(sql, {
    kind: "spec-made",
    teamId: spec.teamId,
    specId: row.id,
    personId: spec.personId,
    name: spec.summary.name,
  });
  return row.id;
};

/** A draft with its document as text. */
export type StoredDraft = { readonly revision: number; readonly layout: StoredText; readonly updatedAt: Date };

export const readStoredDraft = async (sql: Sql, specId: number): Promise<StoredDraft | null> => {
  const [row] = await sql<StoredDraft[]>`
    SELECT revision, layout::text AS layout, updated_at AS "updatedAt" FROM draft WHERE spec_id = ${specId}`;
  return row ?? null;
};

/** Facts about a draft, without its document. */
export type DraftFacts = { readonly revision: number; readonly name: string; readonly follows: Layout["follows"] | null };

const draftFacts = (sql: Sql) => sql`revision, layout ->> 'name' AS name, layout -> 'follows' AS follows`;

export const readDraftFacts = async (sql: Sql, specId: number): Promise<DraftFacts | null> => {
  const [row] = await sql<DraftFacts[]>`SELECT ${draftFacts(sql)} FROM draft WHERE spec_id = ${specId}`;
  return row ?? null;
};

/** Maximum number of edits that are sent one by one; beyond it, the whole draft is smaller. */
const mostEdits = 50;

/** The changes of each revision after a given one; null if they are unknown or many. No document is read. */
export const editsSince = async (
  sql: Sql,
  specId: number,
  since: number,
): Promise<{ readonly revision: number; readonly edits: readonly (readonly Change[])[] } | null> => {
  const rows = await sql<{ now: number; revision: number | null; changes: readonly Change[] | null }[]>`
    SELECT d.revision AS now, e.revision, e.changes FROM draft d
    LEFT JOIN draft_edit e ON e.spec_id = d.spec_id AND e.revision > ${since} AND d.revision - ${since} <= ${mostEdits}
    WHERE d.spec_id = ${specId} ORDER BY e.revision`;
  const [first] = rows;
  if (!first || since > first.now) return null;
  const edits = rows.flatMap(({ changes }) => (changes ? [changes] : []));
  return edits.length === first.now - since ? { revision: first.now, edits } : null;
};

/** Locks a draft until the transaction ends, and returns its facts. */
export const lockDraft = async (sql: postgres.TransactionSql, specId: number): Promise<DraftFacts | null> => {
  const [row] = await sql<DraftFacts[]>`SELECT ${draftFacts(sql)} FROM draft WHERE spec_id = ${specId} FOR UPDATE`;
  return row ?? null;
};

export type DraftEdit = {
  readonly specId: number;
  readonly revision: number;
  readonly madeOn: number;
  readonly layout: StoredText;
  readonly summary: Omit<DraftSummary, "revision">;
  readonly changes: readonly Change[];
  readonly personId: number;
  /** The name the changes were sent under; undefined if the server made them. */
  readonly saveId?: string | undefined;
};

/** The changes that were written under a name, or null. */
export const changesSaved = async (sql: Sql, specId: number, saveId: string): Promise<readonly Change[] | null> => {
  const [row] = await sql<{ changes: readonly Change[] }[]>`
    SELECT changes FROM draft_edit WHERE spec_id = ${specId} AND save_id = ${saveId}`;
  return row?.changes ?? null;
};

const addEdit = async (sql: postgres.TransactionSql, edit: Omit<DraftEdit, "layout" | "summary">): Promise<void> => {
  const { specId, revision, changes, madeOn, personId, saveId } = edit;
  if (revision % momentEvery === 0) await keepMoment(sql, specId);
  const [row] = await sql<{ bytes: number }[]>`
    INSERT INTO draft_edit (spec_id, revision, changes, made_on, person_id, save_id)
    VALUES (${specId}, ${revision}, ${sql.json(json(changes))}, ${madeOn}, ${personId}, ${saveId ?? null}) RETURNING length(changes::text) AS bytes`;
  await addKept(sql, specId, "history", row?.bytes ?? 0);
};

/** Writes an edit, the resulting draft and its summary. The caller has locked the draft. */
export const writeDraft = async (sql: postgres.TransactionSql, edit: DraftEdit): Promise<void> => {
  const { specId, revision, layout, personId, summary } = edit;
  await sql`
    UPDATE draft SET revision = ${revision}, layout = ${layout}::text::jsonb, updated_at = now(), updated_by = ${personId}
    WHERE spec_id = ${specId}`;
  await storeSummary(sql, specId, { revision, ...summary });
  await addEdit(sql, edit);
};

/** Renames a draft, as an edit like any other. The caller has locked it. Returns its revision. */
export const nameDraft = async (
  sql: postgres.TransactionSql,
  draft: DraftFacts,
  { specId, personId, name }: { readonly specId: number; readonly personId: number; readonly name: string },
): Promise<number> => {
  if (draft.name === name) return draft.revision;
  const revision = draft.revision + 1;
  const named = (document: "layout" | "summary") => sql`jsonb_set(${sql(document)}, '{name}', to_jsonb(${name}::text))`;
  await sql`
    UPDATE draft SET revision = ${revision}, layout = ${named("layout")}, summary = jsonb_set(${named("summary")}, '{revision}', to_jsonb(${revision}::bigint)),
      updated_at = now(), updated_by = ${personId} WHERE spec_id = ${specId}`;
  await wantCounts(sql, specId);
  const changes = [{ path: ["name"], from: draft.name, to: name }];
  await addEdit(sql, { specId, revision, madeOn: draft.revision, changes, personId });
  return revision;
};
