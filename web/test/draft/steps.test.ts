import { describe, expect, it } from "vitest";
import { compareLayouts, type Layout } from "@ypsiline/core";
import { lastStepWithout, noSteps, stepEnded, stepMade, stepRedone, stepsUnder, stepUndone } from "@/draft/steps";
import { editedTimes } from "../../../core/test/compare/edits";
import { cleanLayout, withColumns } from "../../../core/test/layouts";
import { seeded } from "../../../core/test/random";

const gutter = (layout: Layout, to: string): Layout => withColumns(layout, "desk", { gutter: to });
const start = cleanLayout();

describe("undo", () => {
  it("leads back to the beginning and forward to the end again, whatever was edited (300 drafts of 1 to 12 edits)", () => {
    const random = seeded("steps");
    let undone = 0;
    for (let round = 0; round < 300; round += 1) {
      let [layout, steps] = [start, noSteps];
      for (let edit = random.integer(1, 12); edit > 0; edit -= 1) {
        const next = editedTimes(layout, 1, random);
        steps = stepMade(steps, layout, next);
        layout = next;
      }
      const end = layout;
      const many = steps.undo.length;
      for (let left = many; left > 0; left -= 1) {
        const back = stepUndone(steps, layout);
        expect(back.fits).toBe(true);
        ({ steps, layout } = back);
        undone += 1;
      }
      expect(compareLayouts(start, layout)).toEqual([]);
      for (let left = many; left > 0; left -= 1) {
        const forth = stepRedone(steps, layout);
        expect(forth.fits).toBe(true);
        ({ steps, layout } = forth);
      }
      expect(compareLayouts(end, layout)).toEqual([]);
      expect([steps.undo.length, steps.redo.length]).toEqual([many, 0]);
    }
    expect(undone).toBeGreaterThan(300);
  });

  it("has one step for the edits of a drag, and none for an edit that changes nothing", () => {
    const [a, b, c] = [gutter(start, "20px"), gutter(start, "22px"), gutter(start, "26px")];
    const dragged = stepMade(stepMade(stepMade(noSteps, start, a, "drag"), a, b, "drag"), b, c, "drag");
    expect(dragged.undo).toHaveLength(1);
    expect(compareLayouts(start, stepUndone(dragged, c).layout)).toEqual([]);
    expect(stepMade(dragged, c, c)).toBe(dragged);
    // Steps before the drag stay.
    const earlier = stepMade(noSteps, gutter(start, "18px"), start);
    expect(stepMade(stepMade(earlier, start, a, "drag"), a, b, "drag").undo).toHaveLength(2);
    // A finished drag is one step.
    expect(stepMade(stepEnded(dragged), c, a, "drag").undo).toHaveLength(2);
  });

  it("drops steps that no longer fit: somebody has changed the same number", () => {
    const mine = gutter(start, "20px");
    const steps = stepMade(noSteps, start, mine);
    const back = stepUndone(steps, gutter(start, "30px"));
    expect([back.fits, back.steps.undo.length, back.steps.redo.length]).toEqual([false, 0, 0]);
    expect(stepUndone(back.steps, mine)).toEqual({ steps: back.steps, layout: mine, fits: true });
    expect(stepRedone(back.steps, mine)).toEqual({ steps: back.steps, layout: mine, fits: true });
  });

  it("cannot redo after another edit", () => {
    const mine = gutter(start, "20px");
    const back = stepUndone(stepMade(noSteps, start, mine), mine);
    expect(back.steps.redo).toHaveLength(1);
    expect(stepMade(back.steps, start, gutter(start, "30px")).redo).toEqual([]);
  });

  it("keeps the latest 500 steps", () => {
    let [layout, steps] = [start, noSteps];
    for (let edit = 0; edit < 510; edit += 1) {
      const next = gutter(start, `${edit}px`);
      steps = stepMade(steps, layout, next);
      layout = next;
    }
    expect(steps.undo).toHaveLength(500);
    expect(stepsUnder(steps, steps.undo).undo).toEqual(steps.undo);
  });

  it("drops the changes that were put aside", () => {
    const both = { ...gutter(start, "20px"), base: "4px" };
    const rest = lastStepWithout(stepMade(noSteps, start, both), ({ path }) => path[0] === "base");
    expect(stepUndone(rest, { ...both, base: "8px" }).layout).toEqual({ ...start, base: "8px" });
    expect(rest.undo[0]?.forth.map(({ path }) => path[0])).not.toContain("base");
    expect(lastStepWithout(noSteps, () => true)).toBe(noSteps);
    const two = stepMade(stepMade(noSteps, start, both), both, gutter(both, "22px"));
    expect(lastStepWithout(two, () => true).undo).toEqual([two.undo[0], { forth: [], back: [] }]);
  });
});
