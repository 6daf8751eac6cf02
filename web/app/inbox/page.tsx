import type { Metadata } from "next";
import { InboxList } from "@/features/inbox/inbox-list";
import { database } from "@/server/database/database";
import { inboxOf, unreadCount } from "@/server/happenings/inbox";
import { requirePerson } from "@/server/requests/page";
import { pageOf, pageSize } from "@/server/database/paging";
import { membershipsOf } from "@/server/identity/people";
import { queryOf } from "@/server/http/query";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";
import { MainNav } from "@/ui/main-nav";
import { Pager } from "@/ui/pager";

export const metadata: Metadata = { title: "Inbox" };

type Props = { readonly searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function InboxPage({ searchParams }: Props) {
  const person = await requirePerson("/inbox");
  const page = pageOf((await queryOf(searchParams))["page"]);
  const sql = database();
  const [items, unread, teams] = await Promise.all([
    inboxOf(sql, person.id, page),
    unreadCount(sql, person.id),
    membershipsOf(sql, person.id),
  ]);
  return (
    <>
      <TopBar crumbs={<MainNav here="inbox" teams={teams} unread={unread} />}>
        <Account email={person.email} />
      </TopBar>
      <main className="page">
        <h1 className="mb-3">Inbox</h1>
        <InboxList items={items.entries} />
        <Pager page={page} size={pageSize} total={null} more={items.more} query={{}} what="your inbox" />
      </main>
    </>
  );
}
