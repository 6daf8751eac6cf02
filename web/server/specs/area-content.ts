import { type AreaContent, areaContent, limits, type PageContent } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "../database/database";
import { roomFault, setKept } from "../teams/kept-bytes";
import type { EncodedPicture } from "../heavy/pictures";
import type { Problem } from "../http/problem";
import { report } from "../settings/report";

/** Maximum number of areas with content per spec: those of a layout, and as many removed ones that Undo may restore. */
const mostKept = 2 * limits.areas;

/** The content of a draft's areas by area id, and when each picture was set. */
export const contentOf = async (
  sql: Sql,
  specId: number,
): Promise<{ readonly content: PageContent; readonly pictures: Readonly<Record<string, Date>> }> => {
  const rows = await sql<{ area: string; content: unknown; pictured: Date | null }[]>`
    SELECT area, content, CASE WHEN picture IS NULL THEN NULL ELSE at END AS pictured
    FROM area_content WHERE spec_id = ${specId} ORDER BY area LIMIT ${mostKept}`;
  const pictures = Object.fromEntries(rows.flatMap(({ area, pictured }) => (pictured ? [[area, pictured]] : [])));
  const content = Object.fromEntries(
    rows.flatMap(({ area, content: kept }) => {
      const read = areaContent.safeParse(kept);
      if (!read.success) report("content of areas", new Error(`what area ${area} of spec ${specId} holds cannot be read`));
      return read.success ? [[area, read.data]] : [];
    }),
  );
  return { content, pictures };
};

type Doer = { readonly specId: number; readonly teamId: number; readonly personId: number };

/** Why a spec cannot store more content of this size, or of another area; null if it can. Locked, so that one person at a time asks. */
const contentFault = async (
  sql: postgres.TransactionSql,
  { specId, teamId }: Doer,
  area: string,
  bytes: number,
): Promise<Problem | null> => {
  await sql`SELECT pg_advisory_xact_lock(hashtext('content of areas'), ${specId}::int)`;
  const [row] = await sql<{ others: number }[]>`
    SELECT count(*)::int AS others FROM area_content WHERE spec_id = ${specId} AND area <> ${area}`;
  if ((row?.others ?? 0) >= mostKept)
    return {
      code: "unprocessable",
      detail: `A spec keeps content for at most ${mostKept} areas. Remove the content of another area first.`,
    };
  return roomFault(sql, teamId, bytes, "content");
};

/** Recounts the storage of a spec's content. */
const countBytes = (sql: postgres.TransactionSql, specId: number): Promise<void> =>
  setKept(
    sql,
    specId,
    "content",
    sql`(SELECT coalesce(sum(length(content::text) + coalesce(length(picture), 0)), 0) FROM area_content WHERE spec_id = ${specId})`,
  );

/**
 * Stores the content of an area, replacing what it held; null removes it. A picture that is no longer content is deleted.
 * Says why if there is no room.
 */
export const setContent = async (
  sql: postgres.TransactionSql,
  doer: Doer,
  area: string,
  content: AreaContent | null,
): Promise<Problem | null> => {
  const { specId, personId } = doer;
  if (content === null) {
    await sql`DELETE FROM area_content WHERE spec_id = ${specId} AND area = ${area}`;
  } else {
    const problem = await contentFault(sql, doer, area, JSON.stringify(content).length);
    if (problem) return problem;
    await sql`
      INSERT INTO area_content AS a (spec_id, area, content, person_id) VALUES (${specId}, ${area}, ${sql.json(content)}, ${personId})
      ON CONFLICT (spec_id, area) DO UPDATE SET content = excluded.content, person_id = excluded.person_id,
        picture = CASE WHEN excluded.content ->> 'kind' = 'picture' THEN a.picture END,
        at = CASE WHEN excluded.content ->> 'kind' = 'picture' THEN a.at ELSE now() END`;
  }
  await countBytes(sql, specId);
  return null;
};

/** Stores the picture of an area, shown at its own size. Says why if there is no room. */
export const setAreaPicture = async (
  sql: postgres.TransactionSql,
  doer: Doer,
  area: string,
  { bytes, width, height }: EncodedPicture,
): Promise<Problem | null> => {
  const { specId, personId } = doer;
  const problem = await contentFault(sql, doer, area, bytes.length);
  if (problem) return problem;
  const content = areaContent.parse({ kind: "picture", width, height });
  await sql`
    INSERT INTO area_content (spec_id, area, content, picture, person_id)
    VALUES (${specId}, ${area}, ${sql.json(content)}, ${bytes}, ${personId})
    ON CONFLICT (spec_id, area) DO UPDATE
    SET content = excluded.content, picture = excluded.picture, person_id = excluded.person_id, at = now()`;
  await countBytes(sql, specId);
  return null;
};

/** The encoded picture of an area; null if it has none. */
export const areaPicture = async (sql: Sql, specId: number, area: string): Promise<Buffer | null> => {
  const [row] = await sql<{ picture: Buffer | null }[]>`
    SELECT picture FROM area_content WHERE spec_id = ${specId} AND area = ${area}`;
  return row?.picture ?? null;
};
