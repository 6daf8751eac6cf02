import type { Metadata } from "next";
import { InboxList } from "@/features/inbox/inbox-list";
import { database } from "@/server/database";
import { inboxOf, unreadCount } from "@/server/inbox";
import { requirePerson } from "@/server/page";
import { membershipsOf } from "@/server/people";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";
import { MainNav } from "@/ui/main-nav";

export const metadata: Metadata = { title: "Inbox" };

export default async function InboxPage() {
  const person = await requirePerson("/inbox");
  const sql = database();
  const [items, unread, teams] = await Promise.all([inboxOf(sql, person.id), unreadCount(sql, person.id), membershipsOf(sql, person.id)]);
  return (
    <>
      <TopBar crumbs={<MainNav here="inbox" team={teams[0]?.team ?? null} unread={unread} />}>
        <Account email={person.email} />
      </TopBar>
      <main className="page">
        <h1 className="mb-3">Inbox</h1>
        <InboxList items={items} />
      </main>
    </>
  );
}
