import type { Sql } from "./database";

/** Maximum lease of an entry that a process takes from a queue, minutes. */
const longest = 10;

/**
 * Whether an entry of a queue is taken, by the column with the end of its lease. A lease that ends later than the maximum was
 * made before the clock was set back, and does not count.
 */
export const isLeased = (sql: Sql, column = "leased_until") =>
  sql`(${sql(column)} IS NOT NULL AND ${sql(column)} > now() AND ${sql(column)} <= now() + make_interval(mins => ${longest}))`;
