import { type Change, type Layout, readStoredLayout } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "./database";
import { happened } from "./happenings";
import { storeSummary } from "./summaries";
import type { Publishers, Role } from "@/wire/shapes";

/** A spec and what the asking person is in its team (null where they are not in it). */
export type Spec = {
  readonly id: number;
  readonly teamId: number;
  readonly team: string;
  readonly teamName: string;
  readonly publishers: Publishers;
  readonly slug: string;
  /** What its package is called: its first address, for good. */
  readonly package: string;
  readonly description: string;
  readonly public: boolean;
  /** Put away: changed by nobody until it is brought back. */
  readonly archived: boolean;
  readonly role: Role | null;
};

/** The columns of a spec, from `spec s JOIN team t`; `role` is for who asks to add. */
export const specColumns = (sql: Sql) => sql`
  s.id, t.id AS "teamId", t.slug AS team, t.name AS "teamName", t.publishers, s.slug, s.package, s.description, s.public, s.archived_at IS NOT NULL AS archived`;

/** The id of the spec an address leads to, whether it is its own or one it had. */
export const idAt = (sql: Sql, team: string, slug: string) => sql`
  (SELECT a.spec_id FROM spec_address a JOIN team one ON one.id = a.team_id WHERE one.slug = ${team} AND a.slug = ${slug})`;

/** What a spec (`spec`, with its draft as `d`) is called for somebody: for its team as in its draft, for others as in its latest version. */
export const nameFor = (sql: Sql, personId: number, spec: ReturnType<Sql>) => sql`
  CASE WHEN EXISTS (SELECT 1 FROM membership mine WHERE mine.team_id = ${spec}.team_id AND mine.person_id = ${personId}) THEN d.layout ->> 'name'
  ELSE coalesce(
    (SELECT v.layout ->> 'name' FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id WHERE v.spec_id = ${spec}.id AND w.version_id IS NULL
     ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1), ${spec}.slug) END`;

export type Draft = { readonly revision: number; readonly layout: Layout; readonly updatedAt: Date };

const json = (value: unknown): postgres.JSONValue => value as postgres.JSONValue;

/** The spec of an address, or of one that led to it before it was renamed or moved. */
export const findSpec = async (sql: Sql, team: string, slug: string, personId: number | null): Promise<Spec | null> => {
  const [row] = await sql<Spec[]>`
    SELECT ${specColumns(sql)}, m.role
    FROM spec s JOIN team t ON t.id = s.team_id
    LEFT JOIN membership m ON m.team_id = t.id AND m.person_id = ${personId}
    WHERE s.id = ${idAt(sql, team, slug)}`;
  return row ?? null;
};

/** Makes a spec's versions readable to anyone with the link, or to the team alone again. */
export const setPublic = async (sql: Sql, specId: number, isPublic: boolean): Promise<void> => {
  await sql`UPDATE spec SET public = ${isPublic} WHERE id = ${specId}`;
};

/** Edits after which a draft is kept as it stands: a moment of it is never more than so many edits away (history.ts). */
const momentEvery = 25;

const keepMoment = async (sql: postgres.TransactionSql, specId: number, revision: number, layout: Layout): Promise<void> => {
  await sql`INSERT INTO draft_moment (spec_id, revision, layout) VALUES (${specId}, ${revision}, ${sql.json(json(layout))}) ON CONFLICT DO NOTHING`;
};

export type NewSpec = {
  readonly teamId: number;
  readonly slug: string;
  readonly description: string;
  readonly layout: Layout;
  /** The spec it follows; null where it goes its own way. */
  readonly follows?: number | null;
  readonly personId: number;
};

/** Keeps others from giving out addresses of a team's specs until the transaction ends. */
export const lockAddresses = async (sql: postgres.TransactionSql, teamId: number): Promise<void> => {
  await sql`SELECT pg_advisory_xact_lock(hashtext('addresses of specs'), ${teamId}::int)`;
};

/** Adds a spec with its draft; null where that address leads to one already. */
export const addSpec = async (sql: postgres.Sql, spec: NewSpec): Promise<number | null> =>
  sql.begin(async (transaction) => {
    await lockAddresses(transaction, spec.teamId);
    const [row] = await transaction<{ id: number }[]>`
      INSERT INTO spec (team_id, slug, description, created_by)
      SELECT ${spec.teamId}, ${spec.slug}, ${spec.description}, ${spec.personId}
      WHERE NOT EXISTS (SELECT 1 FROM spec_address a WHERE a.team_id = ${spec.teamId} AND a.slug = ${spec.slug}) RETURNING id`;
    if (!row) return null;
    await transaction`
      INSERT INTO draft (spec_id, revision, layout, updated_by)
      VALUES (${row.id}, 1, ${sql.json(json(spec.layout))}, ${spec.personId})`;
    await keepMoment(transaction, row.id, 1, spec.layout);
    if (spec.follows)
      await transaction`INSERT INTO spec_follow (spec_id, follows_id, person_id) VALUES (${row.id}, ${spec.follows}, ${spec.personId})`;
    await storeSummary(transaction, row.id, { revision: 1, layout: spec.layout });
    await happened(transaction, {
      kind: "spec-made",
      teamId: spec.teamId,
      specId: row.id,
      personId: spec.personId,
      name: spec.layout.name,
    });
    return row.id;
  });

type DraftRow = { revision: number; layout: unknown; updatedAt: Date };

const draftOf = (row: DraftRow | undefined): Draft | null =>
  row ? { revision: row.revision, layout: readStoredLayout(row.layout), updatedAt: row.updatedAt } : null;

/** The draft with its document as it is stored. */
export const readStoredDraft = async (sql: Sql, specId: number): Promise<DraftRow | null> => {
  const [row] = await sql<DraftRow[]>`SELECT revision, layout, updated_at AS "updatedAt" FROM draft WHERE spec_id = ${specId}`;
  return row ?? null;
};

/** Most edits that are told one by one; past them the whole draft is less. */
const mostEdits = 50;

/** What each revision of a draft after one changed; null where that is not known or is much. No document is read for it. */
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

export const readDraft = async (sql: Sql, specId: number): Promise<Draft | null> => {
  const [row] = await sql<DraftRow[]>`SELECT revision, layout, updated_at AS "updatedAt" FROM draft WHERE spec_id = ${specId}`;
  return draftOf(row);
};

/** Reads the draft and keeps others from changing it until the transaction ends. */
export const lockDraft = async (sql: postgres.TransactionSql, specId: number): Promise<Draft | null> => {
  const [row] = await sql<DraftRow[]>`
    SELECT revision, layout, updated_at AS "updatedAt" FROM draft WHERE spec_id = ${specId} FOR UPDATE`;
  return draftOf(row);
};

export type DraftEdit = {
  readonly specId: number;
  readonly revision: number;
  readonly madeOn: number;
  readonly layout: Layout;
  readonly changes: readonly Change[];
  readonly personId: number;
  /** What the changes were sent under; undefined where they were made here. */
  readonly saveId?: string | undefined;
};

/** The changes that were sent under a name and written; null where none were. */
export const changesSaved = async (sql: Sql, specId: number, saveId: string): Promise<readonly Change[] | null> => {
  const [row] = await sql<{ changes: readonly Change[] }[]>`
    SELECT changes FROM draft_edit WHERE spec_id = ${specId} AND save_id = ${saveId}`;
  return row?.changes ?? null;
};

/** Writes an edit, the draft it makes and what cards show of it; the caller holds the draft's lock. */
export const writeDraft = async (sql: postgres.TransactionSql, edit: DraftEdit): Promise<void> => {
  await sql`
    UPDATE draft SET revision = ${edit.revision}, layout = ${sql.json(json(edit.layout))}, updated_at = now(), updated_by = ${edit.personId}
    WHERE spec_id = ${edit.specId}`;
  await storeSummary(sql, edit.specId, edit);
  if (edit.revision % momentEvery === 0) await keepMoment(sql, edit.specId, edit.revision, edit.layout);
  await sql`
    INSERT INTO draft_edit (spec_id, revision, changes, made_on, person_id, save_id)
    VALUES (${edit.specId}, ${edit.revision}, ${sql.json(json(edit.changes))}, ${edit.madeOn}, ${edit.personId}, ${edit.saveId ?? null})`;
};
