import { idOf, nothingThere, onSpec } from "@/server/requests/authorized-handlers";
import { database } from "@/server/database/database";
import { handler } from "@/server/requests/handler";
import { addPicture, pictureOf } from "@/server/designs/kept-designs";
import { encodedPicture } from "@/server/heavy/pictures";
import { allowedSpec } from "@/server/requests/viewer";

/** The picture of a design, for people who may see the draft. */
export const GET = handler<{ team: string; spec: string; id: string }>(async (_, { team, spec, id: text }) => {
  const allowed = await allowedSpec(team, spec, "read-draft");
  if (!allowed.ok) return allowed.problem;
  const id = idOf(text);
  const bytes = id === null ? null : await pictureOf(database(), allowed.spec.id, id);
  if (!bytes) return nothingThere("picture");
  return new Response(new Uint8Array(bytes), { headers: { "Content-Type": "image/webp", "Cache-Control": "private, no-cache" } });
});

export const POST = onSpec("POST /api/specs/:team/:spec/designs/:id/picture", "edit-draft", async ({ answer, body, params, write }) => {
  const id = idOf(params.id);
  if (id === null) return nothingThere("design");
  const picture = await encodedPicture(Buffer.from(body.picture, "base64"));
  if (!picture.ok) return picture.problem;
  const done = await write((sql, { doing }) => addPicture(sql, doing, id, { ...picture.value, density: body.density }));
  if (!done.ok) return done.problem;
  return done.value ? answer({}, { status: 201 }) : nothingThere("design");
});
