import { onSpec } from "@/server/act";
import { happened } from "@/server/happenings";
import { database } from "@/server/database";
import { setPublic } from "@/server/specs";

/** Makes versions readable to anyone with the link, or to the team alone. */
export const POST = onSpec("POST /api/specs/:team/:spec/share", "share", async ({ answer, body, doing }) => {
  await database().begin(async (sql) => {
    await setPublic(sql, doing.specId, body.public);
    await happened(sql, { kind: "shared", ...doing, public: body.public });
  });
  return answer({});
});
