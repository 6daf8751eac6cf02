import { slugOf, blankLayout, layoutFromColumns, parseVersion } from "@ypsiline/core";
import type postgres from "postgres";
import type { Received } from "@/wire/routes";
import type { BegunAnswer, BegunTask } from "../heavy/kinds";
import { holdTeam } from "../identity/holding";
import { countFault } from "../teams/kept-bytes";
import type { Person } from "../identity/people";
import { may } from "../identity/permissions";
import type { Token } from "../identity/tokens";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { addSpec, findSpec, readStoredDraft } from "./specs";
import { readStoredVersion } from "./versions";
import { teamFor } from "../teams/team";
import type { Write } from "../database/transaction";

type Request = Received<"POST /api/specs">;

/** The first document of a spec, and the spec it follows, if any. */
type Start = { readonly layout: string; readonly follows: number | null; readonly version: string | null };

const startOf = async (sql: postgres.Sql, personId: number, { name, start }: Request): Promise<Start | null> => {
  const alone = (layout: unknown): Start => ({ layout: JSON.stringify(layout), follows: null, version: null });
  switch (start.kind) {
    case "spec": {
      const spec = await findSpec(sql, start.team, start.spec, personId);
      const draft = spec && may(spec.role, "read-draft", spec) ? await readStoredDraft(sql, spec.id) : null;
      return draft && { layout: draft.layout, follows: null, version: null };
    }
    case "follow": {
      const spec = await findSpec(sql, start.team, start.spec, personId);
      const number = parseVersion(start.number);
      const version = spec && number && may(spec.role, "read-version", spec) ? await readStoredVersion(sql, spec.id, number) : null;
      return !spec || !version || version.withdrawn ? null : { layout: version.layout, follows: spec.id, version: version.number };
    }
    case "blank":
      return alone(blankLayout(name));
    case "columns":
      return alone(layoutFromColumns(name, start.width, start.columns));
    case "layout":
      return alone(start.layout);
    default:
      return start satisfies never;
  }
};

const noStart = ({ start }: Request): Problem => {
  const follows = start.kind === "follow";
  return {
    code: "unprocessable",
    detail: follows ? "There is no such version, or you may not see it." : "There is no such spec, or you may not see it.",
    issues: [
      { path: "/start/spec", message: follows ? "is no spec with such a version that you may follow" : "is no spec that you may see" },
    ],
  };
};

/** Who makes a spec: a person, perhaps with a token of one team. */
type Maker = Pick<Person, "id"> & { readonly token: Pick<Token, "teamId"> | null };

/** Maximum number of specs with one name in a team. After that, the person is asked for another name. */
const mostOfOneName = 50;

/** A team in which somebody may create specs. */
const teamToAddTo = async (
  sql: postgres.Sql | postgres.TransactionSql,
  slug: string,
  { id, token }: Maker,
): Promise<Result<{ readonly id: number }>> => {
  const team = await teamFor(sql, slug, id);
  if (!team || (token && token.teamId !== team.id))
    return { ok: false, problem: { code: "not-found", detail: `You are not in a team called ${slug}.` } };
  return may(team.role, "create-spec")
    ? { ok: true, value: team }
    : { ok: false, problem: { code: "forbidden", detail: `As ${team.role} you may not add specs.` } };
};

/**
 * Adds a spec to a team; if its address is taken, it gets a number. A worker makes its first document (`begun`) before the
 * transaction, which checks again that the person may create it and may read what it is made from.
 */
export const createSpec = async (
  sql: postgres.Sql,
  write: Write<{ readonly person: Maker }>,
  person: Maker,
  request: Request,
  begun: (task: BegunTask) => Promise<Result<BegunAnswer>>,
): Promise<Result<{ readonly slug: string }>> => {
  const early = await teamToAddTo(sql, request.team, person);
  if (!early.ok) return early;
  const start = await startOf(sql, person.id, request);
  if (!start) return { ok: false, problem: noStart(request) };
  const made = await begun({ kind: "begun", name: request.name, layout: start.layout, follows: start.version });
  if (!made.ok) return made;
  return write(async (transaction, now): Promise<Result<{ readonly slug: string }>> => {
    await holdTeam(transaction, request.team, now.person.id, "shared");
    const team = await teamToAddTo(transaction, request.team, now.person);
    if (!team.ok) return team;
    if (!(await mayStillStart(transaction, now.person.id, request))) return { ok: false, problem: noStart(request) };
    const full = await countFault(transaction, team.value.id, "specs");
    if (full) return { ok: false, problem: full };
    for (let next = 1; next <= mostOfOneName; next += 1) {
      const first = slugOf(request.name, "spec", 50);
      const slug = next === 1 ? first : `${first}-${next}`;
      const { layout, summary } = made.value;
      const spec = { teamId: team.value.id, slug, description: request.description, layout, summary, follows: start.follows };
      if ((await addSpec(transaction, { ...spec, personId: now.person.id })) !== null) return { ok: true, value: { slug } };
    }
    const detail = `There are ${mostOfOneName} specs of this name; choose another name.`;
    return { ok: false, problem: { code: "conflict", detail } };
  });
};

/** Whether somebody may still read the spec that a new one is made from. */
const mayStillStart = async (sql: postgres.TransactionSql, personId: number, { start }: Request): Promise<boolean> => {
  if (start.kind !== "spec" && start.kind !== "follow") return true;
  const spec = await findSpec(sql, start.team, start.spec, personId);
  return spec !== null && may(spec.role, start.kind === "spec" ? "read-draft" : "read-version", spec);
};
