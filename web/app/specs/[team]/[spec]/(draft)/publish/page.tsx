import type { Metadata } from "next";
import { headers } from "next/headers";
import { notFound } from "next/navigation";
import { FreshReview } from "@/features/publish/fresh-review";
import { ReviewPage } from "@/features/publish/review-page";
import { ReviewPanel } from "@/features/publish/review-panel";
import { FollowedBy, UsedBy } from "@/features/publish/used-by";
import { pageOfComment, threadsPage } from "@/server/specs/comments";
import { idOf } from "@/server/requests/authorized-handlers";
import { database } from "@/server/database/database";
import { reviewOf } from "@/server/specs/drawn-pages";
import { followersOf } from "@/server/specs/follow";
import { addressOf } from "@/server/requests/handler";
import { clientOf } from "@/server/heavy/heavy";
import { soon } from "@/server/heavy/kept-results";
import { maySpec, requireSpec } from "@/server/requests/page";
import { pageOf } from "@/server/database/paging";
import { projectsOf } from "@/server/projects/projects";
import { queryOf } from "@/server/http/query";
import { latestReview } from "@/server/specs/reviews";
import { readDraftFacts } from "@/server/specs/specs";

export const metadata: Metadata = { title: "Review and publish" };

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export default async function PublishPage({ params, searchParams }: Props) {
  const { team, spec: slug } = await params;
  const { spec, person } = await requireSpec(team, slug, "read-draft");
  const sql = database();
  const query = await queryOf(searchParams);
  const comment = idOf(query["comment"] ?? "");
  const [draft, review, threads, users, followers] = await Promise.all([
    readDraftFacts(sql, spec.id),
    latestReview(sql, spec.id),
    (async () => threadsPage(sql, spec.id, comment === null ? pageOf(query["page"]) : await pageOfComment(sql, spec.id, comment)))(),
    projectsOf(sql, spec.teamId, { specId: spec.id }),
    followersOf(sql, spec.id, person?.id ?? 0),
  ]);
  if (!draft) notFound();
  const drawing = await reviewOf(sql, spec.id, draft.revision, clientOf(person, addressOf(await headers())));
  if (!drawing) notFound();
  const { last } = drawing;
  // Most are there at once; for the others the page asks again.
  const known = await soon(drawing.result);
  return (
    <>
      <FreshReview revision={draft.revision} />
      <ReviewPage
        key={draft.revision}
        team={team}
        spec={slug}
        revision={draft.revision}
        last={last}
        known={known?.ok ? known.value : null}
        threads={threads}
        mayComment={maySpec(spec, "comment")}
        about={query["about"] ?? "spec"}
        mayPublish={maySpec(spec, "publish")}
        publishers={spec.publishers}
        above={
          <ReviewPanel
            team={team}
            spec={slug}
            revision={draft.revision}
            review={review}
            mayAsk={maySpec(spec, "ask-review")}
            mayDecide={maySpec(spec, "decide-review")}
          />
        }
        below={
          <>
            <UsedBy projects={users.entries} total={users.total ?? 0} specId={spec.id} />
            <FollowedBy followers={followers.entries} total={followers.all} />
          </>
        }
      />
    </>
  );
}
