import { describe, expect, it } from "vitest";
import { inTransaction } from "@/server/database/transaction";
import {
  makeToken,
  mostTokens,
  noteUse,
  revokeToken,
  revokeTokensBy,
  revokeTokensOfTeam,
  teamOfToken,
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
const make = async (of: TestTeam, projectId: number, by: Role, name = "CI"): Promise<string> => {
  const input = { teamId: of.teamId, personId: of.people[by].id, projectId, project: "Booking", name };
  return (await inTransaction(sql(), (transaction) => makeToken(transaction, input))) ?? "";
};

describe("access tokens", () => {
  it("read for their team until they are revoked; only a hash of each is stored", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Booking", "author");
    const token = await make(team, projectId, "author");
    expect(token).toMatch(/^ypsl_[\w-]{40,}$/);
    const known = await teamOfToken(sql(), token);
    expect(known?.teamId).toBe(team.teamId);
    expect(await teamOfToken(sql(), `${token}x`)).toBeNull();
    const [row] = await sql()<{ text: string }[]>`SELECT t::text AS text FROM access_token t WHERE id = ${known?.tokenId ?? 0}`;
    expect(row?.text).not.toContain(token.slice(5));
    const revoke = (id: number, project: number) =>
      inTransaction(sql(), (transaction) =>
        revokeToken(transaction, { teamId: team.teamId, personId: team.people.lead.id, projectId: project, id }),
      );
    // It is no token of another project.
    expect(await revoke(known?.tokenId ?? 0, projectId + 1)).toBe(false);
    expect(await revoke(known?.tokenId ?? 0, projectId)).toBe(true);
    expect(await revoke(known?.tokenId ?? 0, projectId)).toBe(false);
    expect(await teamOfToken(sql(), token)).toBeNull();
  });

  it("number at most 50 active ones per project; a revoked one makes room", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Full", "author");
    const first = await make(team, projectId, "author");
    for (let index = 1; index < mostTokens; index += 1) await make(team, projectId, "author", `CI ${index}`);
    expect(await make(team, projectId, "author")).toBe("");
    const known = await teamOfToken(sql(), first);
    await inTransaction(sql(), (transaction) =>
      revokeToken(transaction, { teamId: team.teamId, personId: team.people.author.id, projectId, id: known?.tokenId ?? 0 }),
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
      Promise.all([mine, inOthers, leads].map(async (token) => (await teamOfToken(sql(), token)) !== null));
    expect(await working()).toEqual([true, false, true]);
    expect(await revokeTokensBy(sql(), team.teamId, team.people.author.id, false)).toBe(1);
    await revokeTokensOfTeam(sql(), team.teamId);
    expect(await working()).toEqual([false, false, false]);
  });

  it("record when they were used", async () => {
    const team = await makeTeam(sql());
    const projectId = await projectOf(team, "Used", "author");
    const token = await make(team, projectId, "author");
    const known = await teamOfToken(sql(), token);
    expect((await tokensOf(sql(), [projectId]))[0]?.lastUsedAt).toBeNull();
    await noteUse(sql(), known?.tokenId ?? 0, null);
    expect((await tokensOf(sql(), [projectId]))[0]?.lastUsedAt).toBeInstanceOf(Date);
  });
});
