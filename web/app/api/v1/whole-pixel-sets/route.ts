import { setAt, wholePixelSets } from "@ypsiline/core";
import { setAnswer } from "@/server/api-answers";
import { setsRequest } from "@/server/api-schemas";
import { handler } from "@/server/handler";
import { readJson, sentence } from "@/server/request-body";

export const POST = handler(async (request) => {
  const body = await readJson(request, setsRequest);
  if (!body.ok) return body.problem;
  const { margin, container, ...search } = body.value;
  const outer = margin ? { margin } : container ? { container } : null;
  if (!outer) return { code: "malformed", detail: "/margin must be given, or container in its place." };
  const found = wholePixelSets({ ...search, outer });
  if (!found.ok) return { code: "malformed", detail: sentence(found.issues), issues: found.issues };
  return Response.json({
    total: found.total,
    sets: Array.from({ length: found.list.length }, (_, index) => setAnswer(setAt(found.list, index))),
  });
});
