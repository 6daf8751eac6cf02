import { check } from "@ypsiline/core";
import { checkAnswer } from "@/server/api-answers";
import { checkRequest } from "@/server/api-schemas";
import { handler } from "@/server/handler";
import { readJson } from "@/server/request-body";

export const POST = handler(async (request) => {
  const body = await readJson(request, checkRequest);
  if (!body.ok) return body.problem;
  return Response.json(checkAnswer(check(body.value.layout), body.value.layout));
});
