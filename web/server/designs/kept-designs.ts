import type { BoxSource } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "../database/database";
import type { HeldDesign } from "../heavy/kinds";
import { happened } from "../happenings/happenings";
import { roomFault, setKept } from "../teams/kept-bytes";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { type Page, pageSize, rowsBefore } from "../database/paging";
import type { EncodedPicture } from "../heavy/pictures";

/** A saved design of a spec, without its boxes. */
export type KeptDesign = {
  readonly id: number;
  readonly name: string;
  readonly source: BoxSource;
  readonly width: number;
  readonly boxes: number;
  readonly person: string;
  readonly at: Date;
  /** Its picture: the height in device px, and device px per CSS px; null without one. */
  readonly picture: { readonly density: number; readonly height: number } | null;
};

/** Maximum number of boxes in all saved designs of a spec: a review compares them with two layouts. */
const mostKept = { designs: 200, boxes: 50_000 } as const;

const shown = (sql: Sql) => sql`
  d.id, d.name, d.source, d.width::float8 AS width, d.boxes, p.name AS person, d.at,
  (SELECT jsonb_build_object('density', i.density::float8, 'height', i.height) FROM design_picture i WHERE i.design_id = d.id) AS picture`;

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

/** One design with its box list as JSON text; null if there is none or it was removed. */
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

/** The ids of a spec's designs of one name. */
export const designsNamed = async (sql: Sql, specId: number, name: string): Promise<readonly number[]> => {
  const rows = await sql<{ id: number }[]>`SELECT id FROM kept_design WHERE spec_id = ${specId} AND name = ${name} AND removed_at IS NULL`;
  return rows.map(({ id }) => id);
};

/** All saved designs of a spec, the latest first. Their number is limited. */
export const heldDesigns = async (sql: Sql, specId: number): Promise<readonly HeldDesign[]> =>
  sql<HeldDesign[]>`
    SELECT id, name, list::text AS list, purposes FROM kept_design
    WHERE spec_id = ${specId} AND removed_at IS NULL ORDER BY id DESC LIMIT ${mostKept.designs}`;

type Doer = { readonly specId: number; readonly teamId: number; readonly personId: number };

/** Locks a spec's designs for one transaction, so that two people together cannot exceed the limits. */
const room = async (sql: postgres.TransactionSql, specId: number): Promise<{ readonly designs: number; readonly boxes: number }> => {
  await sql`SELECT pg_advisory_xact_lock(hashtext('designs of a spec'), ${specId}::int)`;
  const [row] = await sql<{ designs: number; boxes: number }[]>`
    SELECT count(*)::int AS designs, coalesce(sum(boxes), 0)::int AS boxes FROM kept_design WHERE spec_id = ${specId} AND removed_at IS NULL`;
  return row ?? { designs: 0, boxes: 0 };
};

const fits = ({ designs, boxes }: { readonly designs: number; readonly boxes: number }, more: number): boolean =>
  designs < mostKept.designs && boxes + more <= mostKept.boxes;

/** Why another design of this size cannot be saved; null if it can. */
const designFault = async (sql: postgres.TransactionSql, doer: Doer, boxes: number, bytes: number): Promise<Problem | null> => {
  if (fits(await room(sql, doer.specId), boxes)) return roomFault(sql, doer.teamId, bytes, "designs");
  const detail = `A spec keeps at most ${mostKept.designs} designs of ${mostKept.boxes.toLocaleString("en")} boxes together; remove one first.`;
  return { code: "unprocessable", detail };
};

/** Saves a design if there is room, and returns its id. */
export const keepDesign = async (
  sql: postgres.TransactionSql,
  doer: Doer,
  design: { readonly name: string; readonly source: BoxSource; readonly width: number; readonly boxes: number; readonly list: string },
): Promise<Result<number>> => {
  const bytes = Buffer.byteLength(design.list);
  const problem = await designFault(sql, doer, design.boxes, bytes);
  if (problem) return { ok: false, problem };
  const [row] = await sql<{ id: number }[]>`
    INSERT INTO kept_design (spec_id, name, source, width, boxes, list, person_id)
    VALUES (${doer.specId}, ${design.name}, ${design.source}, ${design.width}, ${design.boxes}, ${design.list}::text::jsonb, ${doer.personId}) RETURNING id`;
  if (!row) throw new Error("no design was kept");
  await countBytes(sql, doer.specId);
  await happened(sql, { kind: "design-kept", ...doer, name: design.name, removed: false });
  return { ok: true, value: row.id };
};

/** Recounts the storage of a spec's designs. */
const countBytes = (sql: postgres.TransactionSql, specId: number): Promise<void> =>
  setKept(
    sql,
    specId,
    "designs",
    sql`(SELECT coalesce(sum(length(d.list::text) + coalesce(length(i.bytes), 0)), 0) FROM kept_design d
      LEFT JOIN design_picture i ON i.design_id = d.id WHERE d.spec_id = ${specId} AND d.removed_at IS NULL)`,
  );

/** Removes a design, or restores it if there is room; false if there is none by that id. */
export const removeDesign = async (sql: postgres.TransactionSql, doer: Doer, id: number, removed: boolean): Promise<Result<boolean>> => {
  const [row] = await sql<{ name: string; boxes: number; bytes: number; removed: boolean }[]>`
    SELECT name, boxes, length(list::text) + coalesce((SELECT length(i.bytes) FROM design_picture i WHERE i.design_id = id), 0) AS bytes, removed_at IS NOT NULL AS removed FROM kept_design WHERE id = ${id} AND spec_id = ${doer.specId} FOR UPDATE`;
  if (!row) return { ok: true, value: false };
  if (row.removed === removed) return { ok: true, value: true };
  const problem = removed ? null : await designFault(sql, doer, row.boxes, row.bytes);
  if (problem) return { ok: false, problem };
  await sql`UPDATE kept_design SET removed_at = ${removed ? sql`now()` : null} WHERE id = ${id}`;
  await countBytes(sql, doer.specId);
  await happened(sql, { kind: "design-kept", ...doer, name: row.name, removed });
  return { ok: true, value: true };
};

/** Marks an edge as off the grid on purpose, with the reason; null removes the mark. False if there is no such design or edge. */
export const setPurpose = async (
  sql: postgres.TransactionSql,
  doer: Doer,
  id: number,
  { box, edge, reason }: { readonly box: number; readonly edge: string; readonly reason: string | null },
): Promise<boolean> => {
  const key = `${box} ${edge}`;
  const [row] = await sql<{ name: string }[]>`
      UPDATE kept_design SET purposes = ${
        reason === null ? sql`purposes - ${key}::text` : sql`purposes || jsonb_build_object(${key}::text, ${reason}::text)`
      }
      WHERE id = ${id} AND spec_id = ${doer.specId} AND removed_at IS NULL AND boxes > ${box} RETURNING name`;
  if (!row) return false;
  await happened(sql, { kind: "design-purpose", ...doer, name: row.name, reason });
  return true;
};

/** Saves the picture of a design without one, if there is room; false if there is no such design. */
export const addPicture = async (
  sql: postgres.TransactionSql,
  doer: Doer,
  id: number,
  { bytes, width, height, density }: EncodedPicture & { readonly density: number },
): Promise<Result<boolean>> => {
  const [design] = await sql<{ id: number }[]>`
    SELECT id FROM kept_design WHERE id = ${id} AND spec_id = ${doer.specId} AND removed_at IS NULL FOR UPDATE`;
  if (!design) return { ok: true, value: false };
  const problem = await roomFault(sql, doer.teamId, bytes.length, "designs");
  if (problem) return { ok: false, problem };
  const rows = await sql`
    INSERT INTO design_picture (design_id, bytes, density, width, height) VALUES (${id}, ${bytes}, ${density}, ${width}, ${height})
    ON CONFLICT DO NOTHING RETURNING design_id`;
  if (rows.length === 0) return { ok: false, problem: { code: "conflict", detail: "This design has a picture already." } };
  await countBytes(sql, doer.specId);
  return { ok: true, value: true };
};

/** The encoded picture of a design; null if it has none or was removed. */
export const pictureOf = async (sql: Sql, specId: number, id: number): Promise<Buffer | null> => {
  const [row] = await sql<{ bytes: Buffer }[]>`
    SELECT i.bytes FROM design_picture i JOIN kept_design d ON d.id = i.design_id
    WHERE d.spec_id = ${specId} AND d.id = ${id} AND d.removed_at IS NULL`;
  return row?.bytes ?? null;
};
