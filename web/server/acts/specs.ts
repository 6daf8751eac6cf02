import { heavyValue, member } from "../heavy/heavy";
import { tokenFault } from "../requests/allowed";
import type { Acted, Outcome, Somebody } from "../requests/authorized-handlers";
import { createSpec } from "../specs/new-spec";

type Making = "POST /api/specs" | "POST /api/v1/specs";

/** Makes a spec. A token must be of the team, and for all of its specs. */
export const makeSpec = async ({ body, person, answer, sql, write }: Acted<Making, Somebody>): Outcome => {
  const { token } = person;
  const problem = tokenFault(token, "create-spec");
  if (problem) return problem;
  if (token && token.specs !== null)
    return { code: "forbidden", detail: `“${token.name}” is for some specs only, and cannot make others.` };
  const created = await createSpec(sql, write, person, body, (task) => heavyValue(member(person.id), task));
  return created.ok ? answer({ team: body.team, spec: created.value.slug }, { status: 201 }) : created.problem;
};
