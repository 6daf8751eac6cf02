import { describe, expect, it } from "vitest";
import { applyChanges, compareLayouts, type Layout } from "@ypsiline/core";
import { pendingOn, rebasedOn, sentPutBack, type ServerCopy, unsavedOn } from "@/draft/server-copy";
import { editedTimes } from "../../../core/test/compare/edits";
import { cleanLayout, withColumns } from "../../../core/test/layouts";
import { seeded } from "../../../core/test/random";

const start = cleanLayout();
const copyOf = (layout: Layout): ServerCopy => ({ base: { revision: 1, layout }, unanswered: null });
const gutter = (layout: Layout, to: string): Layout => withColumns(layout, "desk", { gutter: to });

describe("what is known of the server's draft", () => {
  it("gives the changes it is not known to have, and none if it has all", () => {
    const mine = gutter(start, "20px");
    expect(pendingOn(copyOf(start), mine)).toEqual(compareLayouts(start, mine));
    expect(unsavedOn(copyOf(mine), mine, [])).toBeNull();
    expect(unsavedOn(copyOf(mine), mine, [{ path: ["name"], to: "Quay" }])).toEqual({ changes: [{ path: ["name"], to: "Quay" }] });
  });

  it("keeps what was sent apart from what was changed since", () => {
    const [sent, now] = [gutter(start, "20px"), { ...gutter(start, "20px"), base: "4px" }];
    const changes = compareLayouts(start, sent);
    const unsaved = unsavedOn({ ...copyOf(start), unanswered: { id: "a", changes, layout: sent } }, now, []);
    expect(unsaved).toEqual({ changes: compareLayouts(start, now), sent: { id: "a", changes, since: compareLayouts(sent, now) } });
  });

  it("has the next page send first what was sent before, and loses nothing changed since (200 drafts)", () => {
    const random = seeded("what a page leaves");
    for (let round = 0; round < 200; round += 1) {
      const sent = editedTimes(start, random.integer(1, 4), random);
      const now = editedTimes(sent, random.integer(0, 4), random);
      const changes = compareLayouts(start, sent);
      const left = unsavedOn({ ...copyOf(start), unanswered: { id: "a", changes, layout: sent } }, now, []);
      if (!left?.sent) throw new Error("nothing was left");
      const back = sentPutBack(copyOf(start), start, left.sent);
      expect(back && compareLayouts(now, back.layout)).toEqual([]);
      expect(back?.copy.unanswered?.id).toBe("a");
      // If the server has them by now, the same changes make the same draft.
      const had = sentPutBack(copyOf(sent), sent, left.sent);
      expect(had === null || compareLayouts(now, had.layout).length === 0).toBe(true);
    }
  });

  it("is sent first only if nothing was changed or sent before it", () => {
    const sent = { id: "a", changes: compareLayouts(start, gutter(start, "20px")), since: [] };
    const changed = { ...start, base: "4px" };
    expect(sentPutBack(copyOf(start), changed, sent)?.copy).toEqual(copyOf(start));
    const waiting: ServerCopy = { ...copyOf(start), unanswered: { id: "b", changes: [], layout: start } };
    expect(sentPutBack(waiting, start, sent)?.copy).toBe(waiting);
  });

  it("does not undo what was sent if it no longer fits", () => {
    const changes = compareLayouts(start, gutter(start, "20px"));
    const other = gutter(start, "30px");
    expect(sentPutBack(copyOf(other), other, { id: "a", changes, since: [] })).toBeNull();
    expect(sentPutBack(copyOf(other), other, { id: "a", changes: [], since: changes })).toBeNull();
  });

  it("is replaced with local changes on top; what both changed is asked about", () => {
    const mine = gutter(start, "20px");
    const theirs = { ...start, base: "4px" };
    const both = rebasedOn(theirs, start, mine);
    expect([both.conflicts, compareLayouts(both.layout, { ...mine, base: "4px" })]).toEqual([[], []]);
    const clash = rebasedOn(gutter(start, "30px"), start, mine);
    expect(clash.conflicts.map(({ change }) => change)).toEqual(compareLayouts(start, mine));
    expect(clash.shown).toHaveLength(clash.conflicts.length);
    // The server has what was sent: the local draft stays the same object.
    expect(rebasedOn(start, start, mine).layout).toBe(mine);
    expect(applyChanges(start, compareLayouts(start, mine)).ok).toBe(true);
  });
});
