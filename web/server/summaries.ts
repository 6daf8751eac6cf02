import { check, type Columns, countChanges, type Layout, readStoredLayout } from "@ypsiline/core";
import { LRUCache } from "lru-cache";
import type postgres from "postgres";
import type { Sql } from "./database";

/** What a card shows of a draft, stored beside it: for which revision and version it was worked out, and the few numbers a small drawing takes. */
export type DraftSummary = {
  readonly revision: number;
  /** The latest version that was not withdrawn; null before the first. */
  readonly versionId: number | null;
  readonly name: string;
  readonly base: string;
  readonly rootFontSize: string;
  readonly breakpoints: readonly { readonly id: string; readonly from: number; readonly width: number; readonly columns: Columns }[];
  readonly problems: number;
  readonly cautions: number;
  /** Changes of the draft since that version; 0 before the first. */
  readonly changes: number;
};

type Version = { readonly id: number; readonly layout: Layout };

/** The summary of a draft against the latest version of its spec. */
export const summaryOf = (draft: { readonly revision: number; readonly layout: Layout }, latest: Version | null): DraftSummary => {
  const { layout } = draft;
  const open = check(layout).findings.filter(({ accepted }) => accepted === null);
  return {
    revision: draft.revision,
    versionId: latest?.id ?? null,
    name: layout.name,
    base: layout.base,
    rootFontSize: layout.rootFontSize,
    breakpoints: layout.breakpoints.map(({ id, from, drawnAt, columns }) => ({ id, from, width: drawnAt.width, columns })),
    problems: open.filter(({ level }) => level === "problem").length,
    cautions: open.filter(({ level }) => level === "caution").length,
    changes: latest ? countChanges(latest.layout, layout) : 0,
  };
};

/** Documents of versions that drafts were held against of late; a version never changes. */
const held = new LRUCache<number, Layout>({ max: 200 });

/** The latest version of a spec that was not withdrawn; its document is read once while it is held. */
const latestOf = async (sql: Sql, specId: number): Promise<Version | null> => {
  const [row] = await sql<{ id: number }[]>`
    SELECT v.id FROM version v LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE v.spec_id = ${specId} AND w.version_id IS NULL ORDER BY v.major DESC, v.minor DESC, v.patch DESC LIMIT 1`;
  if (!row) return null;
  const known = held.get(row.id);
  if (known) return { id: row.id, layout: known };
  const [stored] = await sql<{ layout: unknown }[]>`SELECT layout FROM version WHERE id = ${row.id}`;
  const layout = readStoredLayout(stored?.layout);
  held.set(row.id, layout);
  return { id: row.id, layout };
};

/**
 * Stores the summary of a draft with it, in the transaction that wrote the draft or its latest version, so that a list
 * of specs reads no document.
 */
export const storeSummary = async (
  sql: Sql,
  specId: number,
  draft: { readonly revision: number; readonly layout: Layout },
): Promise<DraftSummary> => {
  const summary = summaryOf(draft, await latestOf(sql, specId));
  await sql`UPDATE draft SET summary = ${sql.json(summary as unknown as postgres.JSONValue)} WHERE spec_id = ${specId} AND revision = ${draft.revision}`;
  return summary;
};

/** The summary of a draft as it stands, worked out anew and stored; null where there is no draft. */
export const renewSummary = async (sql: Sql, specId: number): Promise<DraftSummary | null> => {
  const [row] = await sql<{ revision: number; layout: unknown }[]>`SELECT revision, layout FROM draft WHERE spec_id = ${specId}`;
  return row ? storeSummary(sql, specId, { revision: row.revision, layout: readStoredLayout(row.layout) }) : null;
};
