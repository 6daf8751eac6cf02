import { describe, expect, it } from "vitest";
import { createRetry } from "@/draft/retry";
import { clock } from "./draft-world";

const begun = (online = true) => {
  const { now, after, pass } = clock();
  const done: number[] = [];
  const network = { online };
  const retry = createRetry({ after, online: () => network.online }, () => done.push(now()));
  return { retry, done, pass, network };
};

describe("retried work", () => {
  it("is done once after its delay; scheduling it again replaces what was waiting", async () => {
    const { retry, done, pass } = begun();
    retry.soon(350);
    await pass(200);
    retry.soon(350);
    await pass(1_000);
    expect(done).toEqual([550]);
    await pass(60_000);
    expect(done).toHaveLength(1);
  });

  it("is retried after 1, 2, 4, 8 and then 15 seconds, and after 1 again once it has succeeded", async () => {
    const { retry, done, pass } = begun();
    for (let turn = 0; turn < 6; turn += 1) {
      retry.failed();
      await pass(20_000);
    }
    expect(done.map((at, turn) => at - turn * 20_000)).toEqual([1_000, 2_000, 4_000, 8_000, 15_000, 15_000]);
    retry.succeeded();
    retry.failed();
    await pass(1_000);
    expect(done.at(-1)).toBe(6 * 20_000 + 1_000);
  });

  it("waits longest without a network", async () => {
    const { retry, done, pass, network } = begun(false);
    retry.failed();
    await pass(14_999);
    expect(done).toEqual([]);
    await pass(1);
    expect(done).toEqual([15_000]);
    network.online = true;
    retry.failed();
    await pass(2_000);
    expect(done).toEqual([15_000, 17_000]);
  });

  it("is not done once it is cancelled", async () => {
    const { retry, done, pass } = begun();
    retry.soon(10);
    retry.cancel();
    await pass(100);
    expect(done).toEqual([]);
  });
});
