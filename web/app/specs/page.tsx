import type { Metadata } from "next";
import Link from "next/link";
import { SpecCard } from "@/features/specs/spec-card";
import { database } from "@/server/database/database";
import { unreadCount } from "@/server/happenings/inbox";
import { requirePerson } from "@/server/requests/page";
import { membershipsOf } from "@/server/identity/people";
import { may } from "@/server/identity/permissions";
import { hasArchived, overviewsOf, type SpecOrder, specOrders } from "@/server/specs/overviews";
import { pageOf, pageSize, patternOf } from "@/server/database/paging";
import { queryOf } from "@/server/http/query";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";
import { MarginHatch } from "@/ui/grid-strip";
import { LookAgain } from "@/ui/look-again";
import { MainNav } from "@/ui/main-nav";
import { Pager } from "@/ui/pager";

export const metadata: Metadata = { title: "Specs" };

/** Screen px that the widest drawing may take. */
const drawingWidth = 600;

type Props = { readonly searchParams: Promise<Record<string, string | string[] | undefined>> };

const orders: Readonly<Record<SpecOrder, string>> = { made: "oldest first", name: "by name", changed: "recently changed first" };

export default async function SpecsPage({ searchParams }: Props) {
  const person = await requirePerson("/specs");
  const sql = database();
  const query = await queryOf(searchParams);
  const order = specOrders.find((one) => one === query["order"]) ?? "made";
  const page = pageOf(query["page"]);
  const archived = query["show"] === "archived";
  const [teams, specs, anyArchived, unread] = await Promise.all([
    membershipsOf(sql, person.id),
    overviewsOf(sql, person.id, { pattern: patternOf(query["q"]), order, page, archived }),
    hasArchived(sql, person.id),
    unreadCount(sql, person.id),
  ]);
  const overviews = specs.entries;
  const searched = patternOf(query["q"]) !== null;
  // Search and order are shown if there is more than one page of specs, or if one is in use.
  const findable = searched || archived || anyArchived || order !== "made" || page > 1 || overviews.length > 5;
  const widest = Math.max(1, ...overviews.flatMap(({ summary }) => summary.breakpoints.map(({ width }) => width)));
  // One px of screen for a whole number of px of layout: a scale a person can say.
  const pxPerPx = Math.max(1, Math.ceil(widest / drawingWidth));
  const canCreate = teams.some(({ role }) => may(role, "create-spec"));
  return (
    <>
      <TopBar
        crumbs={
          <>
            <span className="crumb">{teams.map(({ teamName }) => teamName).join(", ")}</span>
            <MainNav here="specs" teams={teams} unread={unread} />
          </>
        }
      >
        <Account email={person.email} />
      </TopBar>
      <main className="page">
        <div className="specs-head">
          <h1>{archived ? "Archived specifications" : "Layout specifications"}</h1>
          <span className="flex-grow-1" />
          {canCreate && (
            <Link className="btn btn-primary" href="/specs/new">
              New spec
            </Link>
          )}
        </div>
        {findable && (
          <form method="get" className="find" role="search">
            <input
              name="q"
              type="search"
              className="form-control"
              aria-label="Find a spec"
              placeholder="Name or purpose"
              defaultValue={query["q"]}
              maxLength={100}
            />
            <select name="order" className="form-select" aria-label="In which order" defaultValue={order}>
              {specOrders.map((one) => (
                <option key={one} value={one}>
                  {orders[one]}
                </option>
              ))}
            </select>
            {archived && <input type="hidden" name="show" value="archived" />}
            <button className="btn btn-quiet">Show</button>
            {(archived || anyArchived) && (
              <a href={archived ? "/specs" : "/specs?show=archived"}>{archived ? "Specs in use" : "Archived specs"}</a>
            )}
          </form>
        )}
        {overviews.length === 0 && (searched || page > 1) && (
          <div className="card-plain p-4">
            <h2>No spec here</h2>
            <p className="mb-0">
              {searched ? `No name, address or description holds “${query["q"] ?? ""}”.` : "There is no such page."}{" "}
              <a href={archived ? "/specs?show=archived" : "/specs"}>Show all</a>
            </p>
          </div>
        )}
        {overviews.length === 0 && archived && !searched && page === 1 && (
          <div className="card-plain p-4">
            <h2>No archived specs</h2>
            <p className="mb-0">
              A lead can archive a spec in its settings. <a href="/specs">Show the specs in use</a>
            </p>
          </div>
        )}
        {overviews.length === 0 && !archived && !searched && page === 1 && (
          <div className="card-plain p-4">
            <h2>No spec yet</h2>
            <p className="mb-0">
              A spec holds the columns, rows and lines of one product at every width.{" "}
              {canCreate ? <Link href="/specs/new">Create the first one</Link> : "An author of your team can create the first one."}{" "}
              <a href="/guide/your-first-spec">Your first spec in ten minutes</a>
            </p>
          </div>
        )}
        <svg width="0" height="0" className="position-absolute" aria-hidden="true">
          <defs>
            <MarginHatch id="card-hatch" size={5} />
          </defs>
        </svg>
        {overviews.map((overview) => (
          <SpecCard
            key={overview.id}
            overview={overview}
            scale={1 / pxPerPx}
            widest={widest}
            settings={may(overview.role, archived ? "manage-spec" : "name-spec")}
          />
        ))}
        {overviews.some(({ counts }) => !counts?.now) && (
          <LookAgain key={overviews.map(({ id, counts }) => `${id}${counts?.now}`).join(" ")} />
        )}
        <Pager
          page={page}
          size={pageSize}
          total={specs.total}
          more={specs.more}
          query={{ q: query["q"], order: query["order"], show: archived ? "archived" : undefined }}
          what="specs"
        />
        {overviews.length > 0 && (
          <p className="quiet scale-line">
            All drawings on this page share one scale: <span className="num">1 px</span> on screen for every{" "}
            <span className="num">{pxPerPx} px</span> of layout.
          </p>
        )}
      </main>
    </>
  );
}
