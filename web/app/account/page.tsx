import type { Metadata } from "next";
import { cookies } from "next/headers";
import { AccountPage } from "@/features/account/account-page";
import { OwnAccount } from "@/features/account/own-account";
import { database } from "@/server/database/database";
import { unreadCount } from "@/server/happenings/inbox";
import { sendsMail } from "@/server/happenings/letters";
import { requirePerson } from "@/server/requests/page";
import { membershipsOf, sessionsOf } from "@/server/identity/people";
import { secretHash } from "@/server/database/secrets";
import { sessionCookie } from "@/server/identity/sign-in";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";
import { MainNav } from "@/ui/main-nav";

export const metadata: Metadata = { title: "Your account" };

export default async function AccountRoute() {
  const person = await requirePerson("/account");
  const sql = database();
  const own = (await cookies()).get(sessionCookie())?.value ?? "";
  const [sessions, unread, teams] = await Promise.all([
    sessionsOf(sql, person.id, secretHash(own)),
    unreadCount(sql, person.id),
    membershipsOf(sql, person.id),
  ]);
  return (
    <>
      <TopBar crumbs={<MainNav here={null} teams={teams} unread={unread} />}>
        <Account email={person.email} />
      </TopBar>
      <main className="page account">
        <h1>Your account</h1>
        <AccountPage person={person} sessions={sessions}>
          <OwnAccount person={person} teams={teams} mail={sendsMail()} />
        </AccountPage>
      </main>
    </>
  );
}
