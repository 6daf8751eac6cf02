import { availableParallelism } from "node:os";
import { blankLayout } from "@ypsiline/core";
import { Piscina } from "piscina";
import { fairQueue } from "./fair-queue";
import { type HeavyPool, type Lane, lanes } from "./heavy";
import type { HeavyTask } from "./kinds";

/** At least two workers for strangers and members, so that one slow task does not block the next. */
const most = Math.max(2, Math.min(4, availableParallelism()));
const threads: Readonly<Record<Lane, number>> = { anybody: most, members: most, publishing: 1 };

/** How many tasks may wait in each lane, and how many of one client. */
const waits: Readonly<Record<Lane, { readonly waiting: number; readonly waitingPerClient: number }>> = {
  anybody: { waiting: 64, waitingPerClient: 16 },
  members: { waiting: 200, waitingPerClient: 40 },
  publishing: { waiting: 40, waitingPerClient: 4 },
};

/** Memory limit of one worker, MiB. Pictures are limited by their pixels instead. */
const memory = 384;

const workersOf = (lane: Lane, workerFile: string) => {
  const pool = new Piscina<HeavyTask, unknown>({
    filename: workerFile,
    name: "runTask" satisfies keyof typeof import("../../worker"),
    minThreads: threads[lane],
    maxThreads: threads[lane],
    idleTimeout: Infinity,
    maxQueue: threads[lane],
    // Of this process's options none is for workers: they load one built file.
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: memory },
  });
  // The piece of work that was running hears of it; the pool itself goes on with a new worker.
  pool.on("error", () => undefined);
  return pool;
};

/** An empty task: once it is done, the worker has loaded its code, which must not count against a deadline. */
const first: HeavyTask = { kind: "check", body: JSON.stringify({ layout: blankLayout("First") }) };

/**
 * Opens the workers. Called once, by the server. Their code is one file, built with the application (`build-server.ts`): a
 * loader of TypeScript would leave its open files behind in each worker that is ended.
 */
export const openHeavyPool = (workerFile: string): HeavyPool => {
  const pools: Readonly<Record<Lane, ReturnType<typeof workersOf>>> = {
    anybody: workersOf("anybody", workerFile),
    members: workersOf("members", workerFile),
    publishing: workersOf("publishing", workerFile),
  };
  const queueOf = (lane: Lane) => fairQueue({ slots: threads[lane], slotsPerClient: Math.max(1, threads[lane] - 1), ...waits[lane] });
  return {
    lanes: { anybody: queueOf("anybody"), members: queueOf("members"), publishing: queueOf("publishing") },
    run: (lane, task, signal) => pools[lane].run(task, { signal }),
    warm: async () => {
      await Promise.all(lanes.flatMap((lane) => Array.from({ length: threads[lane] }, () => pools[lane].run(first))));
    },
    close: async () => {
      await Promise.all(lanes.map((lane) => pools[lane].destroy()));
    },
  };
};
