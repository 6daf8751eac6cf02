"use client";

import type { Following, Layout } from "@ypsiline/core";
import { useEffect, useState } from "react";
import type { FollowedSpec } from "@/draft/draft-provider";
import { followedLayout } from "@/draft/followed";
import { inWorker } from "@/ui/in-worker";
import type { FollowWorker } from "@/workers/follow.worker";

/** The taken version and a later one, and what the later one would change; or why that is unknown. */
export type Looked =
  | { readonly kind: "looking" }
  | { readonly kind: "fault"; readonly words: string }
  | { readonly kind: "known"; readonly base: Layout; readonly theirs: Layout; readonly following: Following };

/** What taking a later version would change, calculated again whenever the draft changes. */
export const useFollowing = (followed: FollowedSpec | null, taken: string | null, to: string | null, mine: Layout): Looked => {
  const [looked, setLooked] = useState<{ readonly of: string; readonly mine: Layout; readonly outcome: Looked } | null>(null);
  const of = `${followed?.team ?? ""}/${followed?.spec ?? ""} ${taken ?? ""} ${to ?? ""}`;
  useEffect(() => {
    if (!followed || taken === null || to === null) return;
    const leave = new AbortController();
    const { signal } = leave;
    const work = async (): Promise<Looked> => {
      try {
        const [base, theirs] = await Promise.all([followedLayout(followed, taken, signal), followedLayout(followed, to, signal)]);
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
