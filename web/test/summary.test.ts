import { describe, expect, it } from "vitest";
import { summaryOf } from "@/server/draft-summary";
import { fileOf } from "@/server/heavy/tasks";
import { demoSpecs } from "../../scripts/demo-layouts";

describe("what a card shows of a draft", () => {
  it("is the same by a worker, where a draft has many areas, as on the spot", async () => {
    for (const { draft, versions } of demoSpecs) {
      const last = versions.at(-1);
      const latest = last ? { id: 7, layout: last.layout } : null;
      const answer = await fileOf({ kind: "summary", draft: { revision: 3, layout: draft }, latest });
      if (!answer.ok) throw new Error(answer.problem.detail);
      expect(JSON.parse(String(answer.file.body))).toEqual(summaryOf({ revision: 3, layout: draft }, latest));
    }
  });
  it("counts open findings and the changes since the latest version, none before the first", () => {
    const [booking] = demoSpecs;
    if (!booking) throw new Error("no booking");
    const published = booking.versions.at(-1)?.layout;
    if (!published) throw new Error("no version");
    expect(summaryOf({ revision: 1, layout: published }, { id: 7, layout: published })).toMatchObject({
      versionId: 7,
      problems: 0,
      changes: 0,
    });
    const renamed = { ...published, name: "Booking", base: "4px" };
    expect(summaryOf({ revision: 2, layout: renamed }, { id: 7, layout: published })).toMatchObject({
      name: "Booking",
      base: "4px",
      changes: 2,
    });
    expect(summaryOf({ revision: 2, layout: renamed }, null)).toMatchObject({ versionId: null, changes: 0 });
  });
});
