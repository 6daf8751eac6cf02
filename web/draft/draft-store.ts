import { type Change, type Conflict, followingAs, type Issue, type Layout, sameJson } from "@ypsiline/core";
import { mergeChanges } from "./merge-changes";
import { type Choice, keptAside, noQuestions, type Questions, questionsSettled, questionsWith } from "./questions";
import { createRetry } from "./retry";
import {
  pendingOn,
  rebasedOn,
  type Revision,
  type SentChanges,
  sentPutBack,
  type ServerCopy,
  type Unsaved,
  unsavedOn,
} from "./server-copy";
import {
  lastStepWithout,
  noSteps,
  type Step,
  stepEnded,
  stepMade,
  type Stepped,
  type Steps,
  stepRedone,
  stepsUnder,
  stepUndone,
} from "./steps";

/** The state of saving. `waiting` and `saving` pass by themselves; the others need the person's attention. */
export type SaveState =
  | { readonly kind: "saved"; readonly at: number | null }
  | { readonly kind: "waiting" | "saving" }
  | { readonly kind: "failed"; readonly detail: string; readonly signIn: boolean }
  | { readonly kind: "refused"; readonly detail: string; readonly issues: readonly Issue[] }
  | { readonly kind: "conflict"; readonly conflicts: readonly Conflict[] };

export type DraftState = {
  /** The draft as it is on screen, saved or not. */
  readonly layout: Layout;
  /** Whether this browser can store unsaved changes; false if its storage is full or blocked. */
  readonly kept: boolean;
  readonly canUndo: boolean;
  /** The changes that Undo would revert; empty if there are none. */
  readonly undoes: readonly Change[];
  readonly canRedo: boolean;
  readonly save: SaveState;
  /** Changes that were chosen but cannot be combined with what others did, kept until the person has read them. */
  readonly aside: readonly Change[];
};

/** The server's answer to changes. */
export type SaveAnswer =
  | { readonly kind: "saved"; readonly revision: number; readonly layout: Layout | null }
  | { readonly kind: "conflict"; readonly revision: number; readonly layout: Layout; readonly conflicts: readonly Conflict[] }
  | { readonly kind: "refused"; readonly detail: string; readonly issues: readonly Issue[] }
  | { readonly kind: "failed"; readonly detail: string; readonly signIn: boolean };

/** The world outside the store: the server, a clock, and a place that outlives the page. */
export type DraftWorld = {
  readonly save: (revision: number, sent: SentChanges) => Promise<SaveAnswer>;
  /** A new unique name for changes. */
  readonly newId: () => string;
  /** The draft, if it is newer than the known revision; null if it is not, or the server does not answer. */
  readonly newer: (known: Revision) => Promise<Revision | null>;
  readonly now: () => number;
  readonly after: (ms: number, work: () => void) => () => void;
  /** Whether there is a network (default: yes). */
  readonly online?: () => boolean;
  /** Stores unsaved changes across a reload or a crash; null when everything is saved. False if there is no room. */
  readonly keep: (unsaved: Unsaved | null) => boolean;
  /** Stores the undo steps across a reload. */
  readonly keepSteps?: (steps: readonly Step[]) => void;
};

/** Pause after the last edit before it is sent, ms: long enough to gather a drag, short enough not to be noticed. */
const gather = 350;

/**
 * Keeps one draft in the browser: it edits at once, saves by itself, merges what others saved, and asks when two people
 * changed the same number. Nothing typed is lost: unsaved changes are kept and sent again. It is composed of four
 * parts: undo (`steps.ts`), what is known of the server's draft (`server-copy.ts`), questions about conflicts
 * (`questions.ts`), and when to send (`retry.ts`).
 */
export const createDraftStore = (initial: Revision, world: DraftWorld) => {
  let layout = initial.layout;
  let copy: ServerCopy = { base: initial, unanswered: null };
  let steps: Steps = noSteps;
  let questions: Questions = noQuestions;
  let save: SaveState = { kind: "saved", at: null };
  let kept = true;
  /** The changes that the server refused last. They are not sent again unchanged. */
  let refused: readonly Change[] | null = null;
  let sending = false;
  /** Somebody saved while this was sending: fetch it afterwards. */
  let lookAfter = false;
  let closed = false;
  const listeners = new Set<() => void>();
  const timer = createRetry({ after: world.after, online: world.online ?? (() => true) }, () => void send());

  const snapshotNow = (): DraftState => ({
    layout,
    kept,
    canUndo: steps.undo.length > 0,
    undoes: steps.undo.at(-1)?.forth ?? [],
    canRedo: steps.redo.length > 0,
    save,
    aside: questions.aside,
  });
  let snapshot = snapshotNow();
  let keptSteps = steps.undo;
  const publish = (): void => {
    if (steps.undo !== keptSteps) world.keepSteps?.((keptSteps = steps.undo));
    snapshot = snapshotNow();
    for (const listener of listeners) listener();
  };
  const pending = (): readonly Change[] => pendingOn(copy, layout);
  const unsaved = (): Unsaved | null => unsavedOn(copy, layout, [...questions.inQuestion, ...questions.aside]);
  const keep = (): void => {
    kept = world.keep(unsaved());
  };

  /** After a change made here: stores it and sends it soon. */
  const touched = (): void => {
    keep();
    if (!isConflict(save)) {
      const waits = copy.unanswered !== null || pending().length > 0;
      save = waits ? { kind: "waiting" } : { kind: "saved", at: save.kind === "saved" ? save.at : world.now() };
      if (waits) timer.soon(gather);
    }
    publish();
  };

  /** Asks about changes that no longer apply, shown as `shown`. */
  const question = (conflicts: readonly Conflict[], shown = conflicts): void => {
    if (conflicts.length === 0) return;
    questions = questionsWith(questions, conflicts, shown);
    save = { kind: "conflict", conflicts: questions.asked };
  };

  /** Takes over the server's draft and applies what was done here since `from`; asks about conflicts. */
  const rebase = (server: Revision, from: Layout): void => {
    copy = { ...copy, base: { revision: server.revision, layout: server.layout } };
    const rebased = rebasedOn(server.layout, from, layout);
    layout = rebased.layout;
    question(rebased.conflicts, rebased.shown);
  };

  /** Nothing is left to send, because the server got the same numbers from elsewhere. */
  const nothingWaits = (): void => {
    if (save.kind !== "waiting" && save.kind !== "failed") return;
    timer.cancel();
    save = { kind: "saved", at: world.now() };
    keep();
    publish();
  };

  /** The followed spec has changed since these changes were made: they are set aside, and the rest is sent without them. */
  const leaveFollowing = (changes: readonly Change[]): void => {
    const isFollowing = ({ path }: Change): boolean => path[0] === "follows";
    questions = keptAside(questions, changes.filter(isFollowing));
    layout = followingAs(layout, copy.base.layout);
    // The step they were of can still be undone.
    steps = lastStepWithout(steps, isFollowing);
    save = { kind: "waiting" };
  };

  /** The changes to send: unanswered ones first, else unsaved ones. Null if there are none, or they were refused. */
  const toSend = (): NonNullable<ServerCopy["unanswered"]> | null => {
    if (copy.unanswered) return copy.unanswered;
    const changes = pending();
    if (changes.length === 0) {
      nothingWaits();
      return null;
    }
    return save.kind === "refused" && refused !== null && sameJson(refused, changes) ? null : { id: world.newId(), changes, layout };
  };

  const send = async (): Promise<void> => {
    timer.cancel();
    if (sending || closed || isConflict(save)) return;
    const sent = toSend();
    if (!sent) return;
    copy = { ...copy, unanswered: sent };
    sending = true;
    save = { kind: "saving" };
    // Stored before it is sent, so that a page that closes meanwhile knows what was sent.
    keep();
    publish();
    const answer = await world.save(copy.base.revision, { id: sent.id, changes: sent.changes });
    sending = false;
    if (answer.kind !== "failed") copy = { ...copy, unanswered: null };
    answered(answer, sent);
    keep();
    publish();
    if (lookAfter) void refresh();
  };

  const answered = (answer: SaveAnswer, { changes, layout: sent }: NonNullable<ServerCopy["unanswered"]>): void => {
    switch (answer.kind) {
      case "saved":
        timer.succeeded();
        save = { kind: "saved", at: world.now() };
        rebase({ revision: answer.revision, layout: answer.layout ?? sent }, sent);
        if (pending().length > 0 && !isConflict(save)) {
          save = { kind: "waiting" };
          timer.soon(gather);
        }
        return;
      case "conflict":
        save = { kind: "saved", at: world.now() };
        // Apply everything unsaved to the server's draft.
        rebase(answer, copy.base.layout);
        if (!isConflict(save)) timer.soon(0);
        return;
      case "refused":
        if (answer.issues.length > 0 && answer.issues.every(({ path }) => path.startsWith("/follows"))) {
          leaveFollowing(changes);
          return timer.soon(0);
        }
        refused = changes;
        save = { kind: "refused", detail: answer.detail, issues: answer.issues };
        if (!sameJson(refused, pending())) timer.soon(gather);
        return;
      case "failed":
        save = { kind: "failed", detail: answer.detail, signIn: answer.signIn };
        return timer.failed();
      default:
        return answer satisfies never;
    }
  };

  const isUnanswered = (): boolean => copy.unanswered !== null;

  const refresh = async (): Promise<void> => {
    // Newer changes may be our own: that is known once they are answered.
    lookAfter = isUnanswered();
    if (isUnanswered() || closed || isConflict(save)) return;
    const known = copy.base;
    const newer = await world.newer(known);
    // An answer to changes that were sent meanwhile has made this one outdated.
    if (isUnanswered() || copy.base !== known) return refresh();
    if (!newer || isConflict(save)) return;
    rebase(newer, known.layout);
    if (pending().length === 0) nothingWaits();
    publish();
  };

  /** Undoes or redoes a step; false if it no longer applies. */
  const step = (move: (steps: Steps, layout: Layout) => Stepped): boolean => {
    const moved = move(steps, layout);
    if (moved.steps === steps) return true;
    ({ steps, layout } = moved);
    touched();
    return moved.fits;
  };

  return {
    state: (): DraftState => snapshot,
    subscribe: (listener: () => void): (() => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    /** Makes an edit. Edits with the same `name` one after the other are undone together (a drag). */
    edit: (next: Layout, name: string | null = null): void => {
      const made = stepMade(steps, layout, next, name);
      if (made === steps) return;
      steps = made;
      layout = next;
      touched();
    },
    /** Ends a step, so that the next edit of the same name is undone by itself. */
    endStep: (): void => {
      steps = stepEnded(steps);
    },
    /** Undoes the last edit; false if somebody has changed the same number since. */
    undo: (): boolean => step(stepUndone),
    redo: (): boolean => step(stepRedone),
    /** Restores what earlier pages left unsaved, and asks about what no longer applies. */
    recover: (left: readonly Unsaved[]): void => {
      const others = left.filter(({ sent }) => {
        const put = sent ? sentPutBack(copy, layout, sent) : null;
        if (put) ({ copy, layout } = put);
        return put === null;
      });
      const merged = mergeChanges(
        layout,
        others.flatMap(({ changes }) => changes),
      );
      layout = merged.layout;
      question(merged.conflicts);
      touched();
    },
    /** Adds the steps of an earlier page below those made since. */
    recoverSteps: (earlier: readonly Step[]): void => {
      if (earlier.length === 0) return;
      steps = stepsUnder(steps, earlier);
      publish();
    },
    /** Answers the questions with the person's choices. */
    settle: (choices: readonly Choice[]): void => {
      if (!isConflict(save)) return;
      save = { kind: "waiting" };
      const settled = questionsSettled(questions, layout, choices);
      steps = { ...stepMade({ ...steps, open: null }, layout, settled.layout), redo: steps.redo, open: steps.open };
      ({ questions, layout } = settled);
      touched();
    },
    /** Deletes what was set aside, once it has been read. */
    letGo: (): void => {
      questions = { ...questions, aside: [] };
      keep();
      publish();
    },
    /** Checks whether others have saved something, and takes it over. */
    refresh,
    /** Sends waiting changes at once: on leaving the page, or when the connection is back. */
    flush: (): Promise<void> => send(),
    /** The unsaved changes for the next page; null if everything is saved. */
    unsaved,
    /** The state once everything has been sent and answered, or cannot be. */
    whenSent: async (): Promise<DraftState> => {
      while (snapshot.save.kind === "waiting" || snapshot.save.kind === "saving")
        await new Promise<void>((resolve) => {
          const ended = (): void => {
            listeners.delete(ended);
            resolve();
          };
          listeners.add(ended);
        });
      return snapshot;
    },
    revision: (): number => copy.base.revision,
    close: (): void => {
      closed = true;
      timer.cancel();
    },
  };
};

const isConflict = (save: SaveState): boolean => save.kind === "conflict";

export type DraftStore = ReturnType<typeof createDraftStore>;
