import { expect, test } from "@playwright/test";
import { countAttempt } from "../web/server/identity/attempts";
import { openDatabase } from "../web/server/database/database";

test("the first few failures in a row cost no wait; then the wait doubles up to its limit", async () => {
  const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
  const subject = `attempts of ${process.pid}`;
  const waits: number[] = [];
  for (let failures = 1; failures <= 13; failures += 1) {
    expect(await countAttempt(sql, subject, { free: 5, longest: 60 })).toEqual({ ok: true });
    const [row] = await sql<{ wait: number }[]>`
      SELECT round(extract(epoch FROM next_at - at))::int AS wait FROM sign_in_attempt WHERE subject = ${subject}`;
    waits.push(row?.wait ?? -1);
    // A waiting client is told how long and is not counted; then the wait is over.
    if (waits.at(-1)) expect(await countAttempt(sql, subject, { free: 5, longest: 60 })).toMatchObject({ ok: false, wait: waits.at(-1) });
    await sql`UPDATE sign_in_attempt SET next_at = clock_timestamp() - interval '1 second' WHERE subject = ${subject}`;
  }
  await sql`DELETE FROM sign_in_attempt WHERE subject = ${subject}`;
  await sql.end();
  expect(waits).toEqual([0, 0, 0, 0, 1, 2, 4, 8, 16, 32, 60, 60, 60]);
});
