import { type Applied, applyChanges, type Change, compareLayouts, type Conflict, type Issue, type Layout, sameJson } from "@ypsiline/core";

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
  readonly canRedo: boolean;
  readonly save: SaveState;
};

/** What the server says to changes. */
export type SaveAnswer =
  | { readonly kind: "saved"; readonly revision: number; readonly layout: Layout | null }
  | { readonly kind: "conflict"; readonly revision: number; readonly layout: Layout; readonly conflicts: readonly Conflict[] }
  | { readonly kind: "refused"; readonly detail: string; readonly issues: readonly Issue[] }
  | { readonly kind: "failed"; readonly detail: string; readonly signIn: boolean };

/** The world outside the store: the server, a clock, and a place that outlives the page. */
export type DraftWorld = {
  readonly save: (revision: number, changes: readonly Change[]) => Promise<SaveAnswer>;
  /** The draft where it is newer than what is known; null where it is not, or nothing answers. */
  readonly newer: (known: {
    readonly revision: number;
    readonly layout: Layout;
  }) => Promise<{ readonly revision: number; readonly layout: Layout } | null>;
  readonly now: () => number;
  readonly after: (ms: number, work: () => void) => () => void;
  /** Keeps unsaved changes across a reload or a crash; empty when all is saved. False where there is no room to keep them. */
  readonly keep: (changes: readonly Change[]) => boolean;
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
  let snapshot: DraftState = { layout, kept, canUndo: false, canRedo: false, save };
  /** What the server refused last: it is not sent again as it was. */
  let refused: readonly Change[] | null = null;
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
    snapshot = { layout, kept, canUndo: undo.length > 0, canRedo: redo.length > 0, save };
    for (const listener of listeners) listener();
  };
  const pending = (): readonly Change[] => compareLayouts(base.layout, layout);
  const keep = (changes: readonly Change[]): void => {
    kept = world.keep(changes);
  };

  const schedule = (ms: number): void => {
    cancelTimer?.();
    cancelTimer = world.after(ms, () => void send());
  };

  const touched = (): void => {
    const changes = pending();
    keep(changes);
    if (save.kind !== "conflict") {
      save = changes.length === 0 && !sending ? { kind: "saved", at: save.kind === "saved" ? save.at : world.now() } : { kind: "waiting" };
      if (changes.length > 0) schedule(gather);
    }
    publish();
  };

  /** Takes over what the server has, with local changes made since `from` put on top; asks where they meet. */
  const rebase = (server: { revision: number; layout: Layout }, from: Layout): void => {
    base = server;
    // The server has what was sent: what stands here is that, with what was done since, and is not made anew.
    if (server.layout === from) return;
    const local = compareLayouts(from, layout);
    const applied = applyChanges(server.layout, local);
    if (applied.ok) {
      layout = applied.layout;
      return;
    }
    const conflicts = asked(local, applied);
    const clashing = new Set(conflicts.map(({ change }) => change));
    const rest = applyChanges(
      server.layout,
      local.filter((change) => !clashing.has(change)),
    );
    save = { kind: "conflict", conflicts: wholeEntries(conflicts, server.layout, layout) };
    layout = rest.ok ? rest.layout : server.layout;
  };

  /** Nothing waits any more, though nothing was sent: the server has had the same numbers from elsewhere. */
  const settled = (): void => {
    if (save.kind !== "waiting" && save.kind !== "failed") return;
    cancelTimer?.();
    save = { kind: "saved", at: world.now() };
    keep([]);
    publish();
  };

  /** Changes that only together make no layout are asked about one by one, like those of the same number. */
  const asked = (changes: readonly Change[], failed: Extract<Applied, { ok: false }>): readonly Conflict[] =>
    failed.conflicts.length > 0 ? failed.conflicts : changes.map((change) => ({ change, theirs: change.from }));

  const send = async (): Promise<void> => {
    cancelTimer = null;
    if (sending || closed || save.kind === "conflict") return;
    const changes = pending();
    if (changes.length === 0) return settled();
    if (save.kind === "refused" && refused !== null && sameJson(refused, changes)) return;
    const sent = layout;
    sending = true;
    save = { kind: "saving" };
    publish();
    const answer = await world.save(base.revision, changes);
    sending = false;
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
        refused = changes;
        save = { kind: "refused", detail: answer.detail, issues: answer.issues };
        break;
      case "failed":
        save = { kind: "failed", detail: answer.detail, signIn: answer.signIn };
        schedule(retry);
        retry = Math.min(longestRetry, retry * 2);
        break;
      default:
        answer satisfies never;
    }
    if (!isConflict(save)) keep(pending());
    publish();
    if (lookAfter) void refresh();
  };

  const refresh = async (): Promise<void> => {
    lookAfter = sending;
    if (sending || closed || save.kind === "conflict") return;
    const known = base;
    const newer = await world.newer(known);
    if (sending || base !== known) {
      // What was asked has been overtaken by an answer to changes sent meanwhile.
      lookAfter = sending;
      return sending ? undefined : refresh();
    }
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
    /** Puts unsaved changes of an earlier page back; those that no longer fit are asked about. */
    recover: (changes: readonly Change[]): void => {
      const applied = applyChanges(layout, changes);
      if (applied.ok) layout = applied.layout;
      else {
        const conflicts = asked(changes, applied);
        const clashing = new Set(conflicts.map(({ change }) => change));
        put(changes.filter((change) => !clashing.has(change)));
        save = { kind: "conflict", conflicts };
        // Until they are settled they stand nowhere but in the question; they are kept as they were left.
        keep(changes);
        return publish();
      }
      touched();
    },
    /** Puts the steps of an earlier page under those made since; each is looked at when it is taken back. */
    recoverSteps: (steps: readonly Step[]): void => {
      if (steps.length === 0) return;
      undo = [...steps, ...undo].slice(-mostSteps);
      publish();
    },
    /** Settles a conflict: each number as chosen, everything else kept. */
    settle: (choices: readonly Choice[]): void => {
      if (save.kind !== "conflict") return;
      const mine = save.conflicts
        .filter((_, index) => choices[index] === "mine")
        .map(({ change, theirs }): Change => ({
          path: change.path,
          ...(theirs === undefined ? {} : { from: theirs }),
          ...("to" in change ? { to: change.to } : {}),
        }));
      save = { kind: "waiting" };
      const before = layout;
      const left = mine.filter((change) => !put([change]));
      if (mine.length > 0) undo = [...undo, { forth: compareLayouts(before, layout), back: compareLayouts(layout, before) }];
      // What cannot stand beside the others chosen is asked about again rather than dropped.
      if (left.length > 0) save = { kind: "conflict", conflicts: left.map((change) => ({ change, theirs: change.from })) };
      touched();
    },
    /** Looks whether others have saved something, and takes it over. */
    refresh,
    /** Sends at once what is waiting: on leaving the page, or when the connection is back. */
    flush: (): Promise<void> => {
      cancelTimer?.();
      return send();
    },
    /** What is not saved yet. */
    pending,
    revision: (): number => base.revision,
    close: (): void => {
      closed = true;
      cancelTimer?.();
    },
  };
};

/** The breakpoint of a change's path in a layout. */
const breakpointOf = (layout: Layout, [root, id]: readonly string[]) =>
  root === "breakpoints" ? layout.breakpoints.find((one) => one.id === id) : undefined;

/**
 * Changes inside a breakpoint that somebody removed meanwhile become one: the breakpoint as it stands here,
 * so that letting one's own stand brings it back.
 */
const wholeEntries = (conflicts: readonly Conflict[], theirs: Layout, mine: Layout): readonly Conflict[] => {
  const whole = new Map<string, Conflict>();
  for (const conflict of conflicts) {
    const { path } = conflict.change;
    const breakpoint = path.length > 2 && !breakpointOf(theirs, path) ? breakpointOf(mine, path) : undefined;
    const entry = breakpoint && { change: { path: path.slice(0, 2), to: breakpoint }, theirs: undefined };
    whole.set((entry ?? conflict).change.path.join("/"), entry ?? conflict);
  }
  return [...whole.values()];
};

const isConflict = (save: SaveState): boolean => save.kind === "conflict";

export type DraftStore = ReturnType<typeof createDraftStore>;
