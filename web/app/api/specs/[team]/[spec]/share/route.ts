import { onSpec } from "@/server/act";
import { shareRequest } from "@/server/api-schemas";
import { addActivity } from "@/server/activity";
import { database } from "@/server/database";
import { setPublic } from "@/server/specs";

/** Makes versions readable to anyone with the link, or to the team alone. */
export const POST = onSpec("share", shareRequest, async ({ body, doing }) => {
  await database().begin(async (sql) => {
    await setPublic(sql, doing.specId, body.public);
    await addActivity(sql, {
      ...doing,
      what: "share",
      words: body.public ? "made it readable to anyone with the link" : "made it readable to the team alone",
    });
  });
  return Response.json({});
});
