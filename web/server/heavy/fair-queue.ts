/** How much work may run and wait at once. */
export type QueueLimits = {
  /** Pieces of work that run at once. */
  readonly slots: number;
  /** How many of them one client may have: fewer than all, so that there is room for others. */
  readonly slotsPerClient: number;
  readonly waiting: number;
  readonly waitingPerClient: number;
};

type Waiting = { readonly start: () => void };

/** What `enter` answers: the outcome of the work, or that the queue was full. */
export type Entered<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly full: "everybody" | "client" };

/**
 * Runs a limited number of tasks at once, clients in turn: a client that sends many waits behind itself, not in front of
 * others. A task whose `signal` aborts while it waits never starts.
 */
export const fairQueue = (limits: QueueLimits) => {
  const running = new Map<string, number>();
  // In order of turns: a client whose work starts goes to the end.
  const queues = new Map<string, Waiting[]>();
  let total = 0;
  let waiting = 0;

  const runningOf = (client: string): number => running.get(client) ?? 0;
  const fill = (): void => {
    for (;;) {
      if (total >= limits.slots) return;
      const turn = [...queues].find(([client]) => runningOf(client) < limits.slotsPerClient);
      const next = turn?.[1].shift();
      if (!turn || !next) return;
      const [client, list] = turn;
      queues.delete(client);
      if (list.length > 0) queues.set(client, list);
      waiting -= 1;
      next.start();
    }
  };
  const leave = (client: string): void => {
    total -= 1;
    const left = runningOf(client) - 1;
    if (left > 0) running.set(client, left);
    else running.delete(client);
    fill();
  };

  return {
    enter: <T>(client: string, work: () => Promise<T>, signal?: AbortSignal): Promise<Entered<T>> => {
      const mine = queues.get(client)?.length ?? 0;
      const free = total < limits.slots && runningOf(client) < limits.slotsPerClient;
      if (!free && waiting >= limits.waiting) return Promise.resolve({ ok: false, full: "everybody" });
      if (!free && mine >= limits.waitingPerClient) return Promise.resolve({ ok: false, full: "client" });
      return new Promise((resolve, reject) => {
        const entry: Waiting = {
          start: () => {
            signal?.removeEventListener("abort", giveUp);
            total += 1;
            running.set(client, runningOf(client) + 1);
            // The work may throw before it promises anything.
            Promise.resolve()
              .then(work)
              .finally(() => leave(client))
              .then((value) => resolve({ ok: true, value }), reject);
          },
        };
        const giveUp = (): void => {
          const list = queues.get(client) ?? [];
          const at = list.indexOf(entry);
          if (at < 0) return;
          list.splice(at, 1);
          if (list.length === 0) queues.delete(client);
          waiting -= 1;
          reject(signal?.reason instanceof Error ? signal.reason : new Error("aborted"));
        };
        if (signal?.aborted) return reject(new Error("aborted"));
        signal?.addEventListener("abort", giveUp, { once: true });
        const list = queues.get(client) ?? [];
        list.push(entry);
        queues.set(client, list);
        waiting += 1;
        fill();
      });
    },
    /** How much work is running and waiting now. */
    load: () => ({ running: total, waiting }),
  };
};

export type FairQueue = ReturnType<typeof fairQueue>;
