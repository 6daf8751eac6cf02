import { database } from "./database";
import { heavy } from "./heavy/heavy";
import type { MomentAnswer } from "./heavy/tasks";
import { storedMoment } from "./history";
import type { Problem } from "./problem";

/** The draft of a spec as it stood at a revision, put together by a worker for whoever asks from an address. */
export const momentOf = async (
  address: string,
  specId: number,
  revision: number | null,
  signal?: AbortSignal,
): Promise<({ readonly ok: true; readonly revision: number } & MomentAnswer) | { readonly ok: false; readonly problem: Problem }> => {
  const stored = revision === null ? null : await storedMoment(database(), specId, revision);
  if (revision === null || !stored)
    return {
      ok: false,
      problem: { code: "not-found", detail: "There is no such moment of this draft, or it is of a time before moments were kept." },
    };
  const done = await heavy(address, { kind: "moment", ...stored }, signal);
  return done.ok ? { ok: true, revision, ...(JSON.parse(String(done.file.body)) as MomentAnswer) } : done;
};
