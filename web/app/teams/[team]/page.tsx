import type { Metadata } from "next";
import Link from "next/link";
import { notFound, redirect } from "next/navigation";
import { ActivityList } from "@/features/team/activity-list";
import { Members } from "@/features/team/members";
import { Outbox } from "@/features/team/outbox";
import { Projects } from "@/features/team/projects";
import { Storage } from "@/features/team/storage";
import { Settings } from "@/features/team/settings";
import { Webhooks } from "@/features/team/webhooks";
import { activityPage } from "@/server/happenings/activity";
import { database } from "@/server/database/database";
import { unreadCount } from "@/server/happenings/inbox";
import { sendsMail } from "@/server/happenings/letters";
import { invitationsOf } from "@/server/teams/invitations";
import { membershipsOf } from "@/server/identity/people";
import { keptOf, mostKeptOf } from "@/server/teams/kept-bytes";
import { may, scopesOf } from "@/server/identity/permissions";
import { projectsOf } from "@/server/projects/projects";
import { queryOf } from "@/server/http/query";
import { specChoice } from "@/server/specs/overviews";
import { pageOf, pageSize, patternOf } from "@/server/database/paging";
import { membersPage, outboxPage } from "@/server/teams/team";
import { tokensOf } from "@/server/identity/tokens";
import { allowedTeam } from "@/server/requests/viewer";
import { deliveriesPage, webhooksOf } from "@/server/happenings/webhooks";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";
import { MainNav } from "@/ui/main-nav";
import { Pager } from "@/ui/pager";

export const metadata: Metadata = { title: "Team" };

type Props = {
  readonly params: Promise<{ team: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

const parts = [
  ["projects", "Projects"],
  ["members", "Members"],
  ["activity", "Activity"],
  ["webhooks", "Webhooks"],
  ["outbox", "Outbox"],
] as const;

export default async function TeamPage({ params, searchParams }: Props) {
  const { team: slug } = await params;
  const query = await queryOf(searchParams);
  const allowed = await allowedTeam(slug, "read-team");
  if (!allowed.ok)
    return allowed.problem.code === "signed-out" ? redirect(`/sign-in?back=${encodeURIComponent(`/teams/${slug}`)}`) : notFound();
  const { team, person } = allowed.value;
  const sql = database();
  const teams = await membershipsOf(sql, person.id);
  const others = teams.filter((one) => one.team !== slug);
  const manages = may(team.role, "manage-team");
  const shown = parts.filter(([id]) => manages || (id !== "webhooks" && id !== "outbox"));
  const show = shown.find(([id]) => id === query["show"])?.[0] ?? "projects";
  const page = pageOf(query["page"]);
  /** Ways to the pages beside this one, of lists that are not counted. */
  const pager = ({ more }: { readonly more: boolean }, what: string, spec?: string) => (
    <Pager page={page} size={pageSize} total={null} more={more} query={{ show, spec }} what={what} />
  );
  const part = async () => {
    switch (show) {
      case "projects": {
        const projects = await projectsOf(sql, team.id, { pattern: patternOf(query["q"]), page });
        return (
          <>
            <Projects
              team={slug}
              projects={projects.entries}
              searched={query["q"] ?? null}
              findable={projects.more || page > 1 || query["q"] !== undefined}
              tokens={await tokensOf(
                sql,
                projects.entries.map(({ id }) => id),
              )}
              scopes={scopesOf(team.role, team.publishers)}
              self={person.id}
              mayMake={may(team.role, "make-project")}
              mayManageAll={manages}
            />
            <Pager page={page} size={pageSize} total={projects.total} more={projects.more} query={{ q: query["q"] }} what="projects" />
          </>
        );
      }
      case "members": {
        const members = await membersPage(sql, team.id, page);
        return (
          <>
            <Members
              team={slug}
              self={person.id}
              members={members.entries}
              invitations={manages ? await invitationsOf(sql, team.id) : []}
              mayManage={manages}
              mail={sendsMail()}
            >
              {pager(members, "members")}
            </Members>
            <Settings team={slug} name={team.name} publishers={team.publishers} mayManage={manages} />
            <Storage kept={await keptOf(sql, team.id)} most={mostKeptOf()} />
          </>
        );
      }
      case "activity": {
        const spec = query["spec"] ? await specChoice(sql, person.id, slug, query["spec"]) : null;
        const { entries, more } = await activityPage(sql, team.id, spec?.spec ?? null, page);
        return (
          <>
            <ActivityList team={slug} spec={spec} entries={entries} />
            {pager({ more }, "activity", spec?.spec)}
          </>
        );
      }
      case "webhooks": {
        const deliveries = await deliveriesPage(sql, team.id, page);
        return (
          <>
            <Webhooks team={slug} webhooks={await webhooksOf(sql, team.id)} deliveries={deliveries.entries} />
            {pager(deliveries, "webhooks")}
          </>
        );
      }
      case "outbox": {
        const letters = await outboxPage(sql, team.id, page);
        return (
          <>
            <Outbox letters={letters.entries} mail={sendsMail()} />
            {pager(letters, "outbox")}
          </>
        );
      }
      default:
        return show satisfies never;
    }
  };
  return (
    <>
      <TopBar
        crumbs={
          <>
            <span className="crumb">{team.name}</span>
            <MainNav here="team" teams={teams} unread={await unreadCount(sql, person.id)} />
          </>
        }
      >
        <Account email={person.email} />
      </TopBar>
      <main className="page team-page">
        <h1>{team.name}</h1>
        <nav className="side-nav" aria-label="Team">
          {shown.map(([id, label]) => (
            <Link key={id} href={`/teams/${slug}?show=${id}`} aria-current={id === show ? "page" : undefined} prefetch={false}>
              {label}
            </Link>
          ))}
          <Link href="/teams/new" prefetch={false} className="other-teams">
            Create a team
          </Link>
          {others.length > 0 && (
            <>
              <span className="quiet other-teams">Other teams</span>
              {others.map((other) => (
                <Link key={other.team} href={`/teams/${other.team}`} prefetch={false}>
                  {other.teamName}
                </Link>
              ))}
            </>
          )}
        </nav>
        <div>{await part()}</div>
      </main>
    </>
  );
}
