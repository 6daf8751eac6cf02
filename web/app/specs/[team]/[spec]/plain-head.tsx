import type { ReactNode } from "react";
import { countOfOpenComments } from "@/server/specs/comments";
import { database } from "@/server/database/database";
import { maySpec } from "@/server/requests/page";
import type { Spec } from "@/server/specs/specs";
import { latestNumber } from "@/server/specs/versions";
import { PlainBar } from "@/ui/plain-bar";
import { lookingOf, SpecViews, type ViewId } from "@/ui/spec-views";

type Props = {
  readonly spec: Spec;
  /** What the spec is called on this page. */
  readonly name: string;
  /** The current view; null on a page that is not a view. */
  readonly here: ViewId | null;
  readonly query: Readonly<Record<string, string>>;
  /** What the bar holds at its end. */
  readonly children?: ReactNode;
};

/**
 * The bar and, for the team, the views above a page of a spec that many people read and that loads little: its links
 * are plain. People outside the team get a link to the hand-off page instead.
 */
export const PlainHead = async ({ spec, name, here, query, children }: Props) => {
  const sql = database();
  const path = `/specs/${spec.team}/${spec.slug}`;
  const member = maySpec(spec, "read-draft");
  const [latest, comments] = await Promise.all([latestNumber(sql, spec.id), member ? countOfOpenComments(sql, spec.id) : 0]);
  const without: readonly ViewId[] = [
    ...(maySpec(spec, "edit-draft") ? [] : (["settings"] as const)),
    ...(latest === null ? (["hand-off"] as const) : []),
  ];
  return (
    <>
      <PlainBar above={member ? [[spec.teamName, "/specs"]] : []} here={name}>
        {!member && here !== "hand-off" && (
          <a className="btn btn-bar" href={`${path}/versions/latest`}>
            Hand-off page
          </a>
        )}
        {children}
      </PlainBar>
      {member && (
        <SpecViews
          here={here}
          path={path}
          looking={lookingOf(query)}
          without={without}
          openComments={comments}
          latest={latest}
          link={(href, current, words) => (
            <a href={href} aria-current={current ? "page" : undefined}>
              {words}
            </a>
          )}
        />
      )}
    </>
  );
};
