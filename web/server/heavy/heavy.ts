import type { Problem } from "../http/problem";
import { report } from "../settings/report";
import type { Result } from "../http/request-body";
import type { TaggedFile } from "../http/file-response";
import type { FairQueue } from "./fair-queue";
import type { FileTask, HeavyAnswer, HeavyKind, HeavyTask, Values, ValueTask } from "./kinds";

/**
 * Queues that do not wait for each other, each with its own workers: computing for anybody, work on members' drafts, and
 * writing the files of versions, which takes longest.
 */
export const lanes = ["anybody", "members", "publishing"] as const;
export type Lane = (typeof lanes)[number];

/** Who asks for work. Clients of one lane take turns. */
export type Client = { readonly lane: Lane; readonly name: string };

/** Somebody who is known by an address only. */
export const stranger = (address: string): Client => ({ lane: "anybody", name: address });
/** A member who works on a spec of their team. */
export const member = (personId: number): Client => ({ lane: "members", name: `person ${personId}` });
/** A member, or the address of somebody who is not signed in. */
export const clientOf = (person: { readonly id: number } | null, address: string): Client =>
  person ? member(person.id) : stranger(address);
/** Work of the instance itself. */
export const instanceItself: Client = { lane: "members", name: "the instance itself" };

type LaneOfPool = { readonly enter: FairQueue["enter"]; readonly load: FairQueue["load"] };

/** The pool of workers that the server opened (pool.ts). */
export type HeavyPool = {
  readonly lanes: Readonly<Record<Lane, LaneOfPool>>;
  readonly run: (lane: Lane, task: HeavyTask, signal: AbortSignal) => Promise<unknown>;
  /** Makes every worker load its code. */
  readonly warm: () => Promise<void>;
  readonly close: () => Promise<void>;
};

const shared = globalThis as { ypsilineHeavy?: HeavyPool };

export const shareHeavyPool = (pool: HeavyPool): void => {
  shared.ypsilineHeavy = pool;
};

/** How much is running and waiting in each lane. */
export const heavyLoad = (): Readonly<Record<Lane, ReturnType<FairQueue["load"]>>> | null => {
  const pool = shared.ypsilineHeavy;
  return pool ? { anybody: pool.lanes.anybody.load(), members: pool.lanes.members.load(), publishing: pool.lanes.publishing.load() } : null;
};

/** Deadline of each kind of work once it runs, ms. Its worker is ended then. */
const deadlines: Readonly<Record<HeavyKind, number>> = {
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
  begun: 5_000,
  save: 5_000,
  rewrite: 5_000,
  follow: 5_000,
  counts: 10_000,
  publishable: 10_000,
  review: 10_000,
  "hand-off": 15_000,
  boxes: 5_000,
  changes: 5_000,
  moved: 15_000,
  moment: 5_000,
};

const busy: Problem = {
  code: "busy",
  detail: "The server is busy; try again in a moment.",
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
export type Worked = { readonly ok: true; readonly file: TaggedFile } | Refused;

/**
 * Has a worker do work whose answer is a file. Clients take turns, and each kind has a deadline that ends only its worker.
 * Work that takes too long or too much memory, or finds the queue full, is refused with the reason.
 * @throws when the client has disconnected.
 */
export const heavy = (client: Client, task: FileTask, asker?: AbortSignal): Promise<Worked> => worked<HeavyAnswer>(client, task, asker);

/** Like `heavy`, for work whose answer is a value. */
export const heavyValue = <T extends ValueTask>(client: Client, task: T, asker?: AbortSignal): Promise<Result<Values[T["kind"]]>> =>
  worked<Result<Values[T["kind"]]>>(task.kind === "version" ? { ...client, lane: "publishing" } : client, task, asker);

/** The outcome of a task. */
const worked = async <Answer>(client: Client, task: HeavyTask, asker?: AbortSignal): Promise<Answer | Refused> => {
  const pool = shared.ypsilineHeavy;
  if (!pool) throw new Error("there is no pool of workers: the application runs behind server.ts");
  const work = async (): Promise<Answer | Refused> => {
    const deadline = new AbortController();
    const timer = setTimeout(() => deadline.abort(), deadlines[task.kind]);
    // Work that nobody waits for any more goes on to its end: ending a worker costs more than the rest of the work.
    try {
      return (await pool.run(client.lane, task, deadline.signal)) as Answer;
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
  const entered = await pool.lanes[client.lane].enter(client.name, work, asker);
  if (entered.ok) return entered.value;
  return { ok: false, problem: entered.full === "client" ? yourTurn : busy };
};
