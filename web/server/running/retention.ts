import { database, type Sql } from "../database/database";
import { report } from "../settings/report";

/** Rows deleted by one statement, so that none blocks others for long. */
const atOnce = 5_000;

/** How often a process deletes what has expired, ms. */
const everyHour = 3_600_000;

/**
 * Takes away what is over and nobody looks for any more: deliveries that have ended, letters, read inbox items and
 * removed designs after 90 days, attempts to sign in after a day, sessions and people's presence when they are over. Versions, activity and comments stay
 * for good. Says how many rows went of each. What two processes both try to take goes once.
 */
export const clearOld = async (sql: Sql): Promise<Readonly<Record<string, number>>> => {
  const old = {
    webhook_delivery: sql`state <> 'waiting' AND at < now() - interval '90 days'`,
    outbox: sql`at < now() - interval '90 days'`,
    inbox_item: sql`read_at < now() - interval '90 days'`,
    sign_in_attempt: sql`at < now() - interval '1 day' AND next_at < now()`,
    mailed_link: sql`expires_at < now() - interval '1 day'`,
    session: sql`expires_at < now() OR used_at < now() - interval '1 day'`,
    kept_design: sql`removed_at < now() - interval '90 days'`,
    presence: sql`seen_at < now() - interval '1 day'`,
  };
  const gone: Record<string, number> = {};
  for (const [table, over] of Object.entries(old)) {
    gone[table] = 0;
    for (let count = atOnce; count === atOnce; gone[table] += count)
      ({ count } = await sql`DELETE FROM ${sql(table)} WHERE ctid IN (SELECT ctid FROM ${sql(table)} WHERE ${over} LIMIT ${atOnce})`);
  }
  return gone;
};

/** Deletes what has expired, regularly, in this process. */
export const startClearing = (): void => {
  const clear = (): void => {
    clearOld(database()).catch((error: unknown) => report("clearing what is over", error));
    setTimeout(clear, everyHour).unref();
  };
  clear();
};
