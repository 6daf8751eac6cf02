import { type Change } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { createDraftStore } from "@/draft/draft-store";
import { cleanLayout, withBreakpoint, withColumns } from "../../../core/test/layouts";
import { gutter, withGutter, world } from "./draft-world";

const open = () => {
  const it = world();
  return { ...it, store: createDraftStore({ revision: 1, layout: cleanLayout() }, it.outside) };
};

describe("a draft in the browser", () => {
  it("saves edits by itself, in batches, and says when", async () => {
    const { store, server, sent, pass } = open();
    store.edit(withGutter(store.state().layout, "20px"));
    store.edit(withColumns(store.state().layout, "desk", { count: 10 }));
    expect(store.state().save.kind).toBe("waiting");
    await pass(1000);
    expect([sent.length, server.revision, gutter(server.layout), store.state().save.kind]).toEqual([1, 2, "20px", "saved"]);
  });

  it("undoes and redoes edits, a drag as one", async () => {
    const { store, server, pass } = open();
    for (const value of ["23px", "22px", "21px"]) store.edit(withGutter(store.state().layout, value), "drag");
    store.endStep();
    store.edit(withGutter(store.state().layout, "8px"), "drag");
    store.undo();
    expect(gutter(store.state().layout)).toBe("21px");
    store.undo();
    expect([gutter(store.state().layout), store.state().canUndo, store.state().canRedo]).toEqual(["24px", false, true]);
    store.redo();
    await pass(1000);
    expect([gutter(store.state().layout), gutter(server.layout)]).toEqual(["21px", "21px"]);
  });

  it("restores a removed breakpoint in its place, even out of order", () => {
    const { store } = open();
    const shuffled = { ...cleanLayout(), breakpoints: [...cleanLayout().breakpoints].reverse() };
    store.edit(shuffled);
    store.edit({ ...shuffled, breakpoints: shuffled.breakpoints.filter(({ id }) => id !== "tablet") });
    store.undo();
    expect(store.state().layout.breakpoints.map(({ id }) => id)).toEqual(["desk", "tablet", "phone"]);
  });

  it("keeps what could not be saved and sends it again, after longer and longer waits", async () => {
    const { store, server, sent, pass, fail, kept } = open();
    fail(3);
    store.edit(withGutter(store.state().layout, "20px"));
    await pass(400);
    expect([store.state().save.kind, kept().length, gutter(store.state().layout)]).toEqual(["failed", 1, "20px"]);
    await pass(2900);
    expect(sent.length).toBe(2);
    await pass(10_000);
    expect([sent.length, gutter(server.layout), store.state().save.kind, kept().length]).toEqual([4, "20px", "saved", 0]);
  });

  it("merges what another tab saved to other numbers", async () => {
    const { store, server, pass, elsewhere } = open();
    elsewhere(withBreakpoint(server.layout, "desk", (one) => ({ ...one, from: 1000 })));
    store.edit(withGutter(store.state().layout, "20px"));
    await pass(1000);
    expect(store.state().layout).toEqual(server.layout);
    expect([gutter(server.layout), server.layout.breakpoints[2]?.from]).toEqual(["20px", 1000]);
  });

  it("takes over what others saved while nothing was edited here", async () => {
    const { store, server, elsewhere } = open();
    elsewhere(withGutter(server.layout, "32px"));
    await store.refresh();
    expect([gutter(store.state().layout), store.unsaved()]).toEqual(["32px", null]);
  });

  it("fetches again what it was notified of while its own changes were being sent", async () => {
    const it = world();
    let answer: (() => void) | null = null;
    const store = createDraftStore(
      { revision: 1, layout: it.server.layout },
      {
        ...it.outside,
        // The server has written the changes; its answer has not arrived yet.
        save: async (revision, sent) => {
          const saved = await it.outside.save(revision, sent);
          await new Promise<void>((resolve) => {
            answer = resolve;
          });
          return saved;
        },
      },
    );
    store.edit(withGutter(store.state().layout, "20px"));
    await it.pass(1000);
    it.elsewhere(withBreakpoint(it.server.layout, "desk", (one) => ({ ...one, from: 1000 })));
    await store.refresh();
    expect(store.state().layout.breakpoints[2]?.from).toBe(1024);
    (answer as (() => void) | null)?.();
    for (let turn = 0; turn < 20; turn += 1) await Promise.resolve();
    expect([gutter(store.state().layout), store.state().layout.breakpoints[2]?.from]).toEqual(["20px", 1000]);
    expect(store.state().layout).toEqual(it.server.layout);
  });

  it.each([
    ["mine", "20px"],
    ["theirs", "16px"],
  ] as const)("asks about the same number, keeps the rest, and lets %s stand", async (choice, value) => {
    const { store, server, pass, elsewhere } = open();
    elsewhere(withGutter(server.layout, "16px"));
    store.edit(withColumns(store.state().layout, "desk", { gutter: "20px", count: 10 }));
    await pass(1000);
    const { save } = store.state();
    expect(save.kind === "conflict" && save.conflicts.map(({ change, theirs }) => [change.to, theirs])).toEqual([["20px", "16px"]]);
    store.settle([choice]);
    await pass(1000);
    expect([gutter(server.layout), server.layout.breakpoints[2]?.columns.count, store.state().save.kind]).toEqual([value, 10, "saved"]);
    expect(store.state().layout).toEqual(server.layout);
  });

  it.each([
    ["mine", ["phone", "tablet", "desk"], "20px"],
    ["theirs", ["phone", "tablet"], undefined],
  ] as const)("asks once about a breakpoint removed elsewhere and edited here, and lets %s stand", async (choice, ids, value) => {
    const { store, server, pass, elsewhere } = open();
    elsewhere({ ...server.layout, breakpoints: server.layout.breakpoints.slice(0, 2) });
    store.edit(withColumns(store.state().layout, "desk", { gutter: "20px", count: 10 }));
    await pass(1000);
    const { save } = store.state();
    expect(save.kind === "conflict" && save.conflicts.map(({ change }) => change.path)).toEqual([["breakpoints", "desk"]]);
    store.settle([choice]);
    await pass(1000);
    expect(server.layout.breakpoints.map(({ id }) => id)).toEqual(ids);
    expect([gutter(server.layout), store.state().save.kind]).toEqual([value, "saved"]);
  });

  it("does not undo a number that somebody else has changed since", async () => {
    const { store, server, pass, elsewhere } = open();
    store.edit(withGutter(store.state().layout, "20px"));
    await pass(1000);
    elsewhere(withGutter(server.layout, "40px"));
    await store.refresh();
    expect(store.undo()).toBe(false);
    expect(gutter(store.state().layout)).toBe("40px");
  });

  it("loses no edit of two tabs that type at once", async () => {
    const shared = open();
    const other = createDraftStore({ revision: 1, layout: cleanLayout() }, shared.outside);
    for (let turn = 0; turn < 20; turn += 1) {
      shared.store.edit(withGutter(shared.store.state().layout, `${turn + 1}px`));
      other.edit(withColumns(other.state().layout, "tablet", { count: turn + 1 }));
      await shared.pass(turn % 3 === 0 ? 500 : 120);
    }
    await shared.pass(5000);
    await Promise.all([shared.store.refresh(), other.refresh()]);
    expect([gutter(shared.server.layout), shared.server.layout.breakpoints[1]?.columns.count]).toEqual(["20px", 20]);
    expect(other.state().layout).toEqual(shared.server.layout);
    expect(shared.store.state().layout).toEqual(shared.server.layout);
  });

  it("still saves where this browser has no room to keep anything, and says so", async () => {
    const { store, server, pass, fill, fail } = open();
    fill();
    fail(1);
    store.edit(withGutter(store.state().layout, "20px"));
    expect(store.state().kept).toBe(false);
    await pass(5000);
    expect([gutter(server.layout), store.state().save.kind]).toEqual(["20px", "saved"]);
  });

  it("does not send a refused change again until it is changed", async () => {
    const it = world();
    const tries: (readonly Change[])[] = [];
    const store = createDraftStore(
      { revision: 1, layout: cleanLayout() },
      {
        ...it.outside,
        save: (_, { changes }) => {
          tries.push(changes);
          return Promise.resolve({ kind: "refused", detail: "no", issues: [] });
        },
      },
    );
    store.edit(withGutter(store.state().layout, "20px"));
    await it.pass(2000);
    await store.flush();
    await store.flush();
    expect([tries.length, store.state().save.kind, it.kept().length]).toEqual([1, "refused", 1]);
    store.edit(withGutter(store.state().layout, "16px"));
    await it.pass(2000);
    expect(tries.length).toBe(2);
  });
});
