import { type Change } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { createDraftStore } from "@/draft/draft-store";
import type { Step } from "@/draft/steps";
import { cleanLayout, withColumns } from "../../../core/test/layouts";
import { gutter, withGutter, world } from "./draft-world";

const open = () => {
  const it = world();
  return { ...it, store: createDraftStore({ revision: 1, layout: cleanLayout() }, it.outside) };
};

describe("what an earlier page left unsaved", () => {
  it("is saved if the earlier page's last request reached the server after all", async () => {
    const { store, server, pass, elsewhere, sent, kept } = open();
    store.recover([{ changes: [{ path: ["breakpoints", "desk", "columns", "gutter"], from: "24px", to: "20px" }] }]);
    elsewhere(withGutter(server.layout, "20px"));
    await store.refresh();
    await pass(2000);
    expect([store.state().save.kind, sent.length, kept().length, gutter(store.state().layout)]).toEqual(["saved", 0, 0, "20px"]);
  });

  it("is restored from what the earlier page left", async () => {
    const { store, server, pass } = open();
    store.recover([{ changes: [{ path: ["breakpoints", "desk", "columns", "gutter"], from: "24px", to: "20px" }] }]);
    await pass(1000);
    expect(gutter(server.layout)).toBe("20px");
  });

  it("is asked about if its changes make no layout without each other, and is kept until that is settled", async () => {
    const { store, pass, sent, kept } = open();
    const left: readonly Change[] = [
      { path: ["breakpoints", "desk", "columns", "gutter"], from: "24px", to: "20px" },
      { path: ["breakpoints", "desk", "columns", "count"], from: 12, to: 999 },
    ];
    store.recover([{ changes: left }]);
    await pass(5000);
    const { save } = store.state();
    expect(save.kind === "conflict" && save.conflicts.map(({ change }) => change)).toEqual(left);
    expect([sent.length, kept()]).toEqual([0, left]);
    store.settle(["mine", "theirs"]);
    await pass(5000);
    expect([store.state().save.kind, gutter(store.state().layout), kept().length]).toEqual(["saved", "20px", 0]);
  });

  it("keeps its questions through edits made meanwhile and a page that ends", async () => {
    const { store, server, outside, pass, elsewhere, kept } = open();
    elsewhere(withGutter(server.layout, "16px"));
    store.edit(withGutter(store.state().layout, "20px"));
    await pass(1000);
    store.edit(withColumns(store.state().layout, "desk", { count: 10 }));
    await pass(1000);
    store.close();
    const next = createDraftStore({ ...server }, outside);
    next.recover([{ changes: kept() }]);
    const { save, layout } = next.state();
    expect(save.kind === "conflict" && save.conflicts.map(({ change, theirs }) => [change.to, theirs])).toEqual([["20px", "16px"]]);
    expect(layout.breakpoints[2]?.columns.count).toBe(10);
    next.settle(["mine"]);
    await pass(1000);
    expect([gutter(server.layout), server.layout.breakpoints[2]?.columns.count, next.unsaved()]).toEqual(["20px", 10, null]);
  });

  it("drops no change beside one in question where the others together make no layout", async () => {
    const { store, server, pass, elsewhere } = open();
    elsewhere(withGutter(server.layout, "16px"));
    store.recover([
      {
        changes: [
          { path: ["breakpoints", "desk", "columns", "gutter"], from: "24px", to: "20px" },
          { path: ["breakpoints", "desk", "columns", "count"], from: 12, to: 999 },
          { path: ["breakpoints", "phone", "columns", "count"], from: 4, to: 6 },
        ],
      },
    ]);
    await pass(1000);
    const { save } = store.state();
    expect(save.kind === "conflict" && save.conflicts.map(({ change }) => change.to)).toEqual(["20px", 999, 6]);
  });

  it("puts aside what does not fit beside the choice, does not ask again, and forgets it once it was read", async () => {
    const { store, pass, kept } = open();
    const change: Change = { path: ["breakpoints", "desk", "columns", "count"], from: 12, to: 999 };
    store.recover([{ changes: [change] }]);
    store.settle(["mine"]);
    await pass(1000);
    expect([store.state().save.kind, store.state().aside, kept()]).toEqual(["saved", [change], [change]]);
    store.letGo();
    expect([store.state().aside, kept()]).toEqual([[], []]);
  });
});

describe("undo that outlives the page", () => {
  it("continues with the steps of the earlier page, and says where somebody else was faster", async () => {
    const { server, outside, pass } = world();
    let steps: readonly Step[] = [];
    const keeping = { ...outside, keepSteps: (kept: readonly Step[]) => (steps = kept) };
    const first = createDraftStore({ ...server }, keeping);
    first.edit(withColumns(first.state().layout, "desk", { gutter: "20px" }));
    first.edit(withColumns(first.state().layout, "desk", { gutter: "16px" }));
    await pass(2_000);
    first.close();
    expect(steps).toHaveLength(2);

    // As text, as a reloaded page reads them.
    const read = JSON.parse(JSON.stringify(steps)) as readonly Step[];
    const second = createDraftStore({ ...server }, keeping);
    expect(second.state().canUndo).toBe(false);
    second.recoverSteps(read);
    expect(second.state().canUndo).toBe(true);
    expect(second.undo()).toBe(true);
    expect(gutter(second.state().layout)).toBe("20px");
    await pass(2_000);
    expect(gutter(server.layout)).toBe("20px");
    expect(steps).toHaveLength(1);
    second.redo();
    expect(gutter(second.state().layout)).toBe("16px");

    // Somebody has set the same number since: the step is reported as lost, and their number stays.
    await pass(2_000);
    server.layout = withColumns(server.layout, "desk", { gutter: "48px" });
    server.revision += 1;
    const third = createDraftStore({ ...server }, keeping);
    third.recoverSteps(read);
    expect(third.undo()).toBe(false);
    expect(gutter(third.state().layout)).toBe("48px");
  });
  it("has the steps of the earlier page below those made since", () => {
    const { server, outside } = world();
    const store = createDraftStore({ ...server }, outside);
    const step = (from: string, to: string): Change => ({ path: ["breakpoints", "desk", "columns", "gutter"], from, to });
    store.edit(withColumns(store.state().layout, "desk", { gutter: "20px" }));
    store.recoverSteps([]);
    store.recoverSteps([{ forth: [step("32px", "24px")], back: [step("24px", "32px")] }]);
    expect(store.undo()).toBe(true);
    expect(gutter(store.state().layout)).toBe("24px");
    expect(store.undo()).toBe(true);
    expect(gutter(store.state().layout)).toBe("32px");
    expect(store.state().canUndo).toBe(false);
  });
});
