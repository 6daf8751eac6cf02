import { slugOf, blankLayout, type Layout, layoutFromColumns } from "@ypsiline/core";
import type postgres from "postgres";
import type { Received } from "@/wire/routes";
import { may } from "./permissions";
import type { Problem } from "./problem";
import { addSpec, findSpec, readDraft } from "./specs";
import { teamFor } from "./team";

type Request = Received<"POST /api/specs">;

const startLayout = async (sql: postgres.Sql, personId: number, { name, start }: Request): Promise<Layout | null> => {
  switch (start.kind) {
    case "spec": {
      const spec = await findSpec(sql, start.team, start.spec, personId);
      const draft = spec && may(spec.role, "read-draft") ? await readDraft(sql, spec.id) : null;
      return draft && { ...draft.layout, name };
    }
    case "blank":
      return blankLayout(name);
    case "columns":
      return layoutFromColumns(name, start.width, start.columns);
    case "layout":
      return { ...start.layout, name };
    default:
      return start satisfies never;
  }
};

/** Most specs of one name in a team; past it a person is told rather than numbered on. */
const mostOfOneName = 50;

/** Adds a spec to a team; where its address is taken already it gets a number. */
export const createSpec = async (
  sql: postgres.Sql,
  personId: number,
  request: Request,
): Promise<{ readonly ok: true; readonly slug: string } | { readonly ok: false; readonly problem: Problem }> => {
  const team = await teamFor(sql, request.team, personId);
  if (!team) return { ok: false, problem: { code: "not-found", detail: `You are in no team ${request.team}.` } };
  if (!may(team.role, "create-spec"))
    return { ok: false, problem: { code: "forbidden", detail: `As ${team.role} you may not add specs.` } };
  const layout = await startLayout(sql, personId, request);
  if (!layout)
    return {
      ok: false,
      problem: {
        code: "unprocessable",
        detail: "There is no such spec to copy that you may see.",
        issues: [{ path: "/start/spec", message: "is no spec that you may see" }],
      },
    };
  for (let next = 1; next <= mostOfOneName; next += 1) {
    const first = slugOf(request.name, "spec", 50);
    const slug = next === 1 ? first : `${first}-${next}`;
    const id = await addSpec(sql, { teamId: team.id, slug, description: request.description, layout, personId });
    if (id === null) continue;
    return { ok: true, slug };
  }
  return { ok: false, problem: { code: "conflict", detail: `There are ${mostOfOneName} specs of this name; choose another name.` } };
};
