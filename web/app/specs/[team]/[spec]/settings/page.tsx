import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { SpecSettings } from "@/features/specs/spec-settings";
import { database } from "@/server/database/database";
import { maySpec, requireSpec } from "@/server/requests/page";
import { queryOf } from "@/server/http/query";
import { teamsToMoveTo } from "@/server/specs/spec-life";
import { readDraftFacts } from "@/server/specs/specs";
import { isTemplate } from "@/server/specs/templates";
import { PlainHead } from "../plain-head";

export const metadata: Metadata = { title: "Settings of a spec" };

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export default async function SpecSettingsPage({ params, searchParams }: Props) {
  const { team, spec: slug } = await params;
  const query = await queryOf(searchParams);
  const { spec, person } = await requireSpec(team, slug, "read-draft");
  const [mayName, mayManage] = [maySpec(spec, "name-spec"), maySpec(spec, "manage-spec")];
  if (!person || (!mayName && !mayManage)) notFound();
  const sql = database();
  const [draft, template, teams] = await Promise.all([
    readDraftFacts(sql, spec.id),
    isTemplate(sql, spec),
    mayManage ? teamsToMoveTo(sql, spec, person.id) : [],
  ]);
  if (!draft) notFound();
  const { name } = draft;
  return (
    <>
      <PlainHead spec={spec} name={name} here="settings" query={query} />
      <main className="page account">
        <h1>{name}</h1>
        <p className="quiet">
          A spec of {spec.teamName}. Its package is called <span className="num">{spec.package}</span>.
        </p>
        <SpecSettings
          key={`${team}/${slug} ${name}`}
          spec={{ team, slug, name, description: spec.description, package: spec.package, archived: spec.archived }}
          teams={teams.map(({ team: one, teamName }) => ({ slug: one, name: teamName }))}
          follows={maySpec(spec, "edit-draft") ? draft.follows : undefined}
          mayName={mayName}
          mayManage={mayManage}
          isTemplate={template}
          mayCreate={maySpec(spec, "create-spec")}
        />
      </main>
    </>
  );
}
