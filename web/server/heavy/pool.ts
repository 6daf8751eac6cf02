import { availableParallelism } from "node:os";
import { join } from "node:path";
import { Piscina } from "piscina";
import { fairQueue } from "./fair-queue";
import type { HeavyPool } from "./heavy";
import type { HeavyAnswer, HeavyTask, VersionAnswer } from "./tasks";

/** Two at least, so that one piece of work at its deadline does not hold up the next. */
const threads = Math.max(2, Math.min(4, availableParallelism()));

/** Memory of one worker's objects, MiB; pictures are bounded by their pixels. */
const memory = 384;

/** Opens the workers; called once, by the server, which is not bundled and so knows where the worker's file is. */
export const openHeavyPool = (): HeavyPool => {
  const pool = new Piscina<HeavyTask, HeavyAnswer | VersionAnswer>({
    filename: join(import.meta.dirname, "tasks.ts"),
    name: "runTask" satisfies keyof typeof import("./tasks"),
    minThreads: threads,
    maxThreads: threads,
    idleTimeout: Infinity,
    maxQueue: threads,
    resourceLimits: { maxOldGenerationSizeMb: memory },
  });
  // The piece of work that was running hears of it; the pool itself goes on with a new worker.
  pool.on("error", () => undefined);
  const queue = fairQueue({ slots: threads, slotsPerClient: threads - 1, waiting: 64, waitingPerClient: 16 });
  return { enter: queue.enter, run: (task, signal) => pool.run(task, { signal }), close: () => pool.destroy() };
};
