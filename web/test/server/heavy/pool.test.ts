import { readdirSync } from "node:fs";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { openHeavyPool } from "@/server/heavy/pool";

const pool = openHeavyPool(join(import.meta.dirname, "../../../dist/worker.mjs"));
afterAll(() => pool.close());

const never = new AbortController().signal;
/** Files, sockets and pipes this process has open. */
const open = (): number => readdirSync("/proc/self/fd").length;

/** Work of several seconds: every whole-pixel set at the largest size. */
const body = JSON.stringify({
  width: 20_000,
  margin: { from: 0, to: 9_000, step: 1 },
  columns: Array.from({ length: 96 }, (_, index) => index + 1),
  gutter: { from: 0, to: 9_000, step: 1 },
  limit: 50_000,
});
const solve = { kind: "solve", body: JSON.stringify({ columns: 12, column: 74, gutter: 24, margin: 64, givesWay: "width" }) } as const;

describe("ended workers", () => {
  it("leave nothing open, three in each lane, and the next one answers", async () => {
    await Promise.all((["anybody", "members", "publishing"] as const).map((lane) => pool.run(lane, solve, never)));
    const before = open();
    let ended = 0;
    for (const lane of ["anybody", "members", "publishing"] as const)
      for (let turn = 0; turn < 3; turn += 1) {
        const deadline = new AbortController();
        setTimeout(() => deadline.abort(), 30);
        await pool.run(lane, { kind: "whole-pixel-sets", body }, deadline.signal).catch(() => (ended += 1));
        expect(await pool.run(lane, solve, never)).toMatchObject({ ok: true });
      }
    expect(ended).toBe(9);
    // A worker once left up to 187 open files.
    expect(open() - before).toBeLessThan(10);
  }, 120_000);
});
