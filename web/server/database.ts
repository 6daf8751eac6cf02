import postgres from "postgres";

/** A pool, or the transaction inside `begin`: queries take either. */
export type Sql = postgres.Sql | postgres.TransactionSql;

/** Opens a pool. The one place connections are made; times out rather than hangs. */
export const openDatabase = (url: string, connections = 10): postgres.Sql =>
  postgres(url, {
    max: connections,
    connect_timeout: 10,
    idle_timeout: 60,
    onnotice: () => undefined,
    connection: { statement_timeout: 15_000, application_name: "ypsiline" },
    types: { bigint: { to: 20, from: [20], serialize: (value: number) => String(value), parse: (text: string) => Number(text) } },
  });

const shared = globalThis as { ypsilineDatabase?: postgres.Sql };

/** The application's pool, opened on first use. @throws Error when DATABASE_URL is not set. */
export const database = (): postgres.Sql => {
  const url = process.env["DATABASE_URL"];
  if (!url) throw new Error("DATABASE_URL is not set; npm start sets it, or give one of your own");
  return (shared.ypsilineDatabase ??= openDatabase(url));
};
