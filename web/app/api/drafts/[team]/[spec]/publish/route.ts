import { parseVersion, versionText } from "@ypsiline/core";
import { checkAnswer } from "@/server/api-answers";
import { publishRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { fromElsewhere, handler } from "@/server/handler";
import { publishDraft } from "@/server/publishing";
import { readJson } from "@/server/request-body";
import { readDraft } from "@/server/specs";
import { allowedSpec } from "@/server/viewer";

export const POST = handler<{ team: string; spec: string }>(async (request, params) => {
  const elsewhere = fromElsewhere(request);
  if (elsewhere) return elsewhere;
  const allowed = await allowedSpec(params.team, params.spec, "publish");
  if (!allowed.ok) return allowed.problem;
  if (!allowed.person) return { code: "signed-out", detail: "Sign in to publish." };
  const body = await readJson(request, publishRequest);
  if (!body.ok) return body.problem;
  const number = parseVersion(body.value.number);
  if (!number) {
    const issues = [{ path: "/number", message: "must be a version number like 2.1.0" }];
    return { code: "unprocessable", detail: "The number must be like 2.1.0.", issues };
  }
  const { revision, note } = body.value;
  const published = await publishDraft(database(), { specId: allowed.spec.id, personId: allowed.person.id, revision, number, note });
  if (published.ok) return Response.json({ number: versionText(published.number) }, { status: 201 });
  switch (published.code) {
    case "no-draft":
      return { code: "not-found", detail: "This spec has no draft." };
    case "moved-on":
      return {
        code: "conflict",
        detail: "The draft has changed since you looked; look again before you publish.",
        more: { revision: published.revision },
      };
    case "problems": {
      const draft = await readDraft(database(), allowed.spec.id);
      const { findings } = draft ? checkAnswer({ findings: published.problems, held: [] }, draft.layout) : { findings: [] };
      return { code: "unprocessable", detail: "Problems stop a version; fix them first.", more: { findings } };
    }
    case "not-higher":
      return {
        code: "unprocessable",
        detail: `The number must be higher than ${published.last}, the last one.`,
        issues: [{ path: "/number", message: `must be higher than ${published.last}` }],
      };
    default:
      return published satisfies never;
  }
});
