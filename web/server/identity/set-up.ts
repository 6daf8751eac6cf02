import { timingSafeEqual } from "node:crypto";
import { slugOf, untaken } from "@ypsiline/core";
import type postgres from "postgres";
import type { Sql } from "../database/database";
import { happened } from "../happenings/happenings";
import { addMember, addPerson, addTeam } from "./people";
import { newSecret, secretHash } from "../database/secrets";

/** Whether nobody has an account yet, so that the instance has to be set up first. */
export const isEmpty = async (sql: Sql): Promise<boolean> => (await sql`SELECT 1 FROM person LIMIT 1`).length === 0;

const key = "set-up code";

/** Creates the set-up code, replacing an earlier one; null if the instance is set up already. */
export const makeSetUpCode = async (sql: Sql): Promise<string | null> => {
  if (!(await isEmpty(sql))) return null;
  const code = newSecret()
    .replace(/[^a-z0-9]/gi, "")
    .slice(0, 20)
    .replace(/(.{5})(?=.)/g, "$1-");
  await sql`
    INSERT INTO instance (key, value) VALUES (${key}, ${secretHash(code).toString("hex")})
    ON CONFLICT (key) DO UPDATE SET value = excluded.value, at = now()`;
  return code;
};

/** A team's part of addresses, made from its name and not used by another team. `ypsiline` is the registry's own scope. */
const freeTeamSlug = async (sql: Sql, name: string): Promise<string> => {
  const wanted = slugOf(name, "team", 50);
  const taken = new Set((await sql<{ slug: string }[]>`SELECT slug FROM team WHERE slug LIKE ${`${wanted}%`}`).map(({ slug }) => slug));
  return untaken(wanted, (one) => taken.has(one) || one === "ypsiline");
};

/** Creates a team with its first lead. */
export const makeTeam = async (
  sql: postgres.TransactionSql,
  input: { readonly name: string; readonly personId: number },
): Promise<string> => {
  // Two teams of one name at once get two addresses.
  await sql`SELECT pg_advisory_xact_lock(hashtext('team slug'))`;
  const slug = await freeTeamSlug(sql, input.name);
  const teamId = await addTeam(sql, { slug, name: input.name });
  await addMember(sql, teamId, input.personId, "lead");
  await happened(sql, { kind: "team-made", teamId, personId: input.personId, name: input.name });
  return slug;
};

export type SetUp =
  { readonly ok: true; readonly personId: number; readonly team: string } | { readonly ok: false; readonly code: "done" | "wrong-code" };

/** Whether a set-up code is valid; checked before a password is hashed. */
export const maySetUp = async (sql: Sql, code: string): Promise<"yes" | "done" | "wrong-code"> => {
  const [kept] = await sql<{ value: string }[]>`SELECT value FROM instance WHERE key = ${key}`;
  if (!kept || !(await isEmpty(sql))) return "done";
  return timingSafeEqual(Buffer.from(kept.value, "hex"), secretHash(code.trim())) ? "yes" : "wrong-code";
};

/** Sets up an empty instance: its first person and their team. Only one of two requests at once succeeds. */
export const setUp = async (
  sql: postgres.TransactionSql,
  input: { readonly code: string; readonly name: string; readonly email: string; readonly passwordHash: string; readonly team: string },
): Promise<SetUp> => {
  const value = secretHash(input.code.trim()).toString("hex");
  const rows = await sql`DELETE FROM instance WHERE key = ${key} AND value = ${value} RETURNING 1`;
  if (rows.length === 0 || !(await isEmpty(sql))) return { ok: false, code: "done" };
  const personId = await addPerson(sql, { email: input.email, name: input.name, passwordHash: input.passwordHash });
  return { ok: true, personId, team: await makeTeam(sql, { name: input.team, personId }) };
};
