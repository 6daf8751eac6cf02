import { createServer, type RequestListener } from "node:http";
import { createServer as createPlain, type AddressInfo, type Server, type Socket } from "node:net";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { type Attempt, attemptDelivery } from "@/server/happenings/attempt-delivery";
import { createDelivering, retryAfter } from "@/server/running/delivering";
import type { DueDelivery } from "@/server/happenings/webhooks";

const open: Server[] = [];
beforeEach(() => {
  process.env["WEBHOOKS_PRIVATE"] = "1";
});
afterEach(() => {
  delete process.env["WEBHOOKS_PRIVATE"];
  for (const server of open.splice(0)) server.close();
});
const listening = async (server: Server): Promise<string> => {
  open.push(server);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}/hook`;
};
const receiver = (answer: RequestListener) => listening(createServer(answer));
const raw = (speak: (socket: Socket) => void) => listening(createPlain(speak));
const send = (url: string, within = 400) =>
  attemptDelivery({ id: 1, url, form: "json", secret: "s", event: "version.published", body: {} }, within);

describe("one attempt at a delivery", () => {
  it("is delivered by a status of 2xx and by no other; redirects are not followed", async () => {
    for (const [status, delivered] of [
      [200, true],
      [204, true],
      [302, false],
      [503, false],
    ] as const)
      expect(await send(await receiver((_, response) => response.writeHead(status, { Location: "/elsewhere" }).end()))).toEqual({
        delivered,
        answer: `answered ${status}`,
      });
  });
  it("ends at its deadline if a receiver sends its headers byte by byte", async () => {
    const url = await raw((socket) => {
      const timer = setInterval(() => socket.write("H"), 20);
      socket.on("close", () => clearInterval(timer));
      socket.on("error", () => undefined);
    });
    expect(await send(url)).toMatchObject({ delivered: false });
  });
  it("ends at its deadline if a receiver is silent, and says so", async () =>
    expect(await send(await raw((socket) => socket.on("error", () => undefined)))).toEqual({
      delivered: false,
      answer: "no answer within 0.4 seconds",
    }));
  it("is delivered once the status is there, though the body is slow or endless", async () => {
    const drip = await receiver((_, response) => {
      response.writeHead(200);
      const timer = setInterval(() => response.write("."), 20);
      response.on("close", () => clearInterval(timer));
    });
    expect(await send(drip)).toEqual({ delivered: true, answer: "answered 200" });
    const flood = await receiver((_, response) => {
      response.writeHead(200);
      const more = (): void => {
        while (response.write("x".repeat(65_536)));
      };
      response.on("drain", more);
      more();
    });
    expect(await send(flood, 20_000)).toEqual({ delivered: true, answer: "answered 200" });
  });
  it("says if nothing listens, a name is unknown, or the address is private", async () => {
    expect(await send("http://127.0.0.1:1/")).toEqual({ delivered: false, answer: "nothing listens there" });
    expect(await send("http://nowhere.invalid/")).toEqual({ delivered: false, answer: "the name nowhere.invalid is not known" });
    process.env["WEBHOOKS_PRIVATE"] = "0";
    expect((await send("http://127.0.0.1:1/")).answer).toContain("a private address");
  });
  it("is retried after longer and longer waits, and given up after six", () =>
    expect([1, 2, 3, 4, 5, 6, 7].map((attempts) => retryAfter(attempts))).toEqual([5, 30, 120, 600, 3600, 14_400, null]));
});

/** A queue in memory with its own clock in seconds; receivers answer when the test says so. */
const queueOf = (due: readonly (readonly [id: number, at: number])[], pace = 1) => {
  let now = 0;
  const waiting = due.map(([id, at]) => ({ id, at, attempts: 0 }));
  const flying = new Map<number, (outcome: Attempt) => void>();
  const noted: (readonly [id: number, delivered: boolean, retryIn: number | null])[] = [];
  const faults: unknown[] = [];
  const timers: { at: number; work: () => void }[] = [];
  let broken = false;
  let held = false;
  let release = (): void => undefined;
  let most = 0;
  const answers = async <T>(value: () => T): Promise<T> =>
    broken ? Promise.reject(new Error("the database is away")) : Promise.resolve(value());
  const look = createDelivering({
    take: () =>
      answers((): DueDelivery | null => {
        const index = waiting.findIndex(({ at }) => at <= now);
        const [one] = index < 0 ? [] : waiting.splice(index, 1);
        return one
          ? { id: one.id, url: "http://x/", form: "json" as const, secret: "s", event: "e", body: {}, attempts: one.attempts + 1 }
          : null;
      }),
    attempt: ({ id }) =>
      new Promise((resolve) => {
        flying.set(id, resolve);
        most = Math.max(most, flying.size);
      }),
    note: ({ id, attempts }, { delivered, retryIn }) =>
      answers(() => {
        noted.push([id, delivered, retryIn]);
        if (!delivered && retryIn !== null) waiting.push({ id, at: now + retryIn, attempts });
      }),
    nextDue: async () => {
      const next = await answers(() => (waiting.length === 0 ? null : Math.min(...waiting.map(({ at }) => at)) - now));
      if (held) await new Promise<void>((resolve) => (release = resolve));
      return next;
    },
    after: (ms, work) => {
      const timer = { at: now + ms / 1000, work };
      timers.push(timer);
      return () => void (timers.includes(timer) && timers.splice(timers.indexOf(timer), 1));
    },
    failed: (error) => faults.push(error),
    pace,
    atOnce: 3,
  });
  const settle = async (): Promise<void> => {
    for (let turn = 0; turn < 50; turn += 1) await Promise.resolve();
  };
  return {
    look: async (): Promise<void> => {
      look();
      await settle();
    },
    answer: async (id: number, delivered: boolean): Promise<void> => {
      flying.get(id)?.({ delivered, answer: "" });
      flying.delete(id);
      await settle();
    },
    /** Goes to the next time the loop waits for, and returns how many seconds away it was. */
    wait: async (): Promise<number> => {
      const [next] = timers.splice(0).sort((a, b) => a.at - b.at);
      if (!next) return Infinity;
      const waited = next.at - now;
      now = next.at;
      next.work();
      await settle();
      return waited;
    },
    breakDown: (is: boolean) => void (broken = is),
    /** Delays the query for what is due next until the test lets it answer. */
    hold: (): void => {
      held = true;
    },
    letGo: async (): Promise<void> => {
      held = false;
      release();
      await settle();
    },
    flying: () => [...flying.keys()],
    noted,
    faults,
    timers,
    most: () => most,
  };
};

describe("the delivery loop", () => {
  it("has a limited number under way; each that ends starts the next", async () => {
    const queue = queueOf([1, 2, 3, 4, 5].map((id) => [id, 0] as const));
    await queue.look();
    expect(queue.flying()).toEqual([1, 2, 3]);
    await queue.answer(2, true);
    expect(queue.flying()).toEqual([1, 3, 4]);
    for (const id of [1, 3, 4, 5]) await queue.answer(id, true);
    expect([queue.most(), queue.noted.map(([id]) => id), queue.flying()]).toEqual([3, [2, 1, 3, 4, 5], []]);
  });

  it("retries after each pause in its list, and gives up after the last", async () => {
    const queue = queueOf([[7, 0]]);
    await queue.look();
    const waited: number[] = [];
    for (let attempt = 1; attempt <= 7; attempt += 1) {
      await queue.answer(7, false);
      for (let passed = 0; queue.flying().length === 0 && attempt < 7; waited[attempt - 1] = passed) passed += await queue.wait();
    }
    expect(waited).toEqual([5, 30, 120, 600, 3600, 14_400]);
    expect(queue.noted.at(-1)).toEqual([7, false, null]);
    await queue.wait();
    expect(queue.flying()).toEqual([]);
  });

  it("misses nothing that ends while it looks up what is due next: its retry comes after its own pause", async () => {
    const queue = queueOf([[7, 0]]);
    queue.hold();
    await queue.look();
    expect(queue.flying()).toEqual([7]);
    // The database has found nothing waiting; its answer arrives after the attempt has failed.
    await queue.answer(7, false);
    await queue.letGo();
    expect(await queue.wait()).toBe(5);
    expect(queue.flying()).toEqual([7]);
  });

  it("looks once a minute if nothing waits, and keeps one timer whatever it is told meanwhile", async () => {
    const queue = queueOf([]);
    for (let times = 0; times < 20; times += 1) await queue.look();
    expect(queue.timers.length).toBe(1);
    expect([await queue.wait(), await queue.wait()]).toEqual([60, 60]);
  });

  it("reports an error, waits, and continues with what was due", async () => {
    const queue = queueOf([[1, 0]]);
    queue.breakDown(true);
    await queue.look();
    expect([queue.faults.length, queue.flying()]).toEqual([1, []]);
    queue.breakDown(false);
    expect(await queue.wait()).toBe(5);
    expect(queue.flying()).toEqual([1]);
    // A delivery that was sent but could not be recorded is reported too, and delays nothing.
    queue.breakDown(true);
    await queue.answer(1, true);
    queue.breakDown(false);
    expect([queue.faults.length > 1, queue.noted]).toEqual([true, []]);
    await queue.wait();
    expect(queue.timers.length).toBe(1);
  });
});
