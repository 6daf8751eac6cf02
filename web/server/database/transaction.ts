import type postgres from "postgres";

/** How often work is done anew after PostgreSQL ended it to let another transaction through. */
const mostTries = 5;
/** The first pause before it is done anew, ms; each further one is twice as long, and each is shortened at random. */
const firstPause = 10;

/** Deadlock, and a transaction that cannot be put in an order with others (PostgreSQL, appendix A: 40P01, 40001). */
const passing: ReadonlySet<string> = new Set(["40P01", "40001"]);

const isPassing = (error: unknown): boolean =>
  typeof error === "object" && error !== null && "code" in error && passing.has(String(error.code));

/**
 * Runs work in one transaction: all of it is written, or nothing. If PostgreSQL ends it because of a deadlock, the work
 * is done again, so `work` must do nothing that the database cannot roll back. Transactions begin only here
 * (`eslint.config.mjs`).
 */
export const inTransaction = async <T>(sql: postgres.Sql, work: (sql: postgres.TransactionSql) => Promise<T>): Promise<T> => {
  for (let tries = 1; ; tries += 1) {
    try {
      // Wrapped, since Postgres.js awaits the members of an array that `begin` is given back.
      const { value } = (await sql.begin(async (transaction) => ({ value: await work(transaction) }))) as { readonly value: T };
      return value;
    } catch (error) {
      if (tries === mostTries || !isPassing(error)) throw error;
      await new Promise((resolve) => setTimeout(resolve, firstPause * 2 ** tries * (0.5 + Math.random() / 2)));
    }
  }
};

/**
 * Writes on behalf of a person: opens a transaction, checks the right again, and only then does the work, with the
 * result of this check. Without the right, nothing is written and the request is refused.
 */
export type Write<Allowed> = <T>(work: (sql: postgres.TransactionSql, allowed: Allowed) => Promise<T>) => Promise<T>;
