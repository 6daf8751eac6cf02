import { describe, expect, it } from "vitest";
import { inTransaction } from "@/server/database/transaction";
import { valueOf, versionWritten } from "@/server/heavy/tasks";
import { beginFollowing, countOfFollowers, followedBy, followersOf, followFault } from "@/server/specs/follow";
import { publishDraft } from "@/server/specs/publishing";
import { findSpec, type Spec } from "@/server/specs/specs";
import { makeTeam, ownSchema, type TestTeam } from "../../database/schema";

const { sql } = ownSchema();

const publish = (of: TestTeam, specId: number) =>
  publishDraft(
    sql(),
    of.write(specId, "lead"),
    { specId, revision: 1, number: { major: 1, minor: 0, patch: 0 }, note: "", personId: of.people.lead.id },
    { look: (task) => valueOf(task), write: (task) => versionWritten(task) },
  );
const specOf = async (of: TestTeam, slug: string): Promise<Spec> => {
  const spec = await findSpec(sql(), of.team, slug, of.people.author.id);
  if (!spec) throw new Error(`no spec ${slug}`);
  return spec;
};
const begin = async (of: TestTeam, slug: string, followed: { team: string; spec: string; number: string }) => {
  const spec = await specOf(of, slug);
  return inTransaction(sql(), (transaction) => beginFollowing(transaction, spec, of.people.author, followed));
};
const detail = async (done: ReturnType<typeof begin>): Promise<string> => {
  const answer = await done;
  return answer.ok ? "" : answer.problem.detail;
};

describe("following another spec", () => {
  it("begins with a published version of a spec that was made before", async () => {
    const team = await makeTeam(sql());
    const first = await team.makeSpec("First");
    const second = await team.makeSpec("Second");
    expect(await detail(begin(team, "second", { team: team.team, spec: "first", number: "1.0.0" }))).toMatch(/no such version/);
    await publish(team, first);
    await publish(team, second);
    expect(await begin(team, "second", { team: team.team, spec: "first", number: "1.0.0" })).toMatchObject({
      ok: true,
      value: { name: "First" },
    });
    expect((await followedBy(sql(), second, team.people.reader.id))?.versions.map(({ number }) => number)).toEqual(["1.0.0"]);
    // There are no circles: a spec never follows one made later, nor itself.
    expect(await detail(begin(team, "first", { team: team.team, spec: "second", number: "1.0.0" }))).toMatch(/made after this spec/);
    expect(await detail(begin(team, "second", { team: team.team, spec: "second", number: "1.0.0" }))).toMatch(/does not follow itself/);
    expect(await detail(begin(team, "second", { team: team.team, spec: "first", number: "9.0.0" }))).toMatch(/no such version/);
  });

  it("is possible with a public spec of another team, and no other; what may no longer be read is not named", async () => {
    const [ours, theirs] = [await makeTeam(sql()), await makeTeam(sql())];
    const light = await theirs.makeSpec("Light boards");
    await publish(theirs, light);
    const follower = await ours.makeSpec("Our boards");
    const asked = { team: theirs.team, spec: "light-boards", number: "1.0.0" };
    expect(await detail(begin(ours, "our-boards", asked))).toMatch(/no such version/);
    await sql()`UPDATE spec SET public = true WHERE id = ${light}`;
    expect((await begin(ours, "our-boards", asked)).ok).toBe(true);
    expect(await followedBy(sql(), follower, ours.people.author.id)).toMatchObject({ team: theirs.team, name: "Light boards" });
    await sql()`UPDATE spec SET public = false WHERE id = ${light}`;
    expect(await followedBy(sql(), follower, ours.people.author.id)).toBeNull();
  });

  it("accepts only versions of that spec, by their names, or none", async () => {
    const team = await makeTeam(sql());
    const first = await team.makeSpec("Followed");
    await publish(team, first);
    const second = await team.makeSpec("Follower");
    await begin(team, "follower", { team: team.team, spec: "followed", number: "1.0.0" });
    const fault = async (follows: { spec: string; version: string } | null) =>
      (await followFault(sql(), team.doing(second), null, follows))?.path ?? null;
    expect(await fault({ spec: "Followed", version: "1.0.0" })).toBeNull();
    expect(await fault({ spec: "Followed", version: "2.0.0" })).toBe("/follows/version");
    expect(await fault({ spec: "Another", version: "1.0.0" })).toBe("/follows/spec");
    expect(await fault(null)).toBeNull();
  });

  it("lists followers to members of their teams, and counts them for anybody", async () => {
    const [ours, theirs] = [await makeTeam(sql()), await makeTeam(sql())];
    const source = await theirs.makeSpec("Source");
    await publish(theirs, source);
    await sql()`UPDATE spec SET public = true WHERE id = ${source}`;
    const follower = await ours.makeSpec("Follows it");
    await begin(ours, "follows-it", { team: theirs.team, spec: "source", number: "1.0.0" });
    expect(await countOfFollowers(sql(), source)).toBe(0);
    // It follows once its draft says so, which takes an edit.
    await sql()`UPDATE draft SET layout = layout || '{"follows": {"spec": "Source", "version": "1.0.0"}}' WHERE spec_id = ${follower}`;
    expect(await countOfFollowers(sql(), source)).toBe(1);
    expect(await followersOf(sql(), source, ours.people.reader.id)).toMatchObject({
      all: 1,
      entries: [{ name: "Follows it", version: "1.0.0" }],
    });
    expect(await followersOf(sql(), source, theirs.people.lead.id)).toMatchObject({ all: 1, entries: [] });
    await sql()`UPDATE spec SET archived_at = now() WHERE id = ${follower}`;
    expect(await countOfFollowers(sql(), source)).toBe(0);
  });
});
