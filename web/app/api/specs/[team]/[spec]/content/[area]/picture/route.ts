import { nothingThere, onSpec } from "@/server/requests/authorized-handlers";
import { areaPicture, setAreaPicture } from "@/server/specs/area-content";
import { database } from "@/server/database/database";
import { handler } from "@/server/requests/handler";
import { encodedPicture } from "@/server/heavy/pictures";
import { allowedSpec } from "@/server/requests/viewer";

/** The picture of an area, for people who may see the draft. */
export const GET = handler<{ team: string; spec: string; area: string }>(async (_, { team, spec, area }) => {
  const allowed = await allowedSpec(team, spec, "read-draft");
  if (!allowed.ok) return allowed.problem;
  const bytes = await areaPicture(database(), allowed.spec.id, area);
  if (!bytes) return nothingThere("picture");
  return new Response(new Uint8Array(bytes), { headers: { "Content-Type": "image/webp", "Cache-Control": "private, no-cache" } });
});

export const POST = onSpec("POST /api/specs/:team/:spec/content/:area/picture", "edit-draft", async ({ answer, body, params, write }) => {
  if (params.area.length > 40) return nothingThere("area");
  const picture = await encodedPicture(Buffer.from(body.picture, "base64"));
  if (!picture.ok) return picture.problem;
  const problem = await write((sql, { doing }) => setAreaPicture(sql, doing, params.area, picture.value));
  return problem ?? answer({}, { status: 201 });
});
