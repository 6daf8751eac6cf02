import type { Metadata } from "next";
import { VersionsList } from "@/features/hand-off/versions-list";
import { database } from "@/server/database/database";
import { maySpec, requireSpec } from "@/server/requests/page";
import { pageOf, pageSize } from "@/server/database/paging";
import { queryOf } from "@/server/http/query";
import { readDraftFacts } from "@/server/specs/specs";
import { readNamedVersion, versionsPage } from "@/server/specs/versions";
import { Pager } from "@/ui/pager";
import { PlainHead } from "../plain-head";

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
  const [versions, named] = await Promise.all([
    versionsPage(sql, spec.id, page),
    member ? readDraftFacts(sql, spec.id) : readNamedVersion(sql, spec.id, null),
  ]);
  const path = `/specs/${team}/${slug}`;
  return (
    <>
      <PlainHead spec={spec} name={named?.name ?? slug} here={null} query={query} />
      <main className="page">
        <h1 className="mb-3">Versions</h1>
        <VersionsList path={path} versions={versions.entries} mayReview={member} />
        <Pager page={page} size={pageSize} total={null} more={versions.more} query={{}} what="versions" />
      </main>
    </>
  );
}
