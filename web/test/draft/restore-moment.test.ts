import { followingAs } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { createDraftStore } from "@/draft/draft-store";
import { restoreMoment } from "@/draft/restore-moment";
import { editedTimes } from "../../../core/test/compare/edits";
import { seeded } from "../../../core/test/random";
import { world } from "./draft-world";

const followsA = { spec: "Harbour", version: "1.0.0" };
const followsB = { spec: "Pier", version: "2.0.0" };
const followings = [[], [followsA], [followsB]] as const;

describe("restoring a moment", () => {
  it("brings all of it back, except following where that is impossible; it is saved before that is said, and undone in one step", async () => {
    const random = seeded("put back");
    let left = 0;
    for (let turn = 0; turn < 1000; turn += 1) {
      const { server, outside, pass, mayFollow } = world();
      const [then, now] = [random.pick(followings)[0], random.pick(followings)[0]];
      mayFollow(now ?? null);
      const following = (layout: typeof server.layout, follows: typeof then) => followingAs(layout, { ...layout, follows });
      server.layout = following(server.layout, then);
      const moment = following(editedTimes(server.layout, random.integer(0, 9), random), then);
      server.layout = following(editedTimes(moment, random.integer(0, 9), random), now);
      const before = server.layout;
      const store = createDraftStore({ ...server }, outside);
      const edit = (next: typeof moment): null => {
        store.edit(next);
        return null;
      };
      let said = "";
      const done = restoreMoment({ edit, store }, moment).then((told) => {
        expect(store.state().save.kind, `turn ${turn}: saved before it is said`).toBe("saved");
        said = told.words;
      });
      // An answer that arrives between two timers sets the next one.
      for (let turn = 0; turn < 4; turn += 1) await pass(1000);
      await done;
      const stays = then !== undefined && JSON.stringify(then) !== JSON.stringify(now);
      expect(server.layout, `turn ${turn}`).toEqual(stays ? following(moment, now) : moment);
      expect(store.state().layout).toEqual(server.layout);
      expect(said).toContain(stays ? "but for what it follows" : "The draft is as it was then.");
      expect(store.state().aside.length > 0).toBe(stays);
      left += stays ? 1 : 0;
      if (!store.state().canUndo) continue;
      expect(store.undo()).toBe(true);
      await pass(5000);
      expect(server.layout, `turn ${turn}: undone`).toEqual(before);
    }
    expect(left).toBeGreaterThan(200);
  }, 60_000);

  it("that cannot be saved is not said to be restored", async () => {
    const { server, outside, pass, fail } = world();
    fail(1);
    const store = createDraftStore({ ...server }, outside);
    const edit = (next: typeof server.layout): null => {
      store.edit(next);
      return null;
    };
    const done = restoreMoment({ edit, store }, { ...server.layout, base: "4px" });
    await pass(500);
    expect(await done).toEqual({ done: false, words: expect.stringContaining("not saved yet") as string });
    await pass(20_000);
    expect(server.layout.base).toBe("4px");
  });
});
