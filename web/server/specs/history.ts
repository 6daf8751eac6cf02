import type { Change } from "@ypsiline/core";
import type { Sql } from "../database/database";
import type { StoredText } from "../database/stored-text";
import { type Page, pageSize, rowsBefore, uncounted } from "../database/paging";

/** Consecutive edits by one person without a long pause. */
export type Stretch = {
  readonly first: number;
  readonly last: number;
  readonly edits: number;
  readonly from: Date;
  readonly to: Date;
  readonly person: string;
  /** What changed, each place once, the last first, with the values before and after if they are short. */
  readonly changes: readonly Change[];
  /** Whether the draft before and after can be shown. */
  readonly shown: boolean;
};

/** Pause after which a new stretch begins, minutes. */
const pause = 30;

/**
 * For the summary of a series of edits: how many of its latest edits are read, how many places are listed, and the
 * longest change whose values are shown, bytes.
 */
const mostLooked = 200;
const mostChanges = 12;
const longestChange = 400;

/** What each stretch of a page changed, by its first revision. */
const changesOf = async (
  sql: Sql,
  specId: number,
  stretches: readonly Omit<Stretch, "changes">[],
): Promise<ReadonlyMap<number, readonly Change[]>> => {
  const rows = await sql<{ first: number; path: Change["path"]; before: Change | null; after: Change | null }[]>`
    SELECT s.first, told.path, told.before, told.after
    FROM unnest(${stretches.map(({ first }) => first)}::bigint[], ${stretches.map(({ last }) => last)}::bigint[]) AS s (first, last)
    CROSS JOIN LATERAL (
      SELECT c -> 'path' AS path, max(e.revision) AS revision,
        (array_agg(CASE WHEN pg_column_size(c) <= ${longestChange} THEN c END ORDER BY e.revision))[1] AS before,
        (array_agg(CASE WHEN pg_column_size(c) <= ${longestChange} THEN c END ORDER BY e.revision DESC))[1] AS after
      FROM draft_edit e CROSS JOIN LATERAL jsonb_array_elements(e.changes) c
      WHERE e.spec_id = ${specId} AND e.revision BETWEEN greatest(s.first, s.last - ${mostLooked - 1}::bigint) AND s.last
      GROUP BY 1 ORDER BY 2 DESC, 1 LIMIT ${mostChanges}) told`;
  const isPlain = (value: unknown): boolean => typeof value === "string" || typeof value === "number";
  const found = new Map<number, readonly Change[]>();
  for (const { first, path, before, after } of rows) {
    const told = isPlain(before?.from) && isPlain(after?.to) && before?.from !== after?.to;
    found.set(first, [...(found.get(first) ?? []), told ? { path, from: before?.from, to: after?.to } : { path }]);
  }
  return found;
};

/** A page of a draft's stretches of edits, the latest first. */
export const stretchesPage = async (sql: Sql, specId: number, page: number): Promise<Page<Stretch>> => {
  const read = uncounted(
    page,
    await sql<Omit<Stretch, "changes">[]>`
      WITH marked AS (
        SELECT revision, person_id, at,
          (lag(person_id) OVER told IS DISTINCT FROM person_id OR at - lag(at) OVER told > make_interval(mins => ${pause}))::int AS begins
        FROM draft_edit WHERE spec_id = ${specId} WINDOW told AS (ORDER BY revision)),
      numbered AS (SELECT revision, person_id, at, sum(begins) OVER (ORDER BY revision) AS stretch FROM marked)
      SELECT min(n.revision) AS first, max(n.revision) AS last, count(*)::int AS edits, min(n.at) AS "from", max(n.at) AS "to", p.name AS person,
        min(n.revision) > (SELECT min(revision) FROM draft_moment WHERE spec_id = ${specId}) AS shown
      FROM numbered n JOIN person p ON p.id = n.person_id GROUP BY n.stretch, p.name ORDER BY first DESC
      LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`,
  );
  const changes = await changesOf(sql, specId, read.entries);
  return { ...read, entries: read.entries.map((stretch) => ({ ...stretch, changes: changes.get(stretch.first) ?? [] })) };
};

/** The parts of a moment: the stored document before it, and the edits after that, in order. */
export type StoredMoment = { readonly layout: StoredText; readonly edits: readonly (readonly Change[])[] };

/** The parts of a moment; null if the draft has no such revision, or it is older than stored moments. */
export const storedMoment = async (sql: Sql, specId: number, revision: number): Promise<StoredMoment | null> => {
  const [kept] = await sql<{ revision: number; layout: StoredText }[]>`
    SELECT revision, layout::text AS layout FROM draft_moment WHERE spec_id = ${specId} AND revision <= ${revision} ORDER BY revision DESC LIMIT 1`;
  if (!kept) return null;
  const rows = await sql<{ changes: readonly Change[] }[]>`
    SELECT changes FROM draft_edit WHERE spec_id = ${specId} AND revision > ${kept.revision} AND revision <= ${revision} ORDER BY revision`;
  return rows.length === revision - kept.revision ? { layout: kept.layout, edits: rows.map(({ changes }) => changes) } : null;
};
