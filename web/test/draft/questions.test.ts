import { describe, expect, it } from "vitest";
import { applyChanges, type Change, type Conflict } from "@ypsiline/core";
import { keptAside, noQuestions, questionsSettled, questionsWith } from "@/draft/questions";
import { cleanLayout } from "../../../core/test/layouts";

const layout = { ...cleanLayout(), base: "4px" };
const base: Change = { path: ["base"], from: "8px", to: "10px" };
const name: Change = { path: ["name"], from: layout.name, to: "Quay" };
const about = (change: Change, theirs: unknown): Conflict => ({ change, theirs });

describe("conflicts in a draft", () => {
  it("are asked about once each, in the words they are shown in, and only where there are some", () => {
    expect(questionsWith(noQuestions, [])).toBe(noQuestions);
    const shown = about({ path: ["breakpoints", "desk"], from: null, to: null }, null);
    const asked = questionsWith(questionsWith(noQuestions, [about(base, "4px")], [shown]), [about(name, "Pier")]);
    expect(asked.asked).toEqual([shown, about(name, "Pier")]);
    expect(asked.inQuestion).toEqual([base, name]);
  });

  it("apply one's own value over theirs where it was chosen, and leave theirs elsewhere", () => {
    const asked = questionsWith(noQuestions, [about(base, "4px"), about(name, "Pier")]);
    const settled = questionsSettled(asked, layout, ["mine", "theirs"]);
    expect([settled.layout.base, settled.layout.name]).toEqual(["10px", layout.name]);
    expect(settled.questions).toEqual(noQuestions);
    expect(questionsSettled(asked, layout, []).layout).toEqual(layout);
  });

  it("put aside what was chosen and makes no layout", () => {
    const impossible: Change = { path: ["breakpoints", "desk", "columns", "count"], from: 12, to: 0 };
    expect(applyChanges(layout, [impossible]).ok).toBe(false);
    const kept = keptAside(questionsWith(noQuestions, [about(impossible, 10)]), [name]);
    const settled = questionsSettled(kept, layout, ["mine"]);
    expect(settled.layout).toEqual(layout);
    expect(settled.questions.aside).toEqual([name, impossible]);
  });
});
