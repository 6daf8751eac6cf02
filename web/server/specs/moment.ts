import { database } from "../database/database";
import { type Client, heavy } from "../heavy/heavy";
import { storedMoment } from "./history";
import type { Problem } from "../http/problem";
import type { StoredText } from "../database/stored-text";

/** The draft of a spec at a revision, assembled by a worker. */
export const momentOf = async (
  client: Client,
  specId: number,
  revision: number | null,
  signal?: AbortSignal,
): Promise<
  { readonly ok: true; readonly revision: number; readonly layout: StoredText } | { readonly ok: false; readonly problem: Problem }
> => {
  const stored = revision === null ? null : await storedMoment(database(), specId, revision);
  if (revision === null || !stored)
    return {
      ok: false,
      problem: { code: "not-found", detail: "There is no such moment of this draft, or it is from before history was recorded." },
    };
  const done = await heavy(client, { kind: "moment", ...stored }, signal);
  return done.ok ? { ok: true, revision, layout: String(done.file.body) } : done;
};
