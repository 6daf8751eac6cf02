import type { Metadata } from "next";
import Link from "next/link";
import { database } from "@/server/database/database";
import { unreadCount } from "@/server/happenings/inbox";
import { requirePerson } from "@/server/requests/page";
import { membershipsOf } from "@/server/identity/people";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";
import { MainNav } from "@/ui/main-nav";

export const metadata: Metadata = { title: "Your teams" };

/** What a member of a role does, in a few words. */
const roleWords = { reader: "you read", author: "you edit", lead: "you lead" } as const;

export default async function TeamsPage() {
  const person = await requirePerson("/teams");
  const sql = database();
  const [teams, unread] = await Promise.all([membershipsOf(sql, person.id), unreadCount(sql, person.id)]);
  return (
    <>
      <TopBar crumbs={<MainNav here="team" teams={teams} unread={unread} />}>
        <Account email={person.email} />
      </TopBar>
      <main className="page">
        <div className="specs-head">
          <h1>Your teams</h1>
          <span className="flex-grow-1" />
          <Link className="btn btn-quiet" href="/teams/new" prefetch={false}>
            Create a team
          </Link>
        </div>
        {teams.length === 0 && <p className="card-plain p-4">You are in no team yet. Create one, or ask a lead to invite you.</p>}
        <ul className="plain-list card-plain teams-list">
          {teams.map(({ team, teamName, role }) => (
            <li key={team}>
              <Link href={`/teams/${team}`} prefetch={false}>
                {teamName}
              </Link>
              <span className="quiet">{roleWords[role]}</span>
            </li>
          ))}
        </ul>
      </main>
    </>
  );
}
