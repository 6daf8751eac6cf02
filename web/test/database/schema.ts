import { randomBytes } from "node:crypto";
import { join } from "node:path";
import type postgres from "postgres";
import { afterAll, beforeAll, inject } from "vitest";
import { blankLayout, type Layout, newBreakpoint } from "@ypsiline/core";
import { openDatabase } from "@/server/database/database";
import { migrate } from "@/server/database/migrate";
import { inTransaction, type Write } from "@/server/database/transaction";
import { summaryOf } from "@/server/heavy/draft-summary";
import { addMember, addPerson, addTeam, type Person } from "@/server/identity/people";
import type { Doing } from "@/server/specs/publishing";
import { addSpec } from "@/server/specs/specs";
import type { Role } from "@/wire/shapes";

const migrations = join(import.meta.dirname, "..", "..", "..", "db", "migrations");

/** A database for one test file: a new schema with every migration, dropped afterwards. */
export const ownSchema = (): { readonly sql: () => postgres.Sql } => {
  const schema = `test_${randomBytes(6).toString("hex")}`;
  let sql: postgres.Sql | null = null;
  const open = (): postgres.Sql => {
    if (!sql) throw new Error("the database of these tests is opened before the first of them");
    return sql;
  };
  beforeAll(async () => {
    const url = inject("databaseUrl");
    process.env["DATABASE_URL"] = url;
    const maker = openDatabase(url, 1);
    await maker.unsafe(`CREATE SCHEMA ${schema}`);
    await maker.end();
    sql = openDatabase(`${url}?search_path=${schema}`, 6);
    await migrate(sql, migrations);
  });
  afterAll(async () => {
    await open().unsafe(`DROP SCHEMA ${schema} CASCADE`);
    await open().end();
  });
  return { sql: open };
};

/** A document of one breakpoint of 12 columns, from 1024. */
export const deskLayout = (name: string): Layout => ({
  ...blankLayout(name),
  breakpoints: [
    newBreakpoint({ id: "phone", name: "Phone", from: 320, width: 360, height: 800, count: 4, gutter: "16px", margin: "16px" }),
    newBreakpoint({ id: "desk", name: "Desk", from: 1024, width: 1280, height: 800, count: 12, gutter: "24px", margin: "64px" }),
  ],
});

/** A team with one person of each role, and a spec. `doing` and `write` act as one of them. */
export type TestTeam = {
  readonly teamId: number;
  readonly team: string;
  readonly people: Readonly<Record<Role, Person>>;
  readonly makeSpec: (name: string, layout?: Layout) => Promise<number>;
  readonly doing: (specId: number, role?: Role) => Doing;
  readonly write: (specId: number, role?: Role) => Write<{ readonly doing: Doing }>;
};

let made = 0;

export const makeTeam = async (sql: postgres.Sql): Promise<TestTeam> => {
  made += 1;
  const team = `team-${made}`;
  const teamId = await addTeam(sql, { slug: team, name: `Team ${made}` });
  const person = async (role: Role): Promise<Person> => {
    const email = `${role}-${made}@skerry.example`;
    const id = await addPerson(sql, { email, name: role, passwordHash: "none" });
    await addMember(sql, teamId, id, role);
    return { id, email, name: role, numbers: "fractions" };
  };
  const people = { lead: await person("lead"), author: await person("author"), reader: await person("reader") };
  const slugs = new Map<number, string>();
  const doing = (specId: number, role: Role = "author"): Doing => ({
    specId,
    teamId,
    team,
    spec: slugs.get(specId) ?? "",
    personId: people[role].id,
  });
  return {
    teamId,
    team,
    people,
    makeSpec: async (name, layout = deskLayout(name)) => {
      const slug = name.toLowerCase().replaceAll(" ", "-");
      const id = await inTransaction(sql, (transaction) =>
        addSpec(transaction, {
          teamId,
          slug,
          description: "",
          layout: JSON.stringify(layout),
          summary: summaryOf(layout),
          personId: people.author.id,
        }),
      );
      if (id === null) throw new Error(`the team has a spec ${slug} already`);
      slugs.set(id, slug);
      return id;
    },
    doing,
    write: (specId, role) => (work) => inTransaction(sql, (transaction) => work(transaction, { doing: doing(specId, role) })),
  };
};
