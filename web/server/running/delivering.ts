import { attemptDelivery, type Attempt } from "../happenings/attempt-delivery";
import { database, isConnectionFault, renewDatabase } from "../database/database";
import { listenTo } from "../happenings/live";
import { type LetterQueue, letterQueues } from "../happenings/announce";
import { type DueLetter, nextLetterDue, noteLetter, sendsMail, takeDueLetter } from "../happenings/letters";
import { sendLetter } from "../happenings/mailing";
import { heavyValue, instanceItself } from "../heavy/heavy";
import { report } from "../settings/report";
import { type DueCounts, nextCounts, noteCounts, takeDueCounts } from "../specs/summaries";
import { isDemo } from "../settings/settings";
import { nextDue, noteAttempt, takeDue, type DueDelivery } from "../happenings/webhooks";

/** Seconds before each further attempt; after the last, a delivery has failed. The demo waits a tenth of it. */
const backOff = [5, 30, 120, 600, 3600, 14_400] as const;
/** Lease of a delivery that this process has taken, s: well past the longest attempt. */
const lease = 60;
/** Attempts at once in this process, at most one per webhook, so that a slow receiver only delays itself. */
const atOnce = 64;
/** Longest and shortest pause before the queue is checked again, and the pause after a fault, seconds. */
const pauses = { longest: 60, shortest: 0.2, afterFault: 5 } as const;

/** Seconds until the next attempt, by the number of attempts so far; null after the last. */
export const retryAfter = (attempts: number, pace = 1): number | null => {
  const seconds = backOff[attempts - 1];
  return seconds === undefined ? null : seconds * pace;
};

/** An entry that is due, and the number of attempts including this one. */
type Due = { readonly attempts: number };

/** What the loop needs: the queue, a way to deliver, a clock. */
export type DeliveringWorld<D extends Due = DueDelivery> = {
  /** Takes an entry that is due, so that no other process does; null if none is. */
  readonly take: () => Promise<D | null>;
  readonly attempt: (due: D) => Promise<Attempt>;
  readonly note: (due: D, outcome: Attempt & { readonly retryIn: number | null }) => Promise<void>;
  /** Seconds until an entry is due; null if none is waiting. */
  readonly nextDue: () => Promise<number | null>;
  readonly after: (ms: number, work: () => void) => () => void;
  readonly failed: (error: unknown) => void;
  readonly pace: number;
  readonly atOnce: number;
};

/**
 * Delivers what is due, at most `atOnce` at a time. It checks the queue when it is told to, when an attempt ends, when
 * a retry is due, and once a minute. Returns a function that makes it check. After an error it waits; deliveries it had
 * taken are due again when their lease ends.
 */
export const createDelivering = <D extends Due>(world: DeliveringWorld<D>): (() => void) => {
  const flying = new Set<Promise<void>>();
  let filling = false;
  let again = false;
  let stopWaiting = (): void => undefined;
  const deliver = async (due: D): Promise<void> => {
    const outcome = await world.attempt(due);
    await world.note(due, { ...outcome, retryIn: outcome.delivered ? null : retryAfter(due.attempts, world.pace) });
  };
  const fly = (due: D): void => {
    const flight: Promise<void> = deliver(due)
      .catch(world.failed)
      .finally(() => {
        flying.delete(flight);
        void fill();
      });
    flying.add(flight);
  };
  const fill = async (): Promise<void> => {
    again = true;
    if (filling) return;
    filling = true;
    stopWaiting();
    let wait: number = pauses.afterFault;
    try {
      // If it was told to check meanwhile, also during the query, it checks again: an attempt that ended then may be
      // due earlier.
      while (again) {
        again = false;
        while (flying.size < world.atOnce) {
          const due = await world.take();
          if (!due) break;
          fly(due);
        }
        wait = Math.min(pauses.longest, Math.max(pauses.shortest, (await world.nextDue()) ?? pauses.longest));
      }
    } catch (error) {
      wait = pauses.afterFault;
      world.failed(error);
    }
    filling = false;
    stopWaiting = world.after(wait * 1000, () => void fill());
  };
  return () => void fill();
};

/** Runs one queue in this process. */
const keepGoing = <D extends Due>({
  what,
  on,
  ...way
}: Pick<DeliveringWorld<D>, "take" | "attempt" | "note" | "nextDue" | "atOnce"> & {
  readonly what: string;
  readonly on: "deliveries" | "counts" | LetterQueue;
}): void => {
  const look = createDelivering<D>({
    ...way,
    after: (ms, work) => {
      const timer = setTimeout(work, ms);
      timer.unref();
      return () => clearTimeout(timer);
    },
    failed: (error) => {
      report(what, error);
      if (isConnectionFault(error)) renewDatabase();
    },
    pace: isDemo() ? 0.1 : 1,
  });
  listenTo(on, look);
  look();
};

/** Maximum attempts to count a draft. One that cannot be counted is counted after its next edit. */
const mostCounting = 3;

/** Has a worker count a draft, and stores the result. */
const count = async (due: DueCounts): Promise<Attempt> => {
  const { layout, versionId, version } = due;
  const counted = await heavyValue(instanceItself, { kind: "counts", layout, version });
  await noteCounts(
    database(),
    { ...due, versionId },
    counted.ok ? counted.value : null,
    counted.ok || due.attempts >= mostCounting ? null : 5,
  );
  return { delivered: counted.ok, answer: counted.ok ? "" : counted.problem.detail };
};

/** Runs the queues of this process: webhooks, counts of drafts, and letters if there is mail. */
export const startDelivering = (): void => {
  keepGoing<DueDelivery>({
    what: "delivering to webhooks",
    on: "deliveries",
    take: () => takeDue(database(), lease),
    attempt: (due) => attemptDelivery(due),
    note: (due, outcome) => noteAttempt(database(), due, outcome),
    nextDue: () => nextDue(database()),
    atOnce,
  });
  keepGoing<DueCounts>({
    what: "counting what the checks of drafts say",
    on: "counts",
    take: () => takeDueCounts(database(), lease),
    attempt: count,
    note: () => Promise.resolve(),
    nextDue: () => nextCounts(database()),
    atOnce: 1,
  });
  if (!sendsMail()) return;
  for (const queue of letterQueues)
    keepGoing<DueLetter>({
      what: "sending letters",
      on: queue,
      take: () => takeDueLetter(database(), queue, lease),
      attempt: sendLetter,
      note: (due, outcome) => noteLetter(database(), due, outcome),
      nextDue: () => nextLetterDue(database(), queue),
      atOnce: 2,
    });
};
