"use client";

import { countOf } from "@ypsiline/core";
import Link from "next/link";
import { type ReactNode, useEffect, useState } from "react";
import type { Thread } from "@/server/specs/comments";
import type { Page } from "@/server/database/paging";
import { DrawnPart } from "@/ui/drawn-part";
import { ask } from "@/ui/request";
import type { ReviewAnswer } from "@/wire/drawn";
import { Comments } from "./comments";
import { MovedDesigns } from "./moved-designs";
import { PublishForm } from "./publish-form";

type Props = {
  readonly team: string;
  readonly spec: string;
  readonly revision: number;
  /** The version it is compared with; null before the first. */
  readonly last: string | null;
  /** What was calculated before the page was requested; null if it is still to come. */
  readonly known: ReviewAnswer | null;
  readonly threads: Page<Thread>;
  readonly mayComment: boolean;
  readonly about: string;
  readonly mayPublish: boolean;
  readonly publishers: "leads" | "authors";
  /** Content above and below the form on the right. */
  readonly above: ReactNode;
  readonly below: ReactNode;
};

/** Pauses before a review that is still being worked out is asked for again, ms. */
const pauses = [0, 1_000, 2_000, 4_000, 8_000] as const;

/** The review of a draft, asked for until it is there. */
const useReview = (team: string, spec: string, revision: number, known: ReviewAnswer | null) => {
  const [review, setReview] = useState(known);
  const [fault, setFault] = useState("");
  useEffect(() => {
    if (known) return;
    let live = true;
    void (async () => {
      for (const [index, pause] of pauses.entries()) {
        await new Promise((resolve) => setTimeout(resolve, pause));
        if (!live) return;
        const answer = await ask("GET /api/drafts/:team/:spec/review", { team, spec }, { revision: String(revision) });
        if (!live) return;
        if (answer.ok) return setReview(answer.value);
        const passing = [0, 429, 503].includes(answer.fault.status);
        if (!passing || index === pauses.length - 1) return setFault(answer.fault.detail);
      }
    })();
    return () => {
      live = false;
    };
  }, [team, spec, revision, known]);
  return { review, fault };
};

/**
 * What changes, comments on it, and publishing. A large draft's review is calculated while the page is already shown.
 */
export const ReviewPage = (props: Props) => {
  const { team, spec, revision, last, known, threads, mayComment, about, mayPublish, publishers, above, below } = props;
  const { review, fault } = useReview(team, spec, revision, known);
  const counts = review?.counts.map(({ level, count }) => countOf(count, level)) ?? [];
  return (
    <main className="page publish">
      <div>
        <div className="review-head">
          <h1>{last ? `What changes after ${last}` : "The first version"}</h1>
          {last !== null && (
            <Link href={`/specs/${team}/${spec}/compare?a=${last}&b=draft`} prefetch={false}>
              Compare at any width
            </Link>
          )}
        </div>
        {review ? (
          <DrawnPart html={review.changes} />
        ) : (
          <p className="card-plain p-3" role="status" aria-busy={fault === ""}>
            {fault === "" ? "Comparing and checking the draft…" : `The review could not be loaded. ${fault} Reload the page to try again.`}
          </p>
        )}
        <Comments
          key={review ? "all" : "spec"}
          team={team}
          spec={spec}
          commentable={review?.commentable ?? [{ value: "spec", label: "The whole spec" }]}
          threads={threads}
          mayComment={mayComment}
          about={about}
        />
        {review && (
          <>
            <h2 className="mt-4">{counts.length === 0 ? "All checks pass" : `Open findings: ${counts.join(", ")}`}</h2>
            <DrawnPart html={review.findings} />
          </>
        )}
      </div>
      <div className="publish-side">
        {above}
        {!mayPublish && (
          <p className="card-plain side-card quiet mb-0">
            {publishers === "leads"
              ? "Only leads can publish. Request a review, and a lead will."
              : "Only the team’s authors and leads can publish."}
          </p>
        )}
        {mayPublish && review && (
          <PublishForm
            key={revision}
            team={team}
            spec={spec}
            revision={revision}
            offered={review.offered}
            last={review.last}
            level={review.level}
            because={review.because}
            problems={review.counts.find(({ level }) => level === "problem")?.count ?? 0}
          />
        )}
        {below}
        {last !== null && <MovedDesigns key={`designs ${revision}`} team={team} spec={spec} before={last} />}
      </div>
    </main>
  );
};
