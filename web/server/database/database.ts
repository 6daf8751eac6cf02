import { randomBytes } from "node:crypto";
import postgres from "postgres";
import { report } from "../settings/report";
import { setting } from "../settings/settings";

/** A pool, or the transaction inside `begin`: queries take either. */
export type Sql = postgres.Sql | postgres.TransactionSql;

type Shared = {
  ypsilineDatabase?: { readonly sql: postgres.Sql; readonly openedAt: number };
  ypsilineRenewed?: Set<() => void>;
  ypsilineConnections?: string;
};
const shared = globalThis as Shared;

/** The name of this process's connections in the database, which distinguishes them from other processes'. */
const connectionName = (): string => (shared.ypsilineConnections ??= `ypsiline ${process.pid}-${randomBytes(4).toString("hex")}`);

/** Connections of a pool. */
export const mostConnections = 10;

/** This process's connections as the database has them, by state ("active", "idle", …); the one that asks is not counted. */
export const connectionStates = async (sql: Sql): Promise<readonly { readonly state: string; readonly count: number }[]> =>
  sql<{ state: string; count: number }[]>`
    SELECT coalesce(state, 'unknown') AS state, count(*)::int AS count FROM pg_stat_activity
    WHERE application_name = ${connectionName()} AND pid <> pg_backend_pid() GROUP BY 1`;

/** Opens a pool. The one place connections are made; times out rather than hangs. */
export const openDatabase = (url: string, connections = mostConnections): postgres.Sql =>
  postgres(url, {
    max: connections,
    connect_timeout: 10,
    idle_timeout: 60,
    onnotice: () => undefined,
    connection: { statement_timeout: 15_000, application_name: connectionName() },
    types: { bigint: { to: 20, from: [20], serialize: (value: number) => String(value), parse: (text: string) => Number(text) } },
  });

/** The application's pool, opened on first use. @throws Error when DATABASE_URL is not set. */
export const database = (): postgres.Sql => {
  const url = setting("DATABASE_URL");
  return (shared.ypsilineDatabase ??= { sql: openDatabase(url), openedAt: performance.now() }).sql;
};

const connectionFaults: ReadonlySet<string> = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "CONNECT_TIMEOUT",
  "CONNECTION_CLOSED",
  "CONNECTION_DESTROYED",
  "CONNECTION_ENDED",
  "57P01",
  "57P02",
  "57P03",
]);

/** Whether an error says that a connection to the database broke or could not be made: the one reason to renew the pool. */
export const isConnectionFault = (error: unknown): boolean =>
  typeof error === "object" && error !== null && "code" in error && connectionFaults.has(String(error.code));

/** Shortest life of a pool before it is given up, ms: while the database is away every request fails, and one new pool is enough. */
const shortest = 1_000;

/**
 * Replaces the pool by a new one after its connections broke. Postgres.js 3.4 no longer writes to a connection that was
 * lost before everything was written (its `nextWriteTimer` is cleared and not reset), so queries on it would wait
 * forever. Ending the pool rejects them.
 */
export const renewDatabase = (): void => {
  const old = shared.ypsilineDatabase;
  if (!old || performance.now() - old.openedAt < shortest) return;
  delete shared.ypsilineDatabase;
  old.sql.end({ timeout: 0 }).catch((error: unknown) => report("ending a pool that broke", error));
  for (const listener of shared.ypsilineRenewed ?? []) listener();
};

/** Calls back whenever the pool is a new one. */
export const onRenewed = (listener: () => void): void => {
  (shared.ypsilineRenewed ??= new Set()).add(listener);
};
