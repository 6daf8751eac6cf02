import { describe, expect, it } from "vitest";
import { fairQueue } from "@/server/heavy/fair-queue";

const turns = async (count = 20): Promise<void> => {
  for (let turn = 0; turn < count; turn += 1) await Promise.resolve();
};

/** Work that ends when the test says so, with the order it began in. */
const bench = (limits: Parameters<typeof fairQueue>[0]) => {
  const queue = fairQueue(limits);
  const began: string[] = [];
  const ends = new Map<string, () => void>();
  const send = (client: string, name: string, signal?: AbortSignal) =>
    queue.enter(
      client,
      () =>
        new Promise<string>((resolve) => {
          began.push(name);
          ends.set(name, () => resolve(name));
        }),
      signal,
    );
  return { queue, began, send, end: (name: string) => ends.get(name)?.() };
};

describe("a queue that serves clients in turn", () => {
  it("leaves room for others while one client sends much", async () => {
    const { send, began, end } = bench({ slots: 2, slotsPerClient: 1, waiting: 10, waitingPerClient: 5 });
    for (const name of ["a1", "a2", "a3"]) void send("a", name);
    void send("b", "b1");
    await turns();
    expect(began).toEqual(["a1", "b1"]);
    void send("c", "c1");
    end("a1");
    await turns();
    // `a` has waited longest, and has nothing else running.
    expect(began).toEqual(["a1", "b1", "a2"]);
    end("b1");
    await turns();
    expect(began).toEqual(["a1", "b1", "a2", "c1"]);
  });
  it("never serves a client twice while another waits, though it came first with more", async () => {
    const { send, began, end } = bench({ slots: 1, slotsPerClient: 1, waiting: 10, waitingPerClient: 5 });
    for (const name of ["a1", "a2", "a3"]) void send("a", name);
    for (const name of ["b1", "b2"]) void send("b", name);
    void send("c", "c1");
    for (const name of ["a1", "a2", "b1", "c1", "a3", "b2"]) {
      await turns();
      expect(began.at(-1)).toBe(name);
      end(name);
    }
  });
  it("refuses when it is full, for one client or for all", async () => {
    const { send, queue } = bench({ slots: 1, slotsPerClient: 1, waiting: 3, waitingPerClient: 2 });
    for (const name of ["a1", "a2", "a3"]) void send("a", name);
    await turns();
    expect(await send("a", "a4")).toEqual({ ok: false, full: "client" });
    void send("b", "b1");
    expect(await send("c", "c1")).toEqual({ ok: false, full: "everybody" });
    expect(queue.load()).toEqual({ running: 1, waiting: 3 });
  });
  it("drops what nobody waits for any more, before it begins", async () => {
    const { send, began, end, queue } = bench({ slots: 1, slotsPerClient: 1, waiting: 3, waitingPerClient: 3 });
    void send("a", "a1");
    const asker = new AbortController();
    const second = send("a", "a2", asker.signal);
    await turns();
    asker.abort();
    await expect(second).rejects.toThrow();
    end("a1");
    await turns();
    expect([began, queue.load()]).toEqual([["a1"], { running: 0, waiting: 0 }]);
  });
  it("continues after work that fails", async () => {
    const queue = fairQueue({ slots: 1, slotsPerClient: 1, waiting: 3, waitingPerClient: 3 });
    await expect(queue.enter("a", () => Promise.reject(new Error("no")))).rejects.toThrow("no");
    await expect(
      queue.enter("a", () => {
        throw new Error("at once");
      }),
    ).rejects.toThrow("at once");
    expect(await queue.enter("a", () => Promise.resolve(3))).toEqual({ ok: true, value: 3 });
  });
});
