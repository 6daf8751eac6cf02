import { parseVersion, versionText } from "@ypsiline/core";
import { onSpec } from "@/server/requests/authorized-handlers";
import { heavyValue, member } from "@/server/heavy/heavy";
import { publishDraft } from "@/server/specs/publishing";

export const POST = onSpec("POST /api/drafts/:team/:spec/publish", "publish", async ({ answer, conflict, body, doing, sql, write }) => {
  const number = parseVersion(body.number);
  if (!number) {
    const issues = [{ path: "/number", message: "must be a version number like 2.1.0" }];
    return { code: "unprocessable", detail: "The number must be like 2.1.0.", issues };
  }
  const { specId, personId } = doing;
  const published = await publishDraft(
    sql,
    write,
    { specId, personId, revision: body.revision, note: body.note, number },
    {
      look: (task) => heavyValue(member(personId), task),
      write: (task) => heavyValue(member(personId), task),
    },
  );
  if (published.ok) return answer({ number: versionText(published.number) }, { status: 201 });
  switch (published.code) {
    case "no-draft":
      return { code: "not-found", detail: "This spec has no draft." };
    case "moved-on":
      return conflict("The draft has changed since you looked; look again before you publish.", { revision: published.revision });
    case "problems":
      return { code: "unprocessable", detail: "Problems stop a version; fix them first.", more: { findings: published.findings } };
    case "too-low": {
      const words = `must be at least ${published.least}: after ${published.last ?? "none"} the changes are ${published.level}`;
      return { code: "unprocessable", detail: `The number ${words}.`, issues: [{ path: "/number", message: words }] };
    }
    case "not-written":
      return published.problem;
    default:
      return published satisfies never;
  }
});
