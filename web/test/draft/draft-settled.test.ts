import { parseLayout, valueAt } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { createDraftStore } from "@/draft/draft-store";
import { editedTimes } from "../../../core/test/compare/edits";
import { seeded } from "../../../core/test/random";
import { world } from "./draft-world";

describe("edits of two people in the same places", () => {
  it("are asked about at most once, every answer applies or is said to be put aside, and the draft is saved, whatever both did", async () => {
    const random = seeded("settled");
    let asked = 0;
    let kept = 0;
    for (let turn = 0; turn < 500; turn += 1) {
      const { server, outside, pass, elsewhere } = world();
      server.layout = editedTimes(server.layout, random.integer(0, 12), random);
      const store = createDraftStore({ ...server }, outside);
      elsewhere(editedTimes(server.layout, random.integer(2, 9), random));
      store.edit(editedTimes(store.state().layout, random.integer(2, 9), random));
      await pass(1000);
      await store.refresh();
      await pass(1000);
      const { save } = store.state();
      if (save.kind === "conflict") {
        asked += 1;
        const choices = save.conflicts.map(() => random.pick(["mine", "theirs"] as const));
        store.settle(choices);
        const { layout, aside } = store.state();
        kept += aside.length;
        const setAside = new Set(aside);
        const goes = new Set(
          save.conflicts.flatMap(({ change: { path, ...values } }, index) =>
            choices[index] === "mine" && path[0] === "breakpoints" && path.length === 2 && !("to" in values) ? path[1] : [],
          ),
        );
        save.conflicts.forEach(({ change }, index) => {
          if (choices[index] !== "mine" || setAside.has(change) || change.path[1] === "#order") return;
          // A finding accepted at a breakpoint is removed with it.
          if (change.path[0] !== "breakpoints" && change.path.some((name) => goes.has(name))) return;
          // The second of two equal notes is named as the second only while the first exists.
          const copy = change.path[0] === "notes" && / \(\d+\)$/.test(change.path[1] ?? "");
          if (copy && change.to !== undefined) return expect(layout.notes, `turn ${turn}`).toContainEqual(change.to);
          expect(valueAt(layout, change.path), `turn ${turn}: ${change.path.join("/")}`).toEqual(change.to);
        });
      }
      await pass(5000);
      expect(store.state().save.kind, `turn ${turn}`).toBe("saved");
      expect(store.state().layout).toEqual(server.layout);
      expect(parseLayout(server.layout).ok).toBe(true);
    }
    console.info(`settled: ${asked} of 500 asked, ${kept} changes kept aside`);
    expect(asked).toBeGreaterThan(50);
  }, 120_000);
});
