import { onSpec } from "@/server/requests/authorized-handlers";
import { setPublic } from "@/server/specs/specs";

/** Makes versions readable to anyone with the link, or to the team alone. */
export const POST = onSpec("POST /api/specs/:team/:spec/share", "share", async ({ answer, body, write }) => {
  await write((sql, { doing }) => setPublic(sql, doing, body.public));
  return answer({});
});
