import { readRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { fromElsewhere, handler } from "@/server/handler";
import { markRead } from "@/server/inbox";
import { readJson } from "@/server/request-body";
import { viewer } from "@/server/viewer";

/** Marks an item of one's own inbox (or all, id null) as read or unread. */
export const POST = handler(async (request) => {
  const elsewhere = fromElsewhere(request);
  if (elsewhere) return elsewhere;
  const person = await viewer();
  if (!person) return { code: "signed-out", detail: "Sign in to see your inbox." };
  const body = await readJson(request, readRequest);
  if (!body.ok) return body.problem;
  await markRead(database(), person.id, body.value.id, body.value.read);
  return Response.json({});
});
