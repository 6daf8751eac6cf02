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

/** How saving stands. `waiting` and `saving` pass by themselves; the others say something to the person. */
export type SaveState =
  | { readonly kind: "saved"; readonly at: number | null }
  | { readonly kind: "waiting" | "saving" }
  | { readonly kind: "failed"; readonly detail: string; readonly signIn: boolean }
  | { readonly kind: "refused"; readonly detail: string; readonly issues: readonly Issue[] }
  | { readonly kind: "conflict"; readonly conflicts: readonly Conflict[] };

export type DraftState = {
  /** The draft as it stands on screen, saved or not. */
  readonly layout: Layout;
  /** Whether this browser can keep what is not saved yet beyond this page; false where its storage is full or shut. */
  readonly kept: boolean;
  readonly canUndo: boolean;
  /** The changes that undo would take back; empty where there are none. */
  readonly undoes: readonly Change[];
  readonly canRedo: boolean;
  readonly save: SaveState;
  /** Changes that were to stand beside what others did and cannot: kept until they have been read. */
  readonly aside: readonly Change[];
};

/** What the server says to changes. */
export type SaveAnswer =
  | { readonly kind: "saved"; readonly revision: number; readonly layout: Layout | null }
  | { readonly kind: "conflict"; readonly revision: number; readonly layout: Layout; readonly conflicts: readonly Conflict[] }
  | { readonly kind: "refused"; readonly detail: string; readonly issues: readonly Issue[] }
  | { readonly kind: "failed"; readonly detail: string; readonly signIn: boolean };

/** The world outside the store: the server, a clock, and a place that outlives the page. */
export type DraftWorld = {
  readonly save: (revision: number, sent: SentChanges) => Promise<SaveAnswer>;
  /** A name that nothing else was sent under. */
  readonly newId: () => string;
  /** The draft where it is newer than what is known; null where it is not, or nothing answers. */
  readonly newer: (known: Revision) => Promise<Revision | null>;
  readonly now: () => number;
  readonly after: (ms: number, work: () => void) => () => void;
  /** Whether there is a network; where it is not said, there is. */
  readonly online?: () => boolean;
  /** Keeps what is not saved across a reload or a crash; null when all is. False where there is no room to keep it. */
  readonly keep: (unsaved: Unsaved | null) => boolean;
  /** Keeps the steps that can be undone across a reload. */
  readonly keepSteps?: (steps: readonly Step[]) => void;
};

/** Pause after the last edit before it is sent, ms: long enough to gather a drag, short enough not to be noticed. */
const gather = 350;

/**
 * Holds one draft in the browser: edits at once, saves by itself, merges what others saved, and asks when two people changed
 * the same number. Nothing typed is dropped: what is not saved is kept and sent again. It is composed of four parts: what can
 * be undone (`steps.ts`), what is known of the server's draft (`server-copy.ts`), what is asked (`questions.ts`), and when to
 * send (`retry.ts`).
 */
export const createDraftStore = (initial: Revision, world: DraftWorld) => {
  let layout = initial.layout;
  let copy: ServerCopy = { base: initial, unanswered: null };
  let steps: Steps = noSteps;
  let questions: Questions = noQuestions;
  let save: SaveState = { kind: "saved", at: null };
  let kept = true;
  /** What the server refused last: it is not sent again as it was. */
  let refused: readonly Change[] | null = null;
  let sending = false;
  /** Somebody saved something while this was sending: it is looked for afterwards. */
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

  /** The draft was changed here: it is kept, and sent soon. */
  const touched = (): void => {
    keep();
    if (!isConflict(save)) {
      const waits = copy.unanswered !== null || pending().length > 0;
      save = waits ? { kind: "waiting" } : { kind: "saved", at: save.kind === "saved" ? save.at : world.now() };
      if (waits) timer.soon(gather);
    }
    publish();
  };

  /** Asks about changes that no longer fit, in the words of `shown`. */
  const question = (conflicts: readonly Conflict[], shown = conflicts): void => {
    if (conflicts.length === 0) return;
    questions = questionsWith(questions, conflicts, shown);
    save = { kind: "conflict", conflicts: questions.asked };
  };

  /** Takes over what the server has, with what was done here since `from` put on top; asks where they meet. */
  const rebase = (server: Revision, from: Layout): void => {
    copy = { ...copy, base: { revision: server.revision, layout: server.layout } };
    const rebased = rebasedOn(server.layout, from, layout);
    layout = rebased.layout;
    question(rebased.conflicts, rebased.shown);
  };

  /** Nothing waits any more, though nothing was sent: the server has had the same numbers from elsewhere. */
  const nothingWaits = (): void => {
    if (save.kind !== "waiting" && save.kind !== "failed") return;
    timer.cancel();
    save = { kind: "saved", at: world.now() };
    keep();
    publish();
  };

  /** What the spec follows has changed since these changes were made: they are kept aside, and the others sent without them. */
  const leaveFollowing = (changes: readonly Change[]): void => {
    const isFollowing = ({ path }: Change): boolean => path[0] === "follows";
    questions = keptAside(questions, changes.filter(isFollowing));
    layout = followingAs(layout, copy.base.layout);
    // The step they were of can still be undone.
    steps = lastStepWithout(steps, isFollowing);
    save = { kind: "waiting" };
  };

  /** What is to be sent: what was not answered, else what is not saved; null where there is nothing, or it was refused as it is. */
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
    // Kept before it goes: a page that ends meanwhile knows what it has sent.
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
        // Everything not yet saved is put on the server's draft.
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
    // What is newer may be what was sent from here: that is known once it is answered.
    lookAfter = isUnanswered();
    if (isUnanswered() || closed || isConflict(save)) return;
    const known = copy.base;
    const newer = await world.newer(known);
    // What was asked has been overtaken by an answer to changes sent meanwhile.
    if (isUnanswered() || copy.base !== known) return refresh();
    if (!newer || isConflict(save)) return;
    rebase(newer, known.layout);
    if (pending().length === 0) nothingWaits();
    publish();
  };

  /** Undoes or redoes a step; false where it no longer fits. */
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
    /** Undoes the last edit; false where somebody has changed the same number since. */
    undo: (): boolean => step(stepUndone),
    redo: (): boolean => step(stepRedone),
    /** Puts back what earlier pages left unsaved; what no longer fits is asked about. */
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
    /** Puts the steps of an earlier page under those made since. */
    recoverSteps: (earlier: readonly Step[]): void => {
      if (earlier.length === 0) return;
      steps = stepsUnder(steps, earlier);
      publish();
    },
    /** Answers the questions: all numbers as chosen, everything else kept. */
    settle: (choices: readonly Choice[]): void => {
      if (!isConflict(save)) return;
      save = { kind: "waiting" };
      const settled = questionsSettled(questions, layout, choices);
      steps = { ...stepMade({ ...steps, open: null }, layout, settled.layout), redo: steps.redo, open: steps.open };
      ({ questions, layout } = settled);
      touched();
    },
    /** What was kept aside has been read, and is let go. */
    letGo: (): void => {
      questions = { ...questions, aside: [] };
      keep();
      publish();
    },
    /** Looks whether others have saved something, and takes it over. */
    refresh,
    /** Sends at once what is waiting: on leaving the page, or when the connection is back. */
    flush: (): Promise<void> => send(),
    /** What is not saved yet, as the next page is left it; null where all is. */
    unsaved,
    /** How saving stands once everything is sent and answered, or cannot be. */
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
