import type { Problem } from "../problem";
import { report } from "../report";
import type { TaggedFile } from "../writing/file-response";
import type { FairQueue } from "./fair-queue";
import type { FileTask, HeavyAnswer, HeavyKind, HeavyTask, VersionAnswer, VersionTask } from "./tasks";

/** The pool of workers, as the server opened it (pool.ts). */
export type HeavyPool = {
  readonly enter: FairQueue["enter"];
  readonly run: (task: HeavyTask, signal: AbortSignal) => Promise<HeavyAnswer | VersionAnswer>;
  readonly close: () => Promise<void>;
};

const shared = globalThis as { ypsilineHeavy?: HeavyPool };

export const shareHeavyPool = (pool: HeavyPool): void => {
  shared.ypsilineHeavy = pool;
};

/** Whether there are workers: scripts that prepare a database have none. */
export const hasHeavyPool = (): boolean => shared.ypsilineHeavy !== undefined;

/** Longest that work of a kind may take once it runs, ms; then its worker is ended. */
export const deadlines: Readonly<Record<HeavyKind, number>> = {
  resolve: 5_000,
  solve: 5_000,
  check: 5_000,
  "whole-pixel-sets": 10_000,
  fit: 5_000,
  grids: 10_000,
  export: 10_000,
  import: 10_000,
  file: 25_000,
  version: 30_000,
  summary: 5_000,
  boxes: 5_000,
  moved: 15_000,
  moment: 5_000,
};

const busy: Problem = {
  code: "busy",
  detail: "Much is being worked on; try again in a moment.",
  headers: { "Retry-After": "5" },
};
const yourTurn: Problem = {
  code: "too-many",
  detail: "Some of your requests are still being worked on; wait for them.",
  headers: { "Retry-After": "5" },
};

const tooLong = (kind: HeavyKind): Problem => ({
  code: kind === "file" ? "busy" : "unprocessable",
  detail: `It took longer than ${deadlines[kind] / 1000} seconds and was ended; ${kind === "file" ? "take the files one by one, or a lower density" : "send less"}.`,
});

const codeOf = (error: unknown): string => (typeof error === "object" && error !== null && "code" in error ? String(error.code) : "");

type Refused = { readonly ok: false; readonly problem: Problem };
export type Worked = { readonly ok: true; readonly file: TaggedFile } | { readonly ok: false; readonly problem: Problem };

/**
 * Has work done by a worker: clients in turn, each kind with a deadline that ends the worker and nothing else. What
 * takes too long, too much memory, or finds no room to wait, is refused with the reason. @throws where the asker has gone.
 */
export const heavy = (client: string, task: FileTask, asker?: AbortSignal): Promise<Worked> => worked<HeavyAnswer>(client, task, asker);

/** Has the files of a version written by a worker, as `heavy` has other work done. */
export const heavyVersion = (client: string, task: VersionTask): Promise<VersionAnswer> => worked<VersionAnswer>(client, task);

/** What a task comes to: `Answer` is that of its kind, as `runTask` gives it. */
const worked = async <Answer extends HeavyAnswer | VersionAnswer>(
  client: string,
  task: HeavyTask,
  asker?: AbortSignal,
): Promise<Answer | Refused> => {
  const pool = shared.ypsilineHeavy;
  if (!pool) throw new Error("there is no pool of workers: the application runs behind server.mjs");
  const work = async (): Promise<Answer | Refused> => {
    const deadline = new AbortController();
    const timer = setTimeout(() => deadline.abort(), deadlines[task.kind]);
    // Work that nobody waits for any more goes on to its end: ending a worker costs more than the rest of the work.
    try {
      return (await pool.run(task, deadline.signal)) as Answer;
    } catch (error) {
      if (deadline.signal.aborted) return { ok: false, problem: tooLong(task.kind) };
      if (codeOf(error) === "ERR_WORKER_OUT_OF_MEMORY")
        return { ok: false, problem: { code: "too-large", detail: "It takes more memory than one request may have; send less." } };
      report(`work of kind ${task.kind}`, error);
      return { ok: false, problem: { code: "broken", detail: "This is a fault of Ypsiline's; what was saved is safe." } };
    } finally {
      clearTimeout(timer);
    }
  };
  const entered = await pool.enter(client, work, asker);
  if (entered.ok) return entered.value;
  return { ok: false, problem: entered.full === "client" ? yourTurn : busy };
};
