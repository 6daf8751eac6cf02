import { parseVersion } from "@ypsiline/core";
import { nothingThere, onSpec } from "@/server/act";
import { versionRequest } from "@/server/api-schemas";
import { database } from "@/server/database";
import { restoreVersion } from "@/server/publishing";

/** Puts an old version into the draft. */
export const POST = onSpec("edit-draft", versionRequest, async ({ body, doing }) => {
  const number = parseVersion(body.number);
  const restored = number && (await restoreVersion(database(), { ...doing, number }));
  return restored ? Response.json(restored) : nothingThere("version");
});
