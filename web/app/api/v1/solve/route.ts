import { solve } from "@ypsiline/core";
import { solvedAnswer } from "@/server/api-answers";
import { solveRequest } from "@/server/api-schemas";
import { handler } from "@/server/handler";
import { readJson } from "@/server/request-body";

export const POST = handler(async (request) => {
  const body = await readJson(request, solveRequest);
  if (!body.ok) return body.problem;
  return Response.json(solvedAnswer(solve(body.value)));
});
