import {
  changesInWords,
  check,
  countOf,
  findingWords,
  leastVersion,
  parseVersion,
  versionLevel,
  versionText,
  name,
  plainText,
  words,
} from "@ypsiline/core";
import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { Comments } from "@/features/publish/comments";
import { MovedDesigns } from "@/features/publish/moved-designs";
import { PublishForm } from "@/features/publish/publish-form";
import { ReviewPanel } from "@/features/publish/review-panel";
import { FollowedBy, UsedBy } from "@/features/publish/used-by";
import { commentsOf } from "@/server/comments";
import { database } from "@/server/database";
import { followersOf } from "@/server/follow";
import { maySpec, requireSpec } from "@/server/page";
import { projectsOf } from "@/server/projects";
import { queryOf } from "@/server/query";
import { latestReview } from "@/server/reviews";
import { readDraft } from "@/server/specs";
import { highestVersion } from "@/server/versions";
import { TopBar } from "@/ui/brand";
import { BreakpointChanges } from "@/ui/breakpoint-changes";
import { ContainerLines } from "@/ui/container-lines";
import { Crumbs } from "@/ui/crumbs";
import { Said } from "@/ui/num";

export const metadata: Metadata = { title: "Review & publish" };

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export default async function PublishPage({ params, searchParams }: Props) {
  const { team, spec: slug } = await params;
  const path = `/specs/${team}/${slug}`;
  const { spec, person } = await requireSpec(team, slug, "read-draft");
  const sql = database();
  const [draft, latest, review, comments, users, followers] = await Promise.all([
    readDraft(sql, spec.id),
    highestVersion(sql, spec.id),
    latestReview(sql, spec.id),
    commentsOf(sql, spec.id),
    projectsOf(sql, spec.teamId, { specId: spec.id }),
    followersOf(sql, spec.id, person?.id ?? 0),
  ]);
  if (!draft) notFound();
  const { layout } = draft;
  const open = check(layout).findings.filter(({ level, accepted }) => level === "problem" || accepted === null);
  const problems = open.filter(({ level }) => level === "problem");
  const counts = (["problem", "caution", "note"] as const)
    .map((level) => [level, open.filter((finding) => finding.level === level).length] as const)
    .filter(([, count]) => count > 0)
    .map(([level, count]) => countOf(count, level));
  const number = latest && parseVersion(latest.number);
  const before = latest && number ? { number, layout: latest.layout } : null;
  const { level, because } = before ? versionLevel(before.layout, layout) : { level: "minor" as const, because: [] };
  const reasons = before
    ? changesInWords(because, before.layout, layout).map(({ where, what, from, to }) =>
        plainText(from === null ? words`${name(where)} ${what} ${to}` : words`${name(where)} ${what}`),
      )
    : [];
  return (
    <>
      <TopBar
        crumbs={
          <Crumbs
            above={[
              [spec.teamName, "/specs"],
              [layout.name, path],
            ]}
          >
            Review & publish
          </Crumbs>
        }
      >
        {latest && (
          <Link className="btn btn-bar" href={`${path}/compare?a=${latest.number}&b=draft`} prefetch={false}>
            Compare at any width
          </Link>
        )}
        <Link className="btn btn-bar" href={path}>
          Back to the sheet
        </Link>
      </TopBar>
      <main className="page publish">
        <div>
          <h1 className="mb-3">{latest ? `What changes after ${latest.number}` : "The first version"}</h1>
          {latest ? (
            <>
              <BreakpointChanges before={latest.layout} after={layout} />
              <h2 className="mt-4 mb-2">Container over widths</h2>
              <ContainerLines before={latest.layout} after={layout} names={[latest.number, "this draft"]} />
              <MovedDesigns key={draft.revision} team={team} spec={slug} before={latest.number} />
            </>
          ) : (
            <p className="card-plain p-3">
              {layout.breakpoints.length} {layout.breakpoints.length === 1 ? "breakpoint" : "breakpoints"}:{" "}
              {layout.breakpoints.map(({ name }) => name).join(", ")}.
            </p>
          )}
          <Comments
            team={team}
            spec={slug}
            layout={layout}
            comments={comments}
            mayComment={maySpec(spec, "comment")}
            about={(await queryOf(searchParams))["about"] ?? "spec"}
          />
          <h2 className="mt-4">{counts.length === 0 ? "All checks hold" : `Open: ${counts.join(", ")}`}</h2>
          <ul className="findings">
            {open.map((finding) => {
              const where = layout.breakpoints.find(({ id }) => id === finding.breakpoint)?.name ?? finding.breakpoint;
              const { title, message, sum } = findingWords(finding, where);
              return (
                <li key={`${finding.rule} ${finding.path}`} className={`finding ${finding.level}`}>
                  <h3>
                    {where}: <Said of={title} />
                  </h3>
                  {sum.length > 0 && <Said className="num num-wrap d-block" of={sum} />}
                  <Said of={message} />
                </li>
              );
            })}
          </ul>
        </div>
        <div className="publish-side">
          <ReviewPanel
            team={team}
            spec={slug}
            revision={draft.revision}
            review={review}
            mayAsk={maySpec(spec, "ask-review")}
            mayDecide={maySpec(spec, "decide-review")}
          />
          {maySpec(spec, "publish") ? (
            <PublishForm
              key={draft.revision}
              team={team}
              spec={slug}
              revision={draft.revision}
              offered={versionText(leastVersion(before, layout))}
              last={latest?.number ?? null}
              level={level}
              because={
                reasons.length > 0 ? `${reasons.slice(0, 4).join(", ")}${reasons.length > 4 ? " and more" : ""}.` : "nothing but words."
              }
              problems={problems.length}
            />
          ) : (
            <p className="card-plain side-card quiet mb-0">
              {spec.publishers === "leads" ? "Leads of the team publish." : "Authors and leads of the team publish."}
            </p>
          )}
          <UsedBy projects={users.entries} total={users.total ?? 0} specId={spec.id} />
          <FollowedBy followers={followers.entries} total={followers.all} />
        </div>
      </main>
    </>
  );
}
