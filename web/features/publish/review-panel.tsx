"use client";

import { useState } from "react";
import type { Review } from "@/server/specs/reviews";
import { dayText } from "@/ui/dates";
import { FormField } from "@/ui/form-field";
import { useMutation } from "@/ui/use-mutation";

type Props = {
  readonly team: string;
  readonly spec: string;
  readonly revision: number;
  readonly review: Review | null;
  readonly mayAsk: boolean;
  readonly mayDecide: boolean;
};

/** The state of this draft's review, and what the person can do. */
export const ReviewPanel = ({ team, spec, revision, review, mayAsk, mayDecide }: Props) => {
  const mutation = useMutation();
  const [words, setWords] = useState("");
  const open = review !== null && review.decision === null;
  const moved = review !== null && review.revision !== revision;
  // No new request while a review is open, or if this draft was approved.
  const mayRequest = mayAsk && (review === null || moved || review.decision === "sent-back");
  const decide = (decision: "approved" | "sent-back") => async () => {
    if (review && (await mutation.send("POST /api/drafts/:team/:spec/reviews/:id", { team, spec, id: review.id }, { decision, words })))
      setWords("");
  };
  const ask = async () => {
    if (await mutation.send("POST /api/drafts/:team/:spec/reviews", { team, spec }, { revision, words })) setWords("");
  };
  return (
    <section className="card-plain side-card" aria-labelledby="review-title">
      <h2 id="review-title">Review</h2>
      {review === null && <p className="quiet mb-2">No review has been requested yet.</p>}
      {review !== null && (
        <div className="review-state">
          <span className={`tag ${review.decision === "approved" ? "held" : review.decision === "sent-back" ? "problem" : "caution"}`}>
            {review.decision === "approved" ? "Approved" : review.decision === "sent-back" ? "Sent back" : "Review requested"}
          </span>{" "}
          {review.decision === null
            ? `by ${review.askedBy}, ${dayText(new Date(review.askedAt))}`
            : `by ${review.decidedBy ?? ""}, ${review.decidedAt ? dayText(new Date(review.decidedAt)) : ""}`}
          {review.decisionWords && <blockquote>{review.decisionWords}</blockquote>}
          {review.words && <blockquote>{review.words}</blockquote>}
          {moved && (
            <p className="fault mb-0">
              The draft has changed since: it was at revision {review.revision} then, and is at {revision} now.
            </p>
          )}
        </div>
      )}
      {((open && mayDecide) || mayRequest) && (
        <>
          <FormField
            id="review-words"
            label={open && mayDecide ? `Message to ${review.askedBy} (optional)` : "Message to the leads (optional)"}
          >
            {(field) => (
              <textarea
                {...field}
                className="form-control"
                rows={2}
                maxLength={2000}
                value={words}
                onChange={(event) => setWords(event.target.value)}
              />
            )}
          </FormField>
          {mutation.fault && (
            <p className="fault" role="alert">
              {mutation.fault}
            </p>
          )}
          <div className="d-flex flex-wrap gap-2">
            {open && mayDecide && (
              <>
                <button type="button" className="btn btn-primary" disabled={mutation.busy} onClick={() => void decide("approved")()}>
                  Approve
                </button>
                <button type="button" className="btn btn-quiet" disabled={mutation.busy} onClick={() => void decide("sent-back")()}>
                  Send back
                </button>
              </>
            )}
            {mayRequest && (
              <button type="button" className="btn btn-quiet" disabled={mutation.busy} onClick={() => void ask()}>
                {review === null ? "Request a review" : "Request another review"}
              </button>
            )}
          </div>
        </>
      )}
    </section>
  );
};
