import type postgres from "postgres";
import type { Sql } from "../database/database";
import { type Page, pageSize, rowsBefore, uncounted } from "../database/paging";

export type InboxKind = "review-asked" | "review-decided" | "comment" | "new-version" | "withdrawn" | "followed" | "member" | "token";

export type InboxItem = {
  readonly id: number;
  readonly kind: InboxKind;
  readonly words: string;
  /** The page it leads to. */
  readonly path: string;
  readonly at: Date;
  readonly readAt: Date | null;
};

/** Something for the inboxes of a team's members, except the person who did it. */
export type NewItem = {
  readonly people: readonly number[];
  readonly except: number | null;
  readonly kind: InboxKind;
  readonly teamId: number;
  readonly specId: number | null;
  readonly words: string;
  readonly path: string;
};

/** Adds items to the inboxes of current members, one each. Former members get none. */
export const tell = async (sql: Sql, items: readonly NewItem[]): Promise<void> => {
  const rows = items.filter(({ people }) => people.length > 0).map((item) => ({ ...item, words: item.words.slice(0, 2000) }));
  if (rows.length === 0) return;
  await sql`
    INSERT INTO inbox_item (person_id, kind, team_id, spec_id, words, path)
    SELECT m.person_id, i.kind, i."teamId", i."specId", i.words, i.path
    FROM jsonb_to_recordset(${sql.json(rows)}) AS i
      (people bigint[], "except" bigint, kind text, "teamId" bigint, "specId" bigint, words text, path text)
    JOIN membership m ON m.team_id = i."teamId" AND m.person_id = ANY (i.people) AND m.person_id IS DISTINCT FROM i."except"`;
};

/** A page of a person's inbox, the latest first. */
export const inboxOf = async (sql: Sql, personId: number, page = 1): Promise<Page<InboxItem>> => {
  const rows = await sql<InboxItem[]>`
    SELECT id, kind, words, path, at, read_at AS "readAt" FROM inbox_item
    WHERE person_id = ${personId} ORDER BY at DESC, id DESC LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`;
  return uncounted(page, rows);
};

export const unreadCount = async (sql: Sql, personId: number): Promise<number> => {
  const [row] = await sql<{ count: number }[]>`
    SELECT count(*)::int AS count FROM inbox_item WHERE person_id = ${personId} AND read_at IS NULL`;
  return row?.count ?? 0;
};

/** Marks one item, or all, as read (or as unread again). */
export const markRead = async (sql: postgres.TransactionSql, personId: number, id: number | null, read: boolean): Promise<void> => {
  await sql`
    UPDATE inbox_item SET read_at = ${read ? sql`coalesce(read_at, now())` : sql`NULL`}
    WHERE person_id = ${personId} ${id === null ? sql`` : sql`AND id = ${id}`}`;
};
