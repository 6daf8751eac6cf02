import { resolve } from "@ypsiline/core";
import { resolutionAnswer } from "@/server/api-answers";
import { resolveRequest } from "@/server/api-schemas";
import { handler } from "@/server/handler";
import { readJson, sentence } from "@/server/request-body";

export const POST = handler(async (request) => {
  const body = await readJson(request, resolveRequest);
  if (!body.ok) return body.problem;
  const { layout, ...size } = body.value;
  const resolved = resolve(layout, size);
  if (!resolved.ok) return { code: "unprocessable", detail: sentence(resolved.issues), issues: resolved.issues };
  return Response.json(resolutionAnswer(resolved.value));
});
