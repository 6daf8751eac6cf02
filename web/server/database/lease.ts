import type { Sql } from "./database";

/** Longest lease of anything that a process takes from a queue, minutes; each is shorter. */
const longest = 10;

/**
 * Whether something in a queue is taken, by the column its lease ends in. A lease that ends later than any can comes of a clock
 * that was set back, and holds nothing.
 */
export const isLeased = (sql: Sql, column = "leased_until") =>
  sql`(${sql(column)} IS NOT NULL AND ${sql(column)} > now() AND ${sql(column)} <= now() + make_interval(mins => ${longest}))`;
