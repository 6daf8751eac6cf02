"use client";

import { type Following, type Layout, readStoredLayout } from "@ypsiline/core";
import { useEffect, useState } from "react";
import type { FollowedSpec } from "@/draft/draft-provider";
import { inWorker } from "@/ui/in-worker";
import type { FollowWorker } from "@/workers/follow.worker";

/** A version taken and a later one, and what the later one would do to the draft; or why that is not known. */
export type Looked =
  | { readonly kind: "looking" }
  | { readonly kind: "fault"; readonly words: string }
  | { readonly kind: "known"; readonly base: Layout; readonly theirs: Layout; readonly following: Following };

/** A published version's layout. @throws Error that says why it cannot be had. */
const versionOf = async ({ team, spec }: FollowedSpec, number: string, signal: AbortSignal): Promise<Layout> => {
  const answer = await fetch(`/api/v1/specs/${team}/${spec}/${number}`, { signal });
  if (!answer.ok) throw new Error(`Version ${number} of ${spec} could not be read.`);
  return readStoredLayout(await answer.json());
};

/** What taking a later version would do, worked out anew whenever the draft changes. */
export const useFollowing = (followed: FollowedSpec | null, taken: string | null, to: string | null, mine: Layout): Looked => {
  const [looked, setLooked] = useState<{ readonly of: string; readonly mine: Layout; readonly outcome: Looked } | null>(null);
  const of = `${followed?.team ?? ""}/${followed?.spec ?? ""} ${taken ?? ""} ${to ?? ""}`;
  useEffect(() => {
    if (!followed || taken === null || to === null) return;
    const leave = new AbortController();
    const { signal } = leave;
    const work = async (): Promise<Looked> => {
      try {
        const [base, theirs] = await Promise.all([versionOf(followed, taken, signal), versionOf(followed, to, signal)]);
        const worker = new Worker(new URL("../../workers/follow.worker.ts", import.meta.url), { type: "module" });
        const following = await inWorker<FollowWorker, Following>(worker, (remote) => remote.follow(base, theirs, mine), signal);
        return { kind: "known", base, theirs, following };
      } catch (error) {
        return { kind: "fault", words: error instanceof Error ? error.message : String(error) };
      }
    };
    void work().then((outcome) => {
      if (!signal.aborted) setLooked({ of, mine, outcome });
    });
    return () => leave.abort();
  }, [followed, taken, to, mine, of]);
  return looked?.of === of && looked.mine === mine ? looked.outcome : { kind: "looking" };
};
