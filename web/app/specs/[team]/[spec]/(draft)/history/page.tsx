import type { Metadata } from "next";
import { HistoryPage } from "@/features/history/history-page";
import { database } from "@/server/database/database";
import { stretchesPage } from "@/server/specs/history";
import { requireSpec } from "@/server/requests/page";
import { pageOf, pageSize } from "@/server/database/paging";
import { queryOf } from "@/server/http/query";
import { Pager } from "@/ui/pager";

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export const metadata: Metadata = { title: "History" };

export default async function DraftHistoryPage({ params, searchParams }: Props) {
  const { team, spec: slug } = await params;
  const { spec } = await requireSpec(team, slug, "read-draft");
  const page = pageOf((await queryOf(searchParams))["page"]);
  const { entries, more } = await stretchesPage(database(), spec.id, page);
  return (
    <HistoryPage stretches={entries}>
      <Pager page={page} size={pageSize} total={null} more={more} query={{}} what="stretches" />
    </HistoryPage>
  );
}
