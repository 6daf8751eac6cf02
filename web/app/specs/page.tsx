import type { Metadata } from "next";
import Link from "next/link";
import { type SpecOverview, SpecCard } from "@/features/specs/spec-card";
import { database } from "@/server/database";
import { unreadCount } from "@/server/inbox";
import { requirePerson } from "@/server/page";
import { membershipsOf } from "@/server/people";
import { may } from "@/server/permissions";
import { countsOfUse } from "@/server/projects";
import { readDraft, specsOf } from "@/server/specs";
import { readVersion } from "@/server/versions";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";
import { MainNav } from "@/ui/main-nav";

export const metadata: Metadata = { title: "Specs" };

/** Screen px that the widest drawing may take. */
const drawingWidth = 600;

export default async function SpecsPage() {
  const person = await requirePerson("/specs");
  const sql = database();
  const [teams, specs, unread] = await Promise.all([membershipsOf(sql, person.id), specsOf(sql, person.id), unreadCount(sql, person.id)]);
  const counts = await countsOfUse(
    sql,
    specs.map(({ id }) => id),
  );
  const overviews = (
    await Promise.all(
      specs.map(async (spec): Promise<SpecOverview | null> => {
        const [draft, latest] = await Promise.all([readDraft(sql, spec.id), readVersion(sql, spec.id, null)]);
        return draft && { spec, draft: draft.layout, latest, projects: counts.get(spec.id) ?? 0 };
      }),
    )
  ).flatMap((overview) => (overview ? [overview] : []));
  const widest = Math.max(1, ...overviews.flatMap(({ draft }) => draft.breakpoints.map(({ drawnAt }) => drawnAt.width)));
  // One px of screen for a whole number of px of layout: a scale a person can say.
  const pxPerPx = Math.max(1, Math.ceil(widest / drawingWidth));
  const canCreate = teams.some(({ role }) => may(role, "create-spec"));
  return (
    <>
      <TopBar
        crumbs={
          <>
            <span className="crumb">{teams.map(({ teamName }) => teamName).join(", ")}</span>
            <MainNav here="specs" team={teams[0]?.team ?? null} unread={unread} />
          </>
        }
      >
        <Account email={person.email} />
      </TopBar>
      <main className="page">
        <div className="specs-head">
          <h1>Layout specifications</h1>
          <span className="flex-grow-1" />
          {canCreate && (
            <Link className="btn btn-primary" href="/specs/new">
              New spec
            </Link>
          )}
        </div>
        {overviews.length === 0 && (
          <div className="card-plain p-4">
            <h2>No spec yet</h2>
            <p className="mb-0">
              A spec holds the columns, rows and lines of one product at every width.{" "}
              {canCreate ? <Link href="/specs/new">Make the first one</Link> : "An author of your team can make the first one."}
            </p>
          </div>
        )}
        {overviews.map((overview) => (
          <SpecCard key={overview.spec.id} overview={overview} scale={1 / pxPerPx} />
        ))}
        {overviews.length > 0 && (
          <p className="quiet">
            All drawings on this page share one scale: <span className="num">1 px</span> on screen for every{" "}
            <span className="num">{pxPerPx} px</span> of layout.
          </p>
        )}
      </main>
    </>
  );
}
