import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { NewSpecForm } from "@/features/specs/new/new-spec-form";
import { database } from "@/server/database";
import { requirePerson } from "@/server/page";
import { membershipsOf } from "@/server/people";
import { may } from "@/server/permissions";
import { teamStarts } from "@/server/team-start";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";

export const metadata: Metadata = { title: "New spec" };

export default async function NewSpecPage() {
  const person = await requirePerson("/specs/new");
  const sql = database();
  const [memberships, points] = await Promise.all([membershipsOf(sql, person.id), teamStarts(sql, person.id)]);
  const teams = memberships.filter(({ role }) => may(role, "create-spec"));
  if (teams.length === 0) notFound();
  return (
    <>
      <TopBar
        crumbs={
          <>
            <Link href="/specs" className="crumb" prefetch={false}>
              Specs
            </Link>
            <span className="crumb">/</span>
            <span className="here">New spec</span>
          </>
        }
      >
        <Account email={person.email} />
      </TopBar>
      <main className="page">
        <NewSpecForm
          teams={teams.map(({ team, teamName }) => ({
            slug: team,
            name: teamName,
            start: points.find((one) => one.team === team) ?? null,
          }))}
        />
      </main>
    </>
  );
}
