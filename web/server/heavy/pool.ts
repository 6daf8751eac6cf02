import { availableParallelism } from "node:os";
import { join } from "node:path";
import { blankLayout } from "@ypsiline/core";
import { Piscina } from "piscina";
import { fairQueue } from "./fair-queue";
import { type HeavyPool, type Lane, lanes } from "./heavy";
import type { HeavyTask } from "./kinds";

/** Two at least where strangers and members compute, so that one piece of work at its deadline does not hold up the next. */
const most = Math.max(2, Math.min(4, availableParallelism()));
const threads: Readonly<Record<Lane, number>> = { anybody: most, members: most, publishing: 1 };

/** Work that may wait in each lane, and of it how much of one client. */
const waits: Readonly<Record<Lane, { readonly waiting: number; readonly waitingPerClient: number }>> = {
  anybody: { waiting: 64, waitingPerClient: 16 },
  members: { waiting: 200, waitingPerClient: 40 },
  publishing: { waiting: 40, waitingPerClient: 4 },
};

/** Memory of one worker's objects, MiB; pictures are bounded by their pixels. */
const memory = 384;

/**
 * The workers' code: one file, built with the application (`build-worker.ts`). A loader of sources would leave what it has
 * open behind it in each worker that is ended.
 */
const workerFile = join(import.meta.dirname, "..", "..", "dist", "worker.mjs");

const workersOf = (lane: Lane) => {
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

/** Work of no length: a worker that has done it has loaded its code, which is no part of anybody's deadline. */
const first: HeavyTask = { kind: "check", body: JSON.stringify({ layout: blankLayout("First") }) };

/** Opens the workers; called once, by the server, which is not bundled and so knows where the worker's file is. */
export const openHeavyPool = (): HeavyPool => {
  const pools: Readonly<Record<Lane, ReturnType<typeof workersOf>>> = {
    anybody: workersOf("anybody"),
    members: workersOf("members"),
    publishing: workersOf("publishing"),
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
