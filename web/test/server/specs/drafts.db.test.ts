import { describe, expect, it } from "vitest";
import { applyChanges, type Change, compareLayouts, readStoredText } from "@ypsiline/core";
import { editedText } from "@/server/heavy/draft-edit";
import { type EditByWorker, saveChanges } from "@/server/specs/drafts";
import { editsSince, readStoredDraft } from "@/server/specs/specs";
import { editedTimes } from "../../../../core/test/compare/edits";
import { seeded } from "../../../../core/test/random";
import { deskLayout, makeTeam, ownSchema, type TestTeam } from "../../database/schema";

const { sql } = ownSchema();
const noWorker: EditByWorker = () => Promise.reject(new Error("a small draft is changed on the spot"));
const gutter = (from: string, to: string): Change => ({ path: ["breakpoints", "desk", "columns", "gutter"], from, to });

const save = async (of: TestTeam, specId: number, changes: readonly Change[], saveId?: string, byWorker = noWorker) => {
  const saved = await saveChanges(sql(), of.write(specId), specId, { madeOn: 1, saveId, changes }, byWorker);
  if (!saved.ok) throw new Error(saved.problem.detail);
  return saved.value;
};
const draftOf = async (specId: number) => {
  const draft = await readStoredDraft(sql(), specId);
  if (!draft) throw new Error("no draft");
  return { revision: draft.revision, layout: readStoredText(draft.layout) };
};

describe("saving changes of a draft", () => {
  it("merges changes of different numbers, whatever revision they were made on", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Merged");
    expect(await save(team, specId, [gutter("24px", "16px")])).toMatchObject({ ok: true, revision: 2 });
    expect(await save(team, specId, [{ path: ["base"], from: "8px", to: "4px" }])).toMatchObject({ ok: true, revision: 3 });
    const { layout } = await draftOf(specId);
    expect([layout.base, layout.breakpoints[1]?.columns.gutter]).toEqual(["4px", "16px"]);
  });

  it("writes nothing if somebody has changed the same number, and says what it is now", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Clash");
    await save(team, specId, [gutter("24px", "16px")]);
    const clash = await save(team, specId, [gutter("24px", "32px")]);
    expect(clash).toMatchObject({ ok: false, revision: 2, conflicts: [{ theirs: "16px" }] });
    expect((await draftOf(specId)).revision).toBe(2);
  });

  it("refuses what makes no layout with what would be valid, and writes nothing", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("No layout");
    const refused = await save(team, specId, [{ path: ["breakpoints", "desk", "columns", "count"], from: 12, to: 0 }]);
    expect(refused?.ok === false && refused.issues[0]?.path).toBe("/breakpoints/1/columns/count");
    expect((await draftOf(specId)).revision).toBe(1);
    expect(await saveChanges(sql(), team.write(0), 0, { madeOn: 1, changes: [] }, noWorker)).toEqual({ ok: true, value: null });
  });

  it("writes once what is sent again under its key, also after others have saved; nothing else may use that key", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Twice");
    const changes = [gutter("24px", "16px")];
    expect(await save(team, specId, changes, "a")).toMatchObject({ ok: true, again: false, revision: 2 });
    await save(team, specId, [gutter("16px", "20px")]);
    expect(await save(team, specId, changes, "a")).toMatchObject({ ok: true, again: true, revision: 3 });
    expect((await draftOf(specId)).layout.breakpoints[1]?.columns.gutter).toBe("20px");
    const other = await save(team, specId, [{ path: ["base"], from: "8px", to: "4px" }], "a");
    expect(other?.ok === false && other.issues[0]?.path).toBe("/id");
  });

  it("has a large draft changed by a worker without a lock, and again if it has changed meanwhile", async () => {
    const team = await makeTeam(sql());
    const layout = {
      ...deskLayout("Large"),
      notes: Array.from({ length: 60 }, (_, index) => ({ about: `desk ${index}`, text: "x".repeat(1_000) })),
    };
    const specId = await team.makeSpec("Large", layout);
    let turns = 0;
    const worker: EditByWorker = async (text, changes) => {
      turns += 1;
      // Somebody else saves while the worker works; if the draft were locked, this would wait forever.
      if (turns === 1)
        await save(team, specId, [{ path: ["base"], from: "8px", to: "4px" }], undefined, (stored, others) =>
          Promise.resolve({ ok: true, value: editedText(stored, others) }),
        );
      return { ok: true, value: editedText(text, changes) };
    };
    expect(await save(team, specId, [gutter("24px", "16px")], undefined, worker)).toMatchObject({ ok: true, revision: 3 });
    expect(turns).toBe(2);
    const now = await draftOf(specId);
    expect([now.layout.base, now.layout.breakpoints[1]?.columns.gutter]).toEqual(["4px", "16px"]);
  });

  it("keeps every edit in the history: the edits since any revision lead to the draft (40 random drafts)", async () => {
    const team = await makeTeam(sql());
    const random = seeded("edits of a draft");
    for (let round = 0; round < 40; round += 1) {
      const specId = await team.makeSpec(`History ${round}`);
      const seen = [await draftOf(specId)];
      for (let edit = 0; edit < 5; edit += 1) {
        const before = seen.at(-1)?.layout ?? deskLayout("");
        const changes = compareLayouts(before, editedTimes(before, 1, random)).filter(({ path }) => path[0] !== "follows");
        if (changes.length === 0) continue;
        const saved = await save(team, specId, changes);
        if (saved?.ok) seen.push(await draftOf(specId));
      }
      const now = await draftOf(specId);
      for (const { revision, layout } of seen) {
        const since = await editsSince(sql(), specId, revision);
        let replayed = layout;
        for (const edit of since?.edits ?? []) {
          const applied = applyChanges(replayed, edit);
          if (!applied.ok) throw new Error("an edit does not fit the revision it was made on");
          replayed = applied.layout;
        }
        expect(compareLayouts(now.layout, replayed)).toEqual([]);
      }
    }
  }, 60_000);
});
