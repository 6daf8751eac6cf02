import { parseVersion } from "@ypsiline/core";
import { jsonAnswer, nothingThere, onReadSpec } from "@/server/requests/authorized-handlers";
import { readStoredVersion } from "@/server/specs/versions";

/** The document of a version as its team reads it, with what it follows. */
export const GET = onReadSpec("GET /api/drafts/:team/:spec/versions/:version", "read-draft", async ({ sql, spec, params }) => {
  const number = parseVersion(params.version);
  const version = number ? await readStoredVersion(sql, spec.id, number) : null;
  return version ? jsonAnswer({ number: version.number }, { layout: version.layout }) : nothingThere("version");
});
