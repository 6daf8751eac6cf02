import { readFileSync } from "node:fs";
import { join } from "node:path";
import type postgres from "postgres";
import { parseVersion } from "../core/src/index";
import { hashPassword } from "../web/server/passwords";
import { addMember, addPerson, addTeam } from "../web/server/people";
import type { Role } from "../web/server/permissions";
import { addSpec } from "../web/server/specs";
import { addVersion } from "../web/server/versions";
import { demoSpecs } from "./demo-layouts";

type Accounts = {
  password: string;
  team: { slug: string; name: string };
  accounts: { email: string; name: string; role: Role }[];
};

/** Loads the demo team with its people and specs into an empty database; false where there is a team already. */
export const loadDemo = async (sql: postgres.Sql): Promise<boolean> => {
  const [{ count } = { count: 0 }] = await sql<{ count: number }[]>`SELECT count(*)::int AS count FROM team`;
  if (count > 0) return false;
  const { password, team, accounts } = JSON.parse(readFileSync(join(import.meta.dirname, "demo-accounts.json"), "utf8")) as Accounts;
  const teamId = await addTeam(sql, team);
  const passwordHash = await hashPassword(password);
  let authorId = 0;
  for (const { email, name, role } of accounts) {
    const id = await addPerson(sql, { email, name, passwordHash });
    await addMember(sql, teamId, id, role);
    if (role === "author") authorId = id;
  }
  for (const { slug, description, draft, versions } of demoSpecs) {
    const specId = await addSpec(sql, { teamId, slug, description, layout: draft, personId: authorId });
    if (specId === null) throw new Error(`the demo has two specs named ${slug}`);
    for (const version of versions) {
      const number = parseVersion(version.number);
      if (!number) throw new Error(`${version.number} is no version number`);
      await addVersion(sql, {
        specId,
        number,
        layout: version.layout,
        note: version.note,
        personId: authorId,
        publishedAt: new Date(version.date),
      });
    }
  }
  return true;
};
