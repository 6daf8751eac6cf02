import { newSpecRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { fromElsewhere, handler } from "@/server/handler";
import { createSpec } from "@/server/new-spec";
import { readJson } from "@/server/request-body";
import { viewer } from "@/server/viewer";

export const POST = handler(async (request) => {
  const elsewhere = fromElsewhere(request);
  if (elsewhere) return elsewhere;
  const person = await viewer();
  if (!person) return { code: "signed-out", detail: "Sign in to add a spec." };
  const body = await readJson(request, newSpecRequest);
  if (!body.ok) return body.problem;
  const created = await createSpec(database(), person.id, body.value);
  return created.ok ? Response.json({ team: body.value.team, spec: created.slug }, { status: 201 }) : created.problem;
});
