import { beforeEach, describe, expect, it, vi } from "vitest";

/**
 * A database that can be listened to and lost: the channels it is asked for, and how it reports that it listens again.
 */
type Heard = { channel: string; pass: (payload: string) => void; begin: () => void };
const house = vi.hoisted(() => ({ listened: [] as Heard[], renewals: [] as (() => void)[], refuse: false }));
vi.mock("@/server/database/database", () => ({
  database: () => ({
    listen: (channel: string, pass: (payload: string) => void, begin: () => void) => {
      if (house.refuse) return Promise.reject(new Error("connect ECONNREFUSED"));
      house.listened.push({ channel, pass, begin });
      begin();
      return Promise.resolve();
    },
  }),
  onRenewed: (work: () => void) => house.renewals.push(work),
}));
vi.resetModules();
const { listenTo } = await import("@/server/happenings/live");

const last = (): Heard => {
  const found = house.listened.at(-1);
  if (!found) throw new Error("nobody listens");
  return found;
};

describe("events from other processes", () => {
  beforeEach(() => {
    house.listened.length = 0;
    house.renewals.length = 0;
    house.refuse = false;
    delete (globalThis as { ypsilineListeners?: unknown }).ypsilineListeners;
    vi.restoreAllMocks();
  });

  it("go to those who listen to the spec, to nobody else, and not after they have stopped", () => {
    const heard: unknown[] = [];
    const stop = listenTo(3, (one) => heard.push(one));
    listenTo(4, () => heard.push("of another spec"));
    expect(house.listened.map(({ channel }) => channel)).toEqual(["ypsiline"]);
    last().pass('{"kind":"draft","spec":3,"revision":2}');
    last().pass('{"kind":"deliveries"}');
    expect(heard).toEqual([{ kind: "draft", spec: 3, revision: 2 }]);
    stop();
    last().pass('{"kind":"draft","spec":3,"revision":3}');
    expect(heard).toHaveLength(1);
  });

  it("are made up for after a lost connection: everybody is told to fetch again", () => {
    const heard: unknown[] = [];
    listenTo(3, (one) => heard.push(one));
    listenTo("deliveries", (one) => heard.push(one));
    listenTo("access", (one) => heard.push(one));
    expect(heard).toEqual([]);
    last().begin();
    expect(heard).toEqual([{ kind: "draft", spec: 3, revision: 0 }, { kind: "deliveries" }, { kind: "access", of: "anybody" }]);
  });

  it("are listened to on a new pool, and made up for then too", () => {
    const heard: unknown[] = [];
    listenTo(3, (one) => heard.push(one));
    expect([house.listened.length, house.renewals.length]).toEqual([1, 1]);
    house.renewals[0]?.();
    expect(house.listened).toHaveLength(2);
    expect(heard).toEqual([{ kind: "draft", spec: 3, revision: 0 }]);
    last().pass('{"kind":"comments","spec":3}');
    expect(heard).toHaveLength(2);
  });

  it("are listened to again after the database was away, and the log says so", async () => {
    vi.useFakeTimers();
    let log = "";
    vi.spyOn(process.stderr, "write").mockImplementation((text) => {
      log += String(text);
      return true;
    });
    house.refuse = true;
    const heard: unknown[] = [];
    listenTo(3, (one) => heard.push(one));
    await vi.advanceTimersByTimeAsync(10);
    expect(log).toContain("listening to the database");
    house.refuse = false;
    await vi.advanceTimersByTimeAsync(2_100);
    last().pass('{"kind":"review","spec":3}');
    expect(heard).toEqual([{ kind: "review", spec: 3 }]);
    vi.useRealTimers();
  });
});
