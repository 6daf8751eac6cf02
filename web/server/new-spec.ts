import { slugOf, blankLayout, type Layout, layoutFromColumns, parseVersion, withoutFollows } from "@ypsiline/core";
import type postgres from "postgres";
import type { Received } from "@/wire/routes";
import { may } from "./permissions";
import type { Problem } from "./problem";
import { addSpec, findSpec, readDraft } from "./specs";
import { readVersion } from "./versions";
import { teamFor } from "./team";

type Request = Received<"POST /api/specs">;

/** What a spec begins as, and the spec it follows from then on, where it follows one. */
type Start = { readonly layout: Layout; readonly follows: number | null };

const startOf = async (sql: postgres.Sql, personId: number, { name, start }: Request): Promise<Start | null> => {
  const alone = (layout: Layout): Start => ({ layout: withoutFollows({ ...layout, name }), follows: null });
  switch (start.kind) {
    case "spec": {
      const spec = await findSpec(sql, start.team, start.spec, personId);
      const draft = spec && may(spec.role, "read-draft", spec) ? await readDraft(sql, spec.id) : null;
      return draft && alone(draft.layout);
    }
    case "follow": {
      const spec = await findSpec(sql, start.team, start.spec, personId);
      const number = parseVersion(start.number);
      const version = spec && number && may(spec.role, "read-version", spec) ? await readVersion(sql, spec.id, number) : null;
      if (!spec || !version || version.withdrawn) return null;
      const { layout } = version;
      return { layout: { ...layout, name, follows: { spec: layout.name, version: version.number } }, follows: spec.id };
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
  const start = await startOf(sql, personId, request);
  if (!start) {
    const message = request.start.kind === "follow" ? "is no spec with such a version that you may follow" : "is no spec that you may see";
    return {
      ok: false,
      problem: {
        code: "unprocessable",
        detail:
          request.start.kind === "follow"
            ? "There is no such version to follow that you may see."
            : "There is no such spec to copy that you may see.",
        issues: [{ path: "/start/spec", message }],
      },
    };
  }
  for (let next = 1; next <= mostOfOneName; next += 1) {
    const first = slugOf(request.name, "spec", 50);
    const slug = next === 1 ? first : `${first}-${next}`;
    const id = await addSpec(sql, { teamId: team.id, slug, description: request.description, ...start, personId });
    if (id === null) continue;
    return { ok: true, slug };
  }
  return { ok: false, problem: { code: "conflict", detail: `There are ${mostOfOneName} specs of this name; choose another name.` } };
};
