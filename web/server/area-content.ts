import { type AreaContent, areaContent, limits, type PageContent } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "./database";
import type { Problem } from "./problem";
import { report } from "./report";

/** Most areas of a spec that keep content: as many as a layout has, and as many that were removed and may come back by Undo. */
const mostKept = 2 * limits.areas;

/** What the areas of a spec's draft hold, by their ids. */
export const contentOf = async (sql: Sql, specId: number): Promise<PageContent> => {
  const rows = await sql<{ area: string; content: unknown }[]>`
    SELECT area, content FROM area_content WHERE spec_id = ${specId} ORDER BY area LIMIT ${mostKept}`;
  return Object.fromEntries(
    rows.flatMap(({ area, content }) => {
      const read = areaContent.safeParse(content);
      if (!read.success) report("content of areas", new Error(`what area ${area} of spec ${specId} holds cannot be read`));
      return read.success ? [[area, read.data]] : [];
    }),
  );
};

type Doer = { readonly specId: number; readonly personId: number };

/** Keeps what an area holds, in place of what it held before; null has it hold nothing. Says why where there is no room. */
export const setContent = async (
  sql: postgres.TransactionSql,
  { specId, personId }: Doer,
  area: string,
  content: AreaContent | null,
): Promise<Problem | null> => {
  if (content === null) {
    await sql`DELETE FROM area_content WHERE spec_id = ${specId} AND area = ${area}`;
    return null;
  }
  await sql`SELECT pg_advisory_xact_lock(hashtext('content of areas'), ${specId}::int)`;
  const [row] = await sql<{ others: number }[]>`
    SELECT count(*)::int AS others FROM area_content WHERE spec_id = ${specId} AND area <> ${area}`;
  if ((row?.others ?? 0) >= mostKept)
    return {
      code: "unprocessable",
      detail: `A spec keeps content for at most ${mostKept} areas. Remove the content of another area first.`,
    };
  await sql`
    INSERT INTO area_content (spec_id, area, content, person_id) VALUES (${specId}, ${area}, ${sql.json(content)}, ${personId})
    ON CONFLICT (spec_id, area) DO UPDATE SET content = excluded.content, person_id = excluded.person_id, at = now()`;
  return null;
};
