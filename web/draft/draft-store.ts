import {
  applyChanges,
  asManyAsHold,
  type Change,
  compareLayouts,
  type Conflict,
  followingAs,
  type Issue,
  type Layout,
  putOver,
  sameJson,
} from "@ypsiline/core";
import { inWholeParts, putOn } from "./put-on";

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

/** Changes sent under a name of their own: sent again under it, they are written once. */
export type SentChanges = { readonly id: string; readonly changes: readonly Change[] };

/**
 * What a page leaves to the next: what is not saved on the draft it knew, and, where some of that was sent and not answered,
 * so that the server may have it or not: what was sent, and what was done since.
 */
export type Unsaved = {
  readonly changes: readonly Change[];
  readonly sent?: SentChanges & { readonly since: readonly Change[] };
};

/** The world outside the store: the server, a clock, and a place that outlives the page. */
export type DraftWorld = {
  readonly save: (revision: number, sent: SentChanges) => Promise<SaveAnswer>;
  /** A name that nothing else was sent under. */
  readonly newId: () => string;
  /** The draft where it is newer than what is known; null where it is not, or nothing answers. */
  readonly newer: (known: {
    readonly revision: number;
    readonly layout: Layout;
  }) => Promise<{ readonly revision: number; readonly layout: Layout } | null>;
  readonly now: () => number;
  readonly after: (ms: number, work: () => void) => () => void;
  /** Keeps what is not saved across a reload or a crash; null when all is. False where there is no room to keep it. */
  readonly keep: (unsaved: Unsaved | null) => boolean;
  /** Keeps the steps that can be taken back across a reload. */
  readonly keepSteps?: (steps: readonly Step[]) => void;
};

/** One step that can be taken back: the changes it made, and those that undo it (which know the order of lists before it). */
export type Step = { readonly forth: readonly Change[]; readonly back: readonly Change[] };

export type Choice = "mine" | "theirs";

/** Pause after the last edit before it is sent, ms: long enough to gather a drag, short enough not to be noticed. */
const gather = 350;
const firstRetry = 1_000;
const longestRetry = 15_000;
/** Steps that can be taken back. */
const mostSteps = 500;

/**
 * Holds one draft in the browser: edits at once, saves by itself, merges what others saved, and asks when
 * two people changed the same number. Nothing typed is dropped: what is not saved is kept and sent again.
 */
export const createDraftStore = (initial: { revision: number; layout: Layout }, world: DraftWorld) => {
  let base = initial;
  let layout = initial.layout;
  let undo: readonly Step[] = [];
  let redo: readonly Step[] = [];
  let lastStep: string | null = null;
  let save: SaveState = { kind: "saved", at: null };
  let kept = true;
  /** What was to stand and could not, until that has been read. */
  let aside: readonly Change[] = [];
  let snapshot: DraftState = { layout, kept, canUndo: false, undoes: [], canRedo: false, save, aside };
  /** What the server refused last: it is not sent again as it was. */
  let refused: readonly Change[] | null = null;
  /** What was sent and not answered, and the draft with it: it is sent again as it was before anything else is, for the server may have it. */
  let unanswered: (SentChanges & { readonly layout: Layout }) | null = null;
  /** What is asked about, as it was done here: it stands nowhere else until that is settled. */
  let inQuestion: readonly Change[] = [];
  let cancelTimer: (() => void) | null = null;
  let retry = firstRetry;
  let sending = false;
  /** Somebody saved something while this was sending: it is looked for afterwards. */
  let lookAfter = false;
  let closed = false;
  const listeners = new Set<() => void>();

  let keptSteps = undo;
  const publish = (): void => {
    if (undo !== keptSteps) world.keepSteps?.((keptSteps = undo));
    snapshot = { layout, kept, canUndo: undo.length > 0, undoes: undo.at(-1)?.forth ?? [], canRedo: redo.length > 0, save, aside };
    for (const listener of listeners) listener();
  };
  const pending = (): readonly Change[] => compareLayouts(base.layout, layout);
  const unsaved = (): Unsaved | null => {
    const changes = [...pending(), ...inQuestion, ...aside];
    if (!unanswered) return changes.length === 0 ? null : { changes };
    const { id, changes: sent } = unanswered;
    return { changes, sent: { id, changes: sent, since: compareLayouts(unanswered.layout, layout) } };
  };
  const keep = (): void => {
    kept = world.keep(unsaved());
  };

  const schedule = (ms: number): void => {
    cancelTimer?.();
    cancelTimer = world.after(ms, () => void send());
  };

  const touched = (): void => {
    keep();
    if (save.kind !== "conflict") {
      const waits = unanswered !== null || pending().length > 0;
      save = waits ? { kind: "waiting" } : { kind: "saved", at: save.kind === "saved" ? save.at : world.now() };
      if (waits) schedule(gather);
    }
    publish();
  };

  /** Asks about changes that no longer fit, each as it was done here, in the words of `shown`. */
  const question = (conflicts: readonly Conflict[], shown = conflicts): void => {
    if (conflicts.length === 0) return;
    save = { kind: "conflict", conflicts: [...(save.kind === "conflict" ? save.conflicts : []), ...shown] };
    inQuestion = [...inQuestion, ...conflicts.map(({ change }) => change)];
  };

  /** Takes over what the server has, with local changes made since `from` put on top; asks where they meet. */
  const rebase = (server: { revision: number; layout: Layout }, from: Layout): void => {
    base = server;
    // The server has what was sent: what stands here is that, with what was done since, and is not made anew.
    if (server.layout === from) return;
    const mine = layout;
    const { layout: merged, conflicts } = putOn(server.layout, compareLayouts(from, mine));
    layout = merged;
    question(conflicts, inWholeParts(conflicts, server.layout, mine));
  };

  /** Nothing waits any more, though nothing was sent: the server has had the same numbers from elsewhere. */
  const settled = (): void => {
    if (save.kind !== "waiting" && save.kind !== "failed") return;
    cancelTimer?.();
    save = { kind: "saved", at: world.now() };
    keep();
    publish();
  };

  /** What the spec follows is no longer what it was when these changes were made: they are kept aside, and the others sent without them. */
  const leaveFollowing = (changes: readonly Change[]): void => {
    const own = changes.filter(({ path }) => path[0] === "follows");
    const others = (all: readonly Change[]) => all.filter(({ path }) => path[0] !== "follows");
    aside = [...aside, ...own];
    layout = followingAs(layout, base.layout);
    const last = undo.at(-1);
    // The step they were of can still be taken back.
    if (last) undo = [...undo.slice(0, -1), { forth: others(last.forth), back: others(last.back) }];
    save = { kind: "waiting" };
  };

  const send = async (): Promise<void> => {
    cancelTimer = null;
    if (sending || closed || save.kind === "conflict") return;
    if (!unanswered) {
      const changes = pending();
      if (changes.length === 0) return settled();
      if (save.kind === "refused" && refused !== null && sameJson(refused, changes)) return;
      unanswered = { id: world.newId(), changes, layout };
    }
    const { id, changes, layout: sent } = unanswered;
    sending = true;
    save = { kind: "saving" };
    // Kept before it goes: a page that ends meanwhile knows what it has sent.
    keep();
    publish();
    const answer = await world.save(base.revision, { id, changes });
    sending = false;
    if (answer.kind !== "failed") unanswered = null;
    switch (answer.kind) {
      case "saved":
        retry = firstRetry;
        save = { kind: "saved", at: world.now() };
        rebase({ revision: answer.revision, layout: answer.layout ?? sent }, sent);
        if (pending().length > 0 && !isConflict(save)) {
          save = { kind: "waiting" };
          schedule(gather);
        }
        break;
      case "conflict": {
        // Everything not yet saved is put on the server's draft; `from` is what the server had before.
        const before = base.layout;
        save = { kind: "saved", at: world.now() };
        rebase(answer, before);
        if (!isConflict(save)) schedule(0);
        break;
      }
      case "refused":
        if (answer.issues.length > 0 && answer.issues.every(({ path }) => path.startsWith("/follows"))) {
          leaveFollowing(changes);
          schedule(0);
          break;
        }
        refused = changes;
        save = { kind: "refused", detail: answer.detail, issues: answer.issues };
        if (!sameJson(refused, pending())) schedule(gather);
        break;
      case "failed":
        save = { kind: "failed", detail: answer.detail, signIn: answer.signIn };
        schedule(retry);
        retry = Math.min(longestRetry, retry * 2);
        break;
      default:
        answer satisfies never;
    }
    keep();
    publish();
    if (lookAfter) void refresh();
  };

  const isUnanswered = (): boolean => unanswered !== null;

  const refresh = async (): Promise<void> => {
    // What is newer may be what was sent from here: that is known once it is answered.
    lookAfter = unanswered !== null;
    if (unanswered || closed || save.kind === "conflict") return;
    const known = base;
    const newer = await world.newer(known);
    // What was asked has been overtaken by an answer to changes sent meanwhile.
    if (isUnanswered() || base !== known) return refresh();
    if (!newer || isConflict(save)) return;
    rebase(newer, known.layout);
    if (pending().length === 0) settled();
    publish();
  };

  const put = (changes: readonly Change[]): boolean => {
    const applied = applyChanges(layout, changes);
    if (!applied.ok) return false;
    layout = applied.layout;
    return true;
  };

  /** Puts back what was sent with no answer, whether the server has it by now or not, and what was done since. */
  const putSent = ({ id, changes, since }: NonNullable<Unsaved["sent"]>): boolean => {
    const before = layout;
    if (put(changes)) {
      const through = layout;
      if (put(since)) {
        if (before === base.layout && !unanswered) unanswered = { id, changes, layout: through };
        return true;
      }
    }
    layout = before;
    return false;
  };

  return {
    state: (): DraftState => snapshot,
    subscribe: (listener: () => void): (() => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    /** Makes an edit. Edits with the same `step` one after the other are taken back together (a drag). */
    edit: (next: Layout, step: string | null = null): void => {
      const between = (before: Layout): Step => ({ forth: compareLayouts(before, next), back: compareLayouts(next, before) });
      const made = between(layout);
      if (made.forth.length === 0) return;
      const last = undo.at(-1);
      if (step !== null && step === lastStep && last) {
        const begun = applyChanges(layout, last.back);
        undo = [...undo.slice(0, -1), begun.ok ? between(begun.layout) : made];
      } else undo = [...undo.slice(-mostSteps + 1), made];
      lastStep = step;
      redo = [];
      layout = next;
      touched();
    },
    /** Ends a step, so that the next edit of the same name is taken back by itself. */
    endStep: (): void => {
      lastStep = null;
    },
    /** Takes back the last edit; false where somebody has changed the same number since. */
    undo: (): boolean => {
      const step = undo.at(-1);
      if (!step) return true;
      undo = undo.slice(0, -1);
      lastStep = null;
      const fits = put(step.back);
      if (fits) redo = [...redo, step];
      touched();
      return fits;
    },
    redo: (): boolean => {
      const step = redo.at(-1);
      if (!step) return true;
      redo = redo.slice(0, -1);
      const fits = put(step.forth);
      if (fits) undo = [...undo, step];
      touched();
      return fits;
    },
    /** Puts back what earlier pages left unsaved; what no longer fits is asked about. */
    recover: (left: readonly Unsaved[]): void => {
      const others = left.filter(({ sent }) => !sent || !putSent(sent)).flatMap(({ changes }) => changes);
      const { layout: merged, conflicts } = putOn(layout, others);
      layout = merged;
      question(conflicts);
      touched();
    },
    /** Puts the steps of an earlier page under those made since; each is looked at when it is taken back. */
    recoverSteps: (steps: readonly Step[]): void => {
      if (steps.length === 0) return;
      undo = [...steps, ...undo].slice(-mostSteps);
      publish();
    },
    /** Settles a conflict: all numbers as chosen, put over what stands, everything else kept. */
    settle: (choices: readonly Choice[]): void => {
      if (save.kind !== "conflict") return;
      const mine = save.conflicts.flatMap(({ change }, index) => (choices[index] === "mine" ? change : []));
      save = { kind: "waiting" };
      inQuestion = [];
      const before = layout;
      const held = asManyAsHold(layout, mine, putOver);
      ({ layout } = held);
      if (held.taken.length > 0) undo = [...undo, { forth: compareLayouts(before, layout), back: compareLayouts(layout, before) }];
      // What cannot stand beside what others did is not asked again: it is kept aside, and said.
      aside = [...aside, ...held.left];
      touched();
    },
    /** What was kept aside has been read, and is let go. */
    letGo: (): void => {
      aside = [];
      keep();
      publish();
    },
    /** Looks whether others have saved something, and takes it over. */
    refresh,
    /** Sends at once what is waiting: on leaving the page, or when the connection is back. */
    flush: (): Promise<void> => {
      cancelTimer?.();
      return send();
    },
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
    revision: (): number => base.revision,
    close: (): void => {
      closed = true;
      cancelTimer?.();
    },
  };
};

const isConflict = (save: SaveState): boolean => save.kind === "conflict";

export type DraftStore = ReturnType<typeof createDraftStore>;
