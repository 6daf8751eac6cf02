import { createServer } from "node:net";
import postgres from "postgres";
import { print } from "./terminal";
import { freePort, keepServing } from "./serve";

/** Pairs of an address that has an account and one that has none, asked for one after the other in random order. */
const pairs = 1_000;

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** How long the answer to a forgotten password takes for an address that has an account, and for one that has none. */
export const forgotten = async (database: string): Promise<void> => {
  const sql = postgres(database, { max: 1 });
  await sql`
    INSERT INTO person (email, name, password_hash)
    SELECT 'known-' || n || '@skerry.example', 'Known', (SELECT password_hash FROM person ORDER BY id LIMIT 1) FROM generate_series(1, ${pairs}) n`;
  // A mail server that takes letters and says nothing: no answer may wait for it.
  const mail = createServer(() => undefined);
  const mailPort = await freePort();
  await new Promise<void>((resolve) => mail.listen(mailPort, "127.0.0.1", () => resolve()));
  const port = await freePort();
  const application = await keepServing(port, {
    DATABASE_URL: database,
    RATE_LIMIT: "0",
    SMTP_URL: `smtp://127.0.0.1:${mailPort}`,
    MAIL_FROM: "layouts@skerry.example",
    PUBLIC_URL: `http://127.0.0.1:${port}`,
    TRUST_PROXY: "1",
    LOG_LEVEL: "error",
  });
  const ask = async (email: string, from: string): Promise<number> => {
    const start = performance.now();
    const answer = await fetch(`http://127.0.0.1:${port}/api/account/forgotten`, {
      method: "POST",
      headers: { "Content-Type": "application/json", "X-Forwarded-For": from },
      body: JSON.stringify({ email }),
    });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`${email} was answered with ${answer.status}`);
    return performance.now() - start;
  };
  const times: Readonly<Record<"known" | "unknown", number[]>> = { known: [], unknown: [] };
  for (let pair = 0; pair < 20; pair += 1) await ask(`warm-${pair}@skerry.example`, `198.51.100.${pair}`);
  for (let pair = 1; pair <= pairs; pair += 1) {
    const from = (which: number): string => `10.${which}.${pair >> 8}.${pair & 255}`;
    const both: [keyof typeof times, () => Promise<number>][] = [
      ["known", () => ask(`known-${pair}@skerry.example`, from(1))],
      ["unknown", () => ask(`nobody-${pair}@skerry.example`, from(2))],
    ];
    for (const [which, take] of Math.random() < 0.5 ? both : both.reverse()) times[which].push(await take());
  }
  const differences = times.known.map((time, index) => time - (times.unknown[index] ?? 0));
  const spread = Math.sqrt(mean(differences.map((one) => (one - mean(differences)) ** 2)) / pairs);
  print(
    `${pairs} pairs: ${median(times.known).toFixed(2)} ms in the middle with an account, ${median(times.unknown).toFixed(2)} without; the mean difference is ${mean(differences).toFixed(3)} ± ${(1.96 * spread).toFixed(3)} ms (95 %)`,
  );
  await application.stop();
  mail.close();
  await sql.end();
};
