import { compareVersions, type Layout, parseVersion, readStoredLayout } from "@ypsiline/core";
import type { FollowedSpec } from "./draft-provider";

/** Versions of what is followed that came after one, the latest first. */
export const versionsAfter = (followed: FollowedSpec | null, taken: string): FollowedSpec["versions"] => {
  const own = parseVersion(taken);
  return (followed?.versions ?? []).filter(({ number }) => {
    const parsed = parseVersion(number);
    return own !== null && parsed !== null && compareVersions(parsed, own) > 0;
  });
};

/** The latest of them; null if there is none. */
export const newestAfter = (followed: FollowedSpec | null, taken: string): string | null =>
  versionsAfter(followed, taken)[0]?.number ?? null;

/** The layout of a published version. @throws Error with the reason if it cannot be fetched. */
export const followedLayout = async ({ team, spec }: FollowedSpec, number: string, signal: AbortSignal): Promise<Layout> => {
  const answer = await fetch(`/api/v1/specs/${team}/${spec}/${number}`, { signal });
  if (!answer.ok) throw new Error(`Version ${number} of ${spec} could not be read.`);
  return readStoredLayout(await answer.json());
};
