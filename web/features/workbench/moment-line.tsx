"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useDraftOfPage } from "@/draft/draft-provider";
import { notify } from "@/ui/notify";

/** Says that a moment of the draft is shown, not the draft: the way back, and the draft made what it was then. */
export const MomentLine = ({ path }: { readonly path: string }) => {
  const { moment } = useDraftOfPage();
  const router = useRouter();
  if (!moment) return null;
  const { restoreMoment, revision } = moment;
  return (
    <p className="moment-line" role="status">
      {revision === 1 ? (
        "This is the spec as it was created."
      ) : (
        <span>
          This is the draft as it was after edit <span className="num">{revision - 1}</span>.
        </span>
      )}
      <span className="flex-grow-1" />
      <Link className="btn btn-sm btn-quiet" href={path} prefetch={false}>
        Back to the draft
      </Link>
      {restoreMoment && (
        <button
          type="button"
          className="btn btn-sm btn-primary"
          onClick={() => {
            void restoreMoment().then(({ done, words }) => {
              notify(words);
              if (done) router.push(path);
            });
          }}
        >
          Restore this moment
        </button>
      )}
    </p>
  );
};
