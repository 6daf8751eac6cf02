import { check, countOf, findingWords, offeredVersion, parseVersion, versionText } from "@ypsiline/core";
import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { ChangeList } from "@/features/publish/change-list";
import { PublishForm } from "@/features/publish/publish-form";
import { database } from "@/server/database";
import { requireSpec } from "@/server/page";
import { readDraft } from "@/server/specs";
import { readVersion } from "@/server/versions";
import { TopBar } from "@/ui/brand";
import { NumText } from "@/ui/num";

export const metadata: Metadata = { title: "Review & publish" };

type Props = { readonly params: Promise<{ team: string; spec: string }> };

export default async function PublishPage({ params }: Props) {
  const { team, spec: slug } = await params;
  const path = `/specs/${team}/${slug}`;
  const { spec } = await requireSpec(team, slug, "publish", `${path}/publish`);
  const [draft, latest] = await Promise.all([readDraft(database(), spec.id), readVersion(database(), spec.id, null)]);
  if (!draft) notFound();
  const open = check(draft.layout).findings.filter(({ level, accepted }) => level === "problem" || accepted === null);
  const problems = open.filter(({ level }) => level === "problem");
  const counts = (["problem", "caution", "note"] as const)
    .map((level) => [level, open.filter((finding) => finding.level === level).length] as const)
    .filter(([, count]) => count > 0)
    .map(([level, count]) => countOf(count, level));
  const offered = versionText(offeredVersion(latest ? parseVersion(latest.number) : null));
  return (
    <>
      <TopBar
        crumbs={
          <>
            <Link href="/specs" className="crumb" prefetch={false}>
              {spec.teamName}
            </Link>
            <span className="crumb">/</span>
            <Link href={path} className="crumb">
              {draft.layout.name}
            </Link>
            <span className="crumb">/</span>
            <span className="here">Review & publish</span>
          </>
        }
      >
        <Link className="btn btn-bar" href={path}>
          Back to the sheet
        </Link>
      </TopBar>
      <main className="page publish">
        <div>
          <h1 className="mb-3">{latest ? `What changes after ${latest.number}` : "The first version"}</h1>
          {latest ? (
            <ChangeList before={latest.layout} after={draft.layout} />
          ) : (
            <p className="card-plain p-3">
              {draft.layout.breakpoints.length} {draft.layout.breakpoints.length === 1 ? "breakpoint" : "breakpoints"}:{" "}
              {draft.layout.breakpoints.map(({ name }) => name).join(", ")}.
            </p>
          )}
          <h2 className="mt-4">{counts.length === 0 ? "All checks hold" : `Open: ${counts.join(", ")}`}</h2>
          <ul className="findings">
            {open.map((finding) => {
              const where = draft.layout.breakpoints.find(({ id }) => id === finding.breakpoint)?.name ?? finding.breakpoint;
              const { title, message, sum } = findingWords(finding, where);
              return (
                <li key={`${finding.rule} ${finding.path}`} className={`finding ${finding.level}`}>
                  <h3>
                    {where}: {title}
                  </h3>
                  {sum && <NumText className="num num-wrap d-block" text={sum} />}
                  <NumText text={message} />
                </li>
              );
            })}
          </ul>
        </div>
        <PublishForm
          team={team}
          spec={slug}
          revision={draft.revision}
          offered={offered}
          last={latest?.number ?? null}
          problems={problems.length}
        />
      </main>
    </>
  );
}
