import type { Metadata } from "next";
import { VersionsList } from "@/features/hand-off/versions-list";
import { countOfOpenComments } from "@/server/comments";
import { database } from "@/server/database";
import { maySpec, requireSpec } from "@/server/page";
import { pageOf, pageSize } from "@/server/paging";
import { queryOf } from "@/server/query";
import { readDraftFacts } from "@/server/specs";
import { latestNumber, readNamedVersion, versionsPage } from "@/server/versions";
import { Pager } from "@/ui/pager";
import { PlainBar } from "@/ui/plain-bar";
import { lookingOf, PlainSpecViews } from "@/ui/spec-views";

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export const metadata: Metadata = { title: "Versions" };

export default async function VersionsPage({ params, searchParams }: Props) {
  const { team, spec: slug } = await params;
  const { spec } = await requireSpec(team, slug, "read-version");
  const query = await queryOf(searchParams);
  const page = pageOf(query["page"]);
  const sql = database();
  const member = maySpec(spec, "read-draft");
  const [versions, latest, comments, named] = await Promise.all([
    versionsPage(sql, spec.id, page),
    latestNumber(sql, spec.id),
    member ? countOfOpenComments(sql, spec.id) : 0,
    member ? readDraftFacts(sql, spec.id) : readNamedVersion(sql, spec.id, null),
  ]);
  const path = `/specs/${team}/${slug}`;
  return (
    <>
      <PlainBar above={member ? [[spec.teamName, "/specs"]] : []} here={named?.name ?? slug}>
        {!member && (
          <a className="btn btn-bar" href={`${path}/versions/latest`}>
            Hand-off page
          </a>
        )}
      </PlainBar>
      {member && (
        <PlainSpecViews
          here={null}
          path={path}
          looking={lookingOf(query)}
          openComments={comments}
          latest={latest}
          mayEdit={maySpec(spec, "edit-draft")}
        />
      )}
      <main className="page">
        <h1 className="mb-3">Versions</h1>
        <VersionsList path={path} versions={versions.entries} />
        <Pager page={page} size={pageSize} total={null} more={versions.more} query={{}} what="versions" />
      </main>
    </>
  );
}
