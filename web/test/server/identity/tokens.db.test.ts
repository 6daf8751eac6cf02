import { describe, expect, it } from "vitest";
import { inTransaction } from "@/server/database/transaction";
import { activityBefore } from "@/server/happenings/activity";
import { setPublic } from "@/server/specs/specs";
import {
  actAsToken,
  findToken,
  makeToken,
  mostTokens,
  type NewToken,
  noteUse,
  revokeToken,
  revokeTokensBy,
  revokeTokensOfTeam,
  type Token,
  tokensOf,
} from "@/server/identity/tokens";
import { makeTeam, ownSchema, type TestTeam } from "../../database/schema";
import type { Role } from "@/wire/shapes";

const { sql } = ownSchema();

const projectOf = async (of: TestTeam, name: string, owner: Role): Promise<number> => {
  const [row] = await sql()<{ id: number }[]>`
    INSERT INTO project (team_id, name, owner_id) VALUES (${of.teamId}, ${name}, ${of.people[owner].id}) RETURNING id`;
  return row?.id ?? 0;
};
const make = async (of: TestTeam, projectId: number, by: Role, more: Partial<NewToken> = {}): Promise<string> => {
  const input = {
    teamId: of.teamId,
    personId: of.people[by].id,
    projectId,
    project: "Booking",
    name: "CI",
    scopes: [],
    days: null,
    specs: [],
    ...more,
  };
  const made = await inTransaction(sql(), (transaction) => makeToken(transaction, input));
  return made.ok ? made.value : "";
};
const known = (secret: string) => findToken({ sql: sql(), holds: false }, secret);

describe("access tokens", () => {
  it("read for their team until they are revoked; only a hash of each is stored", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Booking", "author");
    const token = await make(team, projectId, "author");
    expect(token).toMatch(/^ypsl_[\w-]{40,}$/);
    const found = await known(token);
    expect(found?.token).toMatchObject({ teamId: team.teamId, scopes: ["read"], specs: null, name: "CI" });
    expect(found?.maker.id).toBe(team.people.author.id);
    expect(await known(`${token}x`)).toBeNull();
    const [row] = await sql()<{ text: string }[]>`SELECT t::text AS text FROM access_token t WHERE id = ${found?.token.id ?? 0}`;
    expect(row?.text).not.toContain(token.slice(5));
    const revoke = (id: number, project: number) =>
      inTransaction(sql(), (transaction) =>
        revokeToken(transaction, { teamId: team.teamId, personId: team.people.lead.id, projectId: project, id }),
      );
    // It is no token of another project.
    expect(await revoke(found?.token.id ?? 0, projectId + 1)).toBe(false);
    expect(await revoke(found?.token.id ?? 0, projectId)).toBe(true);
    expect(await revoke(found?.token.id ?? 0, projectId)).toBe(false);
    expect(await known(token)).toBeNull();
  });

  it("number at most 50 active ones per project; a revoked one makes room", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Full", "author");
    const first = await make(team, projectId, "author");
    for (let index = 1; index < mostTokens; index += 1) await make(team, projectId, "author", { name: `CI ${index}` });
    expect(await make(team, projectId, "author")).toBe("");
    const found = await known(first);
    await inTransaction(sql(), (transaction) =>
      revokeToken(transaction, { teamId: team.teamId, personId: team.people.author.id, projectId, id: found?.token.id ?? 0 }),
    );
    expect(await make(team, projectId, "author")).not.toBe("");
    const listed = await tokensOf(sql(), [projectId]);
    expect(listed.filter(({ revokedAt }) => revokedAt === null)).toHaveLength(mostTokens);
    expect(listed.at(-1)?.revokedAt).not.toBeNull();
  });

  it("end with the person who made them, except those of their own projects where these are kept; all end with a team", async () => {
    const team = await makeTeam(sql());
    const [own, others] = [await projectOf(team, "Own", "author"), await projectOf(team, "Others", "lead")];
    const [mine, inOthers, leads] = [await make(team, own, "author"), await make(team, others, "author"), await make(team, others, "lead")];
    expect(await revokeTokensBy(sql(), team.teamId, team.people.author.id, true)).toBe(1);
    const working = async (): Promise<readonly boolean[]> =>
      Promise.all([mine, inOthers, leads].map(async (token) => (await known(token)) !== null));
    expect(await working()).toEqual([true, false, true]);
    expect(await revokeTokensBy(sql(), team.teamId, team.people.author.id, false)).toBe(1);
    await revokeTokensOfTeam(sql(), team.teamId);
    expect(await working()).toEqual([false, false, false]);
  });

  it("record when they were used", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Used", "author");
    const token = await make(team, projectId, "author");
    const found = await known(token);
    expect((await tokensOf(sql(), [projectId]))[0]?.lastUsedAt).toBeNull();
    await noteUse(sql(), found?.token.id ?? 0, null);
    expect((await tokensOf(sql(), [projectId]))[0]?.lastUsedAt).toBeInstanceOf(Date);
  });

  it("have the scopes they were given and reading, name the specs of their team they are for, and end on their day", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Scoped", "author");
    const [sails, quays] = [await team.makeSpec("Sails"), await team.makeSpec("Quays")];
    const token = await make(team, projectId, "author", { scopes: ["publish", "read"], days: 30, specs: ["quays", "sails"] });
    const found = await known(token);
    expect([...(found?.token.scopes ?? [])].sort()).toEqual(["publish", "read"]);
    expect([...(found?.token.specs ?? [])].sort((a, b) => a - b)).toEqual([sails, quays]);
    const [listed] = await tokensOf(sql(), [projectId]);
    expect(listed).toMatchObject({ specs: ["quays", "sails"] });
    expect(Math.round(((listed?.expiresAt?.getTime() ?? 0) - Date.now()) / 86_400_000)).toBe(30);
    // A spec of another team is none of this one's, and nothing is made.
    await (await makeTeam(sql())).makeSpec("Elsewhere");
    expect(await make(team, projectId, "author", { specs: ["sails", "elsewhere"] })).toBe("");
    expect(await tokensOf(sql(), [projectId])).toHaveLength(1);
    await sql()`UPDATE access_token SET expires_at = now() - interval '1 second' WHERE id = ${found?.token.id ?? 0}`;
    expect(await known(token)).toBeNull();
    // Of those that do not work any more the latest five are listed, after the working ones.
    for (let times = 0; times < 8; times += 1) await make(team, projectId, "author", { name: `Ended ${times}`, days: 30 });
    await sql()`UPDATE access_token SET expires_at = now() - interval '1 hour' WHERE project_id = ${projectId} AND name LIKE 'Ended%'`;
    await make(team, projectId, "author", { name: "Working" });
    const names = (await tokensOf(sql(), [projectId])).map(({ name }) => name);
    expect([names[0], names.length]).toEqual(["Working", 6]);
  });

  it("stand in the activity log with what was done with them, and with nothing done after that", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Logged", "author");
    const found = await known(await make(team, projectId, "author", { name: "Pipeline", scopes: ["draft"] }));
    if (!found) throw new Error("no token");
    const specId = await team.makeSpec("Log book");
    const share = (isPublic: boolean, token: Token | null) =>
      inTransaction(sql(), async (transaction) => {
        if (token) await actAsToken(transaction, token);
        await setPublic(transaction, team.doing(specId), isPublic);
      });
    await share(true, found.token);
    await share(false, null);
    const entries = await activityBefore(sql(), team.teamId, "log-book", null, 10);
    expect(entries.map(({ what, token }) => [what, token])).toEqual([
      ["share", null],
      ["share", "Pipeline"],
      ["spec", null],
    ]);
  });

  it("cannot be revoked while something is written with them, and are refused after that", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Held", "author");
    const token = await make(team, projectId, "author", { scopes: ["draft"] });
    const order: string[] = [];
    let begun = (): void => {};
    const holding = new Promise<void>((resolve) => (begun = resolve));
    const writing = inTransaction(sql(), async (transaction) => {
      expect(await findToken({ sql: transaction, holds: true }, token)).not.toBeNull();
      begun();
      await new Promise((resolve) => setTimeout(resolve, 200));
      order.push("written");
    });
    await holding;
    await revokeTokensOfTeam(sql(), team.teamId);
    order.push("revoked");
    await writing;
    expect(order).toEqual(["written", "revoked"]);
    expect(await known(token)).toBeNull();
  });
});
