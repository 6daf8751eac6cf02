import { applyChanges, type Change, type Layout, newBreakpoint, sameJson } from "@ypsiline/core";
import { expect, it } from "vitest";
import { createDraftStore, type DraftStore, type DraftWorld, type SaveAnswer } from "@/draft/draft-store";
import type { SentChanges } from "@/draft/server-copy";
import { unsavedOf } from "@/draft/use-draft";
import { cleanLayout, withColumns } from "../../../core/test/layouts";
import { seeded } from "../../../core/test/random";
import { clock } from "./draft-world";

/**
 * What can happen to a request: answered; lost; written with the answer lost; written later, when nobody waits any
 * more.
 */
type Fate = "answered" | "lost" | "unanswered" | "late";

/** A server that writes changes sent under one key once, as the real one does, and a clock that the test moves. */
const world = (fateOf: () => Fate, delay: () => number) => {
  const server = { revision: 1, layout: cleanLayout() };
  const written = new Map<string, readonly Change[]>();
  const { now, after, pass } = clock();
  let names = 0;
  const write = (revision: number, { id, changes }: SentChanges): SaveAnswer => {
    const before = written.get(id);
    if (before) {
      expect(changes).toEqual(before);
      return { kind: "saved", ...server };
    }
    const applied = applyChanges(server.layout, changes);
    if (!applied.ok) return { kind: "conflict", ...server, conflicts: applied.conflicts };
    written.set(id, changes);
    server.revision += 1;
    server.layout = applied.layout;
    return { kind: "saved", revision: server.revision, layout: server.revision === revision + 1 ? null : server.layout };
  };
  const save = async (revision: number, sent: SentChanges): Promise<SaveAnswer> => {
    await Promise.resolve();
    const fate = fateOf();
    if (fate === "answered") return write(revision, sent);
    if (fate === "unanswered") write(revision, sent);
    if (fate === "late") after(delay(), () => write(revision, sent));
    return { kind: "failed", detail: "The server does not answer.", signIn: false };
  };
  /** A page with the draft as the server has it now, and with what the earlier page kept. */
  const open = (kept: { text: string | null }): DraftStore => {
    const outside: DraftWorld = {
      save,
      newId: () => `save-${(names += 1)}`,
      newer: ({ revision }) => Promise.resolve(server.revision > revision ? { ...server } : null),
      now,
      after,
      keep: (unsaved) => {
        kept.text = unsaved === null ? null : JSON.stringify(unsaved);
        return true;
      },
    };
    const store = createDraftStore({ ...server }, outside);
    const left = kept.text === null ? null : unsavedOf(kept.text);
    if (left) store.recover([left]);
    return store;
  };
  return { server, open, pass };
};

/** What each of three people does to the one thing that is theirs; 0 restores its first state. */
const people: readonly ((layout: Layout, value: number) => Layout)[] = [
  (layout, value) => withColumns(layout, "desk", { gutter: value === 0 ? "24px" : `${value}px` }),
  (layout, value) => withColumns(layout, "tablet", { count: value === 0 ? 8 : (value % 24) + 1 }),
  // A breakpoint that is added, changed and removed again.
  (layout, value) => {
    const others = layout.breakpoints.filter(({ id }) => id !== "own");
    if (value % 4 === 0) return { ...layout, breakpoints: others };
    const own = newBreakpoint({
      id: "own",
      name: "Own",
      from: 800,
      width: 800 + value,
      height: 800,
      count: 8,
      gutter: `${value}px`,
      margin: "64px",
    });
    const at = others.findIndex(({ from }) => from > 800);
    return { ...layout, breakpoints: others.toSpliced(at, 0, own) };
  },
];

it("writes everybody's latest value once, and asks nobody about their own, whatever answers are lost and pages end", async () => {
  const { integer, pick } = seeded("lost answers");
  const met = { lost: 0, undone: 0, reloaded: 0 };
  for (let round = 0; round < 1500; round += 1) {
    let faults = true;
    const fates: readonly Fate[] = pick([
      ["answered", "unanswered"],
      ["answered", "late"],
      ["answered", "lost", "unanswered", "late"],
    ]);
    const { server, open, pass } = world(
      () => {
        const fate = faults ? pick(fates) : "answered";
        if (fate !== "answered") met.lost += 1;
        return fate;
      },
      () => integer(0, 4_000),
    );
    const pages = people.map((make) => {
      const kept = { text: null };
      return { make, kept, store: open(kept), typed: [0] };
    });
    for (let step = integer(3, 14); step > 0; step -= 1) {
      const page = pick(pages);
      switch (pick(["edit", "edit", "edit", "undo", "reload", "hear"])) {
        case "edit": {
          const value = integer(1, 60);
          const next = page.make(page.store.state().layout, value);
          if (!sameJson(next, page.store.state().layout)) page.typed.push(value);
          page.store.edit(next);
          break;
        }
        case "undo":
          if (!page.store.state().canUndo) break;
          expect(page.store.undo()).toBe(true);
          page.typed.pop();
          met.undone += 1;
          break;
        case "reload":
          page.store.close();
          page.store = open(page.kept);
          page.typed.splice(0, page.typed.length - 1);
          met.reloaded += 1;
          break;
        default:
          await page.store.refresh();
      }
      await pass(pick([0, 100, 400, 1_200, 3_000]));
    }
    faults = false;
    await pass(60_000);
    for (const { store } of pages) await store.refresh();
    await pass(60_000);
    const wanted = pages.reduce((layout, { make, typed }) => make(layout, typed.at(-1) ?? 0), cleanLayout());
    expect(server.layout).toEqual(wanted);
    for (const { store, kept } of pages) {
      expect([store.state().save.kind, store.unsaved(), kept.text]).toEqual(["saved", null, null]);
      expect(store.state().layout).toEqual(wanted);
    }
  }
  expect(Math.min(met.lost, met.undone, met.reloaded)).toBeGreaterThan(500);
}, 120_000);
