import type { BoxSource } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "./database";
import { happened } from "./happenings";
import { type Page, pageSize, rowsBefore } from "./paging";

/** A design kept beside a spec, without its boxes. */
export type KeptDesign = {
  readonly id: number;
  readonly name: string;
  readonly source: BoxSource;
  readonly width: number;
  readonly boxes: number;
  readonly person: string;
  readonly at: Date;
};

/** Boxes of all kept designs of a spec together: what a review holds against two layouts at once. */
export const mostKept = { designs: 200, boxes: 50_000 } as const;

const shown = (sql: Sql) => sql`
  d.id, d.name, d.source, d.width::float8 AS width, d.boxes, p.name AS person, d.at`;

/** A page of a spec's designs, the latest first. */
export const designsOf = async (sql: Sql, specId: number, page: number): Promise<Page<KeptDesign>> => {
  const [count] = await sql<{ total: number }[]>`
    SELECT count(*)::int AS total FROM kept_design WHERE spec_id = ${specId} AND removed_at IS NULL`;
  const entries = await sql<KeptDesign[]>`
    SELECT ${shown(sql)} FROM kept_design d JOIN person p ON p.id = d.person_id
    WHERE d.spec_id = ${specId} AND d.removed_at IS NULL ORDER BY d.id DESC LIMIT ${pageSize} OFFSET ${rowsBefore(page)}`;
  const total = count?.total ?? 0;
  return { page, entries, total, more: rowsBefore(page) + entries.length < total };
};

/** One design with its box list as JSON text; null where there is none, or it was taken away. */
export const designOf = async (
  sql: Sql,
  specId: number,
  id: number,
): Promise<(KeptDesign & { readonly list: string; readonly purposes: Readonly<Record<string, string>> }) | null> => {
  const [row] = await sql<(KeptDesign & { list: string; purposes: Record<string, string> })[]>`
    SELECT ${shown(sql)}, d.list::text AS list, d.purposes FROM kept_design d JOIN person p ON p.id = d.person_id
    WHERE d.spec_id = ${specId} AND d.id = ${id} AND d.removed_at IS NULL`;
  return row ?? null;
};

/** A kept design as a review holds it: its list is read by the worker that does. */
export type HeldDesign = {
  readonly id: number;
  readonly name: string;
  readonly list: string;
  readonly purposes: Readonly<Record<string, string>>;
};

/** All designs kept of a spec, the latest first: bounded by what may be kept. */
export const heldDesigns = async (sql: Sql, specId: number): Promise<readonly HeldDesign[]> =>
  sql<HeldDesign[]>`
    SELECT id, name, list::text AS list, purposes FROM kept_design
    WHERE spec_id = ${specId} AND removed_at IS NULL ORDER BY id DESC LIMIT ${mostKept.designs}`;

type Doer = { readonly specId: number; readonly teamId: number; readonly personId: number };

/** Locks a spec's designs for one transaction, so that two people keep no more between them than may be kept. */
const room = async (sql: postgres.TransactionSql, specId: number): Promise<{ readonly designs: number; readonly boxes: number }> => {
  await sql`SELECT 1 FROM spec WHERE id = ${specId} FOR UPDATE`;
  const [row] = await sql<{ designs: number; boxes: number }[]>`
    SELECT count(*)::int AS designs, coalesce(sum(boxes), 0)::int AS boxes FROM kept_design WHERE spec_id = ${specId} AND removed_at IS NULL`;
  return row ?? { designs: 0, boxes: 0 };
};

const fits = ({ designs, boxes }: { readonly designs: number; readonly boxes: number }, more: number): boolean =>
  designs < mostKept.designs && boxes + more <= mostKept.boxes;

/** Keeps a design; null where there is no room for it beside those kept already. */
export const keepDesign = (
  sql: postgres.Sql,
  doer: Doer,
  design: { readonly name: string; readonly source: BoxSource; readonly width: number; readonly boxes: number; readonly list: string },
): Promise<number | null> =>
  sql.begin(async (transaction) => {
    if (!fits(await room(transaction, doer.specId), design.boxes)) return null;
    const [row] = await transaction<{ id: number }[]>`
      INSERT INTO kept_design (spec_id, name, source, width, boxes, list, person_id)
      VALUES (${doer.specId}, ${design.name}, ${design.source}, ${design.width}, ${design.boxes}, ${design.list}::text::jsonb, ${doer.personId}) RETURNING id`;
    if (!row) return null;
    await happened(transaction, { kind: "design-kept", ...doer, name: design.name, removed: false });
    return row.id;
  });

/** Takes a design away, or puts it back: "full" where there is no room for it any more. */
export const removeDesign = (sql: postgres.Sql, doer: Doer, id: number, removed: boolean): Promise<"done" | "none" | "full"> =>
  sql.begin(async (transaction) => {
    const kept = await room(transaction, doer.specId);
    const [row] = await transaction<{ name: string; boxes: number; removed: boolean }[]>`
      SELECT name, boxes, removed_at IS NOT NULL AS removed FROM kept_design WHERE id = ${id} AND spec_id = ${doer.specId}`;
    if (!row) return "none";
    if (row.removed === removed) return "done";
    if (!removed && !fits(kept, row.boxes)) return "full";
    await transaction`UPDATE kept_design SET removed_at = ${removed ? transaction`now()` : null} WHERE id = ${id}`;
    await happened(transaction, { kind: "design-kept", ...doer, name: row.name, removed });
    return "done";
  });

/** Says of an edge that it is off the grid on purpose, and why; null says so no more. False where there is no such design or edge. */
export const setPurpose = (
  sql: postgres.Sql,
  doer: Doer,
  id: number,
  { box, edge, reason }: { readonly box: number; readonly edge: string; readonly reason: string | null },
): Promise<boolean> =>
  sql.begin(async (transaction) => {
    const key = `${box} ${edge}`;
    const [row] = await transaction<{ name: string }[]>`
      UPDATE kept_design SET purposes = ${
        reason === null ? transaction`purposes - ${key}::text` : transaction`purposes || jsonb_build_object(${key}::text, ${reason}::text)`
      }
      WHERE id = ${id} AND spec_id = ${doer.specId} AND removed_at IS NULL AND boxes > ${box} RETURNING name`;
    if (!row) return false;
    await happened(transaction, { kind: "design-purpose", ...doer, name: row.name, reason });
    return true;
  });
