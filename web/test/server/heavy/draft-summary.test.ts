import { describe, expect, it } from "vitest";
import { countedText } from "@/server/heavy/draft-summary";
import { countsOf, summaryOf } from "@/server/heavy/draft-summary";
import { valueOf } from "@/server/heavy/tasks";
import { demoSpecs } from "../../../../scripts/demo-layouts";

describe("what a card shows of a draft", () => {
  it("is counted by a worker from stored documents as from the layouts themselves", async () => {
    for (const { draft, versions } of demoSpecs) {
      const last = versions.at(-1)?.layout ?? null;
      const [layout, version] = [JSON.stringify(draft), last && JSON.stringify(last)];
      expect(await valueOf({ kind: "counts", layout, version })).toEqual({ ok: true, value: countsOf(draft, last) });
      expect(countedText(layout, version)).toEqual(countsOf(draft, last));
    }
  });
  it("counts open findings and the changes since the latest version, none before the first", () => {
    const [booking] = demoSpecs;
    if (!booking) throw new Error("no booking");
    const published = booking.versions.at(-1)?.layout;
    if (!published) throw new Error("no version");
    expect(countsOf(published, published)).toMatchObject({ problems: 0, changes: 0 });
    const renamed = { ...published, name: "Booking", base: "4px" };
    expect(summaryOf(renamed)).toMatchObject({ name: "Booking", base: "4px" });
    expect(countsOf(renamed, published)).toMatchObject({ changes: 2 });
    expect(countsOf(renamed, null)).toMatchObject({ changes: 0 });
  });
});
