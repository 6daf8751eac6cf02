import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { NewSpecForm } from "@/features/specs/new/new-spec-form";
import { database } from "@/server/database/database";
import { requirePerson } from "@/server/requests/page";
import { membershipsOf } from "@/server/identity/people";
import { may } from "@/server/identity/permissions";
import { specChoices } from "@/server/specs/overviews";
import { queryOf } from "@/server/http/query";
import { templatesOf } from "@/server/specs/templates";
import { Account } from "@/ui/account";
import { TopBar } from "@/ui/brand";

export const metadata: Metadata = { title: "New spec" };

type Props = { readonly searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function NewSpecPage({ searchParams }: Props) {
  const person = await requirePerson("/specs/new");
  const sql = database();
  const { copy = "" } = await queryOf(searchParams);
  const [memberships, templates, found] = await Promise.all([
    membershipsOf(sql, person.id),
    templatesOf(sql, person.id),
    copy === "" ? null : specChoices(sql, person.id, { text: copy, team: null }),
  ]);
  const copied = found?.specs.find(({ team, spec }) => `${team}/${spec}` === copy) ?? null;
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
            templates: templates.filter((one) => one.team === team),
          }))}
          copied={copied}
        />
      </main>
    </>
  );
}
