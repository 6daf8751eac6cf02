import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import { parseVersion, type VersionNumber } from "@ypsiline/core";
import { inTransaction } from "@/server/database/transaction";
import { valueOf, versionWritten } from "@/server/heavy/tasks";
import { inboxOf } from "@/server/happenings/inbox";
import { activityPage } from "@/server/happenings/activity";
import { askReview, latestReview } from "@/server/specs/reviews";
import { saveChanges } from "@/server/specs/drafts";
import { type Published, publishDraft, type PublishingWorkers, withdrawVersion } from "@/server/specs/publishing";
import { readStoredDraft } from "@/server/specs/specs";
import { latestNumber, versionsOf } from "@/server/specs/versions";
import { makeTeam, ownSchema, type TestTeam } from "../../database/schema";

const { sql } = ownSchema();
/** Does the workers' part in this process. */
const workers: PublishingWorkers = { look: (task) => valueOf(task), write: (task) => versionWritten(task) };
const number = (text: string): VersionNumber => parseVersion(text) ?? { major: 0, minor: 0, patch: 0 };

const publish = (of: TestTeam, specId: number, text: string, revision: number, by: PublishingWorkers = workers): Promise<Published> =>
  publishDraft(sql(), of.write(specId, "lead"), { specId, revision, number: number(text), note: "Note.", personId: of.people.lead.id }, by);

const gutter = async (of: TestTeam, specId: number, from: string, to: string): Promise<number> => {
  const changes = [{ path: ["breakpoints", "desk", "columns", "gutter"], from, to }];
  const saved = await saveChanges(sql(), of.write(specId), specId, { madeOn: 1, changes }, () => Promise.reject(new Error("small")));
  if (!saved.ok || !saved.value?.ok) throw new Error("not saved");
  return saved.value.revision;
};

describe("publishing a draft", () => {
  it("makes the reviewed revision a version, writes its files, ends its review and announces it", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Quay board");
    const about = { ...team.doing(specId), name: "Quay board", path: "/", person: "Author" };
    await inTransaction(sql(), (transaction) => askReview(transaction, about, 1, "Please."));
    expect((await latestReview(sql(), specId))?.decision).toBeNull();
    expect(await publish(team, specId, "1.0.0", 1)).toEqual({ ok: true, number: number("1.0.0") });
    expect((await versionsOf(sql(), specId)).map((one) => [one.number, one.note])).toEqual([["1.0.0", "Note."]]);
    const files = await sql()<{ name: string }[]>`
      SELECT f.name FROM version_file f JOIN version v ON v.id = f.version_id WHERE v.spec_id = ${specId} ORDER BY 1`;
    expect(files.map(({ name }) => name)).toEqual(expect.arrayContaining(["layout.css", "layout.json", "package.tgz", "tokens.json"]));
    expect(await latestReview(sql(), specId)).toBeNull();
    const [latest] = (await activityPage(sql(), team.teamId, null, 1)).entries;
    expect(latest?.words).toContain("1.0.0");
  });

  it("refuses a draft that has changed since, one with a problem, and a number lower than its changes need", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Crew roster");
    expect(await publish(team, specId, "1.0.0", 1)).toMatchObject({ ok: true });
    const second = await gutter(team, specId, "24px", "16px");
    expect(await publish(team, specId, "1.1.0", 1)).toEqual({ ok: false, code: "moved-on", revision: second });
    expect(await publish(team, specId, "1.0.1", second)).toMatchObject({ ok: false, code: "too-low", least: "1.1.0", last: "1.0.0" });
    const third = await gutter(team, specId, "16px", "400px");
    expect(await publish(team, specId, "2.0.0", third)).toMatchObject({ ok: false, code: "problems" });
    expect(await publish(team, 0, "1.0.0", 1)).toEqual({ ok: false, code: "no-draft" });
    expect(await latestNumber(sql(), specId)).toBe("1.0.0");
  });

  it("publishes once what is requested again because its answer was lost, and refuses the number to other changes", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Fares");
    expect(await publish(team, specId, "1.0.0", 1)).toMatchObject({ ok: true });
    expect(await publish(team, specId, "1.0.0", 1)).toMatchObject({ ok: true });
    expect(await versionsOf(sql(), specId)).toHaveLength(1);
    const second = await gutter(team, specId, "24px", "16px");
    expect(await publish(team, specId, "1.0.0", second)).toMatchObject({ ok: false, code: "too-low" });
  });

  it("publishes once under a key, however often and at once it is requested, and gives the number that the changes need", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Pier signs");
    const hash = (text: string): Buffer => createHash("sha256").update(text).digest();
    const under = (key: string, revision: number, more: Partial<Parameters<typeof publishDraft>[2]> = {}): Promise<Published> => {
      const asked = { specId, revision, number: null, note: "By a pipeline.", personId: team.people.lead.id, ...more };
      const request = hash(JSON.stringify([asked.revision, asked.level, asked.note]));
      return publishDraft(sql(), team.write(specId, "lead"), { ...asked, key: { key: hash(key), request } }, workers);
    };
    const all = await Promise.all(Array.from({ length: 6 }, () => under("first", 1)));
    expect(new Set(all.map((one) => JSON.stringify(one)))).toEqual(new Set([JSON.stringify({ ok: true, number: number("1.0.0") })]));
    expect(await versionsOf(sql(), specId)).toHaveLength(1);
    // Other changes under the same key are refused, and what has not changed needs a number.
    expect(await under("first", 1, { note: "Another." })).toEqual({ ok: false, code: "key-used" });
    expect(await under("second", 1)).toEqual({ ok: false, code: "same", last: "1.0.0" });
    const second = await gutter(team, specId, "24px", "16px");
    // The answer to the first request is still found, though the draft has moved on.
    expect(await under("first", 1)).toEqual({ ok: true, number: number("1.0.0") });
    expect(await under("third", 1)).toEqual({ ok: false, code: "moved-on", revision: second });
    expect(await under("third", second)).toEqual({ ok: true, number: number("1.1.0") });
    const third = await gutter(team, specId, "16px", "20px");
    expect(await under("fourth", third, { level: "major" })).toEqual({ ok: true, number: number("2.0.0") });
    const fourth = await gutter(team, specId, "20px", "24px");
    // A level below what the changes need raises nothing.
    expect(await under("fifth", fourth, { level: "patch" })).toEqual({ ok: true, number: number("2.1.0") });
  });

  it("gives one of two who publish at once the number, and tells the other what it has to be", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Ticket wall");
    let waiting = 0;
    let release = (): void => undefined;
    const both = new Promise<void>((resolve) => (release = resolve));
    // Both have written their files before either stores them.
    const slow: PublishingWorkers = {
      ...workers,
      write: async (task) => {
        const written = await versionWritten(task);
        waiting += 1;
        if (waiting === 2) release();
        await both;
        return written;
      },
    };
    const done = await Promise.all([publish(team, specId, "1.0.0", 1, slow), publish(team, specId, "2.0.0", 1, slow)]);
    expect(done.some(({ ok }) => ok)).toBe(true);
    const numbers = (await versionsOf(sql(), specId)).map((one) => one.number);
    expect(new Set(numbers).size).toBe(numbers.length);
    expect(numbers.length).toBe(done.filter(({ ok }) => ok).length);
  });

  it("stores nothing if the files cannot be written", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Map");
    const busy = { code: "busy" as const, detail: "Later." };
    const broken: PublishingWorkers = { ...workers, write: () => Promise.resolve({ ok: false, problem: busy }) };
    expect(await publish(team, specId, "1.0.0", 1, broken)).toEqual({ ok: false, code: "not-written", problem: busy });
    expect(await versionsOf(sql(), specId)).toEqual([]);
  });
});

describe("withdrawing a version", () => {
  it("makes another one the latest, once, and tells those whose projects use it", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Boats");
    await publish(team, specId, "1.0.0", 1);
    await publish(team, specId, "1.1.0", await gutter(team, specId, "24px", "16px"));
    const [version] = await sql()<{ id: number }[]>`SELECT id FROM version WHERE spec_id = ${specId} ORDER BY minor DESC LIMIT 1`;
    const [project] = await sql()<{ id: number }[]>`
      INSERT INTO project (team_id, name, owner_id) VALUES (${team.teamId}, 'Booking', ${team.people.author.id}) RETURNING id`;
    await sql()`
      INSERT INTO project_use (project_id, spec_id, version_id, person_id)
      VALUES (${project?.id ?? 0}, ${specId}, ${version?.id ?? 0}, ${team.people.author.id})`;
    const withdraw = (text: string) =>
      inTransaction(sql(), (transaction) =>
        withdrawVersion(transaction, { ...team.doing(specId, "lead"), number: number(text), reason: "Wrong gutter." }),
      );
    expect(await withdraw("1.1.0")).toEqual({ ok: true });
    expect(await latestNumber(sql(), specId)).toBe("1.0.0");
    expect(await withdraw("1.1.0")).toEqual({ ok: false, code: "already" });
    expect(await withdraw("3.0.0")).toEqual({ ok: false, code: "no-version" });
    const told = await inboxOf(sql(), team.people.author.id);
    expect(told.entries.filter(({ kind }) => kind === "withdrawn")).toHaveLength(1);
    expect((await readStoredDraft(sql(), specId))?.revision).toBe(2);
  });
});
