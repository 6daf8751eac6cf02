import { type Layout, readStoredLayout } from "@ypsiline/core";
import { LRUCache } from "lru-cache";
import type postgres from "postgres";
import type { Sql } from "./database";
import { type DraftSummary, type LatestVersion, summaryOf } from "./draft-summary";
import { heavy, hasHeavyPool } from "./heavy/heavy";

/** Most of them, characters of JSON. */
const mostHeld = 16 * 1024 * 1024;

/** Documents of versions that drafts were held against of late; a version never changes. */
const held = new LRUCache<number, Layout>({ maxSize: mostHeld, sizeCalculation: (layout) => JSON.stringify(layout).length });

/** The latest version of a spec that was not withdrawn; its document is read once while it is held. */
const latestOf = async (sql: Sql, specId: number): Promise<LatestVersion | null> => {
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

/** Places of areas from which on a check takes longer than the thread that answers everybody has. */
const many = 400;

/** The summary of a draft; of one with many areas by a worker, and only where that has no room here. */
const madeOf = async (specId: number, draft: SummaryOf, latest: LatestVersion | null): Promise<DraftSummary> => {
  const places = draft.layout.areas.length * draft.layout.breakpoints.length;
  if (places > many && hasHeavyPool()) {
    const worked = await heavy(`summary ${specId}`, { kind: "summary", draft: { revision: draft.revision, layout: draft.layout }, latest });
    if (worked.ok) return JSON.parse(String(worked.file.body)) as DraftSummary;
  }
  return summaryOf(draft, latest);
};

type SummaryOf = { readonly revision: number; readonly layout: Layout };

/**
 * Stores the summary of a draft with it, in the transaction that wrote the draft or its latest version, so that a list
 * of specs reads no document.
 */
export const storeSummary = async (sql: Sql, specId: number, draft: SummaryOf): Promise<DraftSummary> => {
  const summary = await madeOf(specId, draft, await latestOf(sql, specId));
  await sql`UPDATE draft SET summary = ${sql.json(summary as unknown as postgres.JSONValue)} WHERE spec_id = ${specId} AND revision = ${draft.revision}`;
  return summary;
};

/** The summary of a draft as it stands, worked out anew and stored; null where there is no draft. */
export const renewSummary = async (sql: Sql, specId: number): Promise<DraftSummary | null> => {
  const [row] = await sql<{ revision: number; layout: unknown }[]>`SELECT revision, layout FROM draft WHERE spec_id = ${specId}`;
  return row ? storeSummary(sql, specId, { revision: row.revision, layout: readStoredLayout(row.layout) }) : null;
};
