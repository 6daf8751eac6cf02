import { applyChanges, type Change, type Layout, sameJson } from "@ypsiline/core";
import type { DraftWorld, SaveAnswer } from "@/draft/draft-store";
import type { SentChanges, Unsaved } from "@/draft/server-copy";
import { cleanLayout, withColumns } from "../../../core/test/layouts";

/** A clock that the test moves. */
export const clock = () => {
  let timers: { at: number; work: () => void }[] = [];
  let now = 0;
  /** Lets time pass, with everything that becomes due in it. */
  const pass = async (ms: number): Promise<void> => {
    const end = now + ms;
    for (;;) {
      const due = timers.filter(({ at }) => at <= end).sort((a, b) => a.at - b.at)[0];
      if (!due) break;
      timers = timers.filter((one) => one !== due);
      now = due.at;
      due.work();
      for (let turn = 0; turn < 10; turn += 1) await Promise.resolve();
    }
    now = end;
  };
  return {
    now: () => now,
    after: (ms: number, work: () => void) => {
      const timer = { at: now + ms, work };
      timers.push(timer);
      return () => {
        timers = timers.filter((one) => one !== timer);
      };
    },
    pass,
  };
};

/** A server that keeps one draft as the real one does, with timers that the test runs. */
export const world = () => {
  const server = { revision: 1, layout: cleanLayout() };
  const { now, after, pass } = clock();
  let down = 0;
  let kept: Unsaved | null = null;
  let names = 0;
  let full = false;
  let followed: Layout["follows"] | null = null;
  const sent: (readonly Change[])[] = [];
  const save = async (revision: number, { changes }: SentChanges): Promise<SaveAnswer> => {
    sent.push(changes);
    await Promise.resolve();
    if (down > 0) {
      down -= 1;
      return { kind: "failed", detail: "The server does not answer.", signIn: false };
    }
    const applied = applyChanges(server.layout, changes);
    if (!applied.ok && applied.issues.length > 0)
      return { kind: "refused", detail: applied.issues[0]?.message ?? "", issues: applied.issues };
    if (!applied.ok) return { kind: "conflict", revision: server.revision, layout: server.layout, conflicts: applied.conflicts };
    const { follows } = applied.layout;
    if (follows && !sameJson(follows, server.layout.follows) && !sameJson(follows, followed))
      return { kind: "refused", detail: "", issues: [{ path: "/follows/version", message: "must be a version of what is followed" }] };
    server.revision += 1;
    server.layout = applied.layout;
    return { kind: "saved", revision: server.revision, layout: server.revision === revision + 1 ? null : server.layout };
  };
  const outside: DraftWorld = {
    save,
    newId: () => `save-${(names += 1)}`,
    newer: ({ revision }) => Promise.resolve(server.revision > revision ? { ...server } : null),
    now,
    after,
    keep: (unsaved) => {
      if (full) return false;
      kept = unsaved;
      return true;
    },
  };
  return {
    server,
    outside,
    pass,
    sent,
    /** What a page leaves in the browser's storage if it ends now. */
    kept: (): readonly Change[] => kept?.changes ?? [],
    fill: () => {
      full = true;
    },
    fail: (times: number) => {
      down = times;
    },
    /** Sets which versions an edit may follow. */
    mayFollow: (follows: Layout["follows"] | null) => {
      followed = follows;
    },
    elsewhere: (layout: Layout) => {
      server.revision += 1;
      server.layout = layout;
    },
  };
};

export const gutter = (layout: Layout): string | undefined => layout.breakpoints.find(({ id }) => id === "desk")?.columns.gutter;
export const withGutter = (layout: Layout, value: string): Layout => withColumns(layout, "desk", { gutter: value });
