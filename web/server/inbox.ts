import type postgres from "postgres";
import type { Sql } from "./database";
import { type Page, pageSize, rowsBefore, uncounted } from "./paging";

export const inboxKinds = ["review-asked", "review-decided", "comment", "new-version", "withdrawn", "followed", "member"] as const;
export type InboxKind = (typeof inboxKinds)[number];

export type InboxItem = {
  readonly id: number;
  readonly kind: InboxKind;
  readonly words: string;
  /** Where in the application it leads. */
  readonly path: string;
  readonly at: Date;
  readonly readAt: Date | null;
};

/** Tells present members of a team something, each once, and not those who did it themselves. Whoever has left it is told nothing. */
export const tell = async (
  sql: Sql,
  people: readonly number[],
  item: {
    readonly kind: InboxKind;
    readonly teamId: number;
    readonly specId: number | null;
    readonly words: string;
    readonly path: string;
  },
  except: number | null,
): Promise<void> => {
  const to = [...new Set(people)].filter((person) => person !== except);
  if (to.length === 0) return;
  const { kind, teamId, specId, words, path } = item;
  await sql`
    INSERT INTO inbox_item (person_id, kind, team_id, spec_id, words, path)
    SELECT m.person_id, ${kind}, ${teamId}, ${specId}::bigint, ${words.slice(0, 2000)}, ${path}
    FROM membership m WHERE m.team_id = ${teamId} AND m.person_id IN ${sql(to)}`;
};

/** A page of what concerns a person, the latest first. */
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
