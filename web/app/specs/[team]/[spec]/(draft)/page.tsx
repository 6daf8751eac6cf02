import type { Metadata } from "next";
import { headers } from "next/headers";
import { notFound } from "next/navigation";
import { DraftAtMoment } from "@/draft/draft-at-moment";
import { Workbench } from "@/features/workbench/workbench";
import { idOf } from "@/server/requests/authorized-handlers";
import { database } from "@/server/database/database";
import { needsPointers } from "@/server/identity/first-visit";
import { addressOf } from "@/server/requests/handler";
import { clientOf } from "@/server/heavy/heavy";
import { momentOf } from "@/server/specs/moment";
import { maySpec, requireSpec } from "@/server/requests/page";
import { queryOf } from "@/server/http/query";

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await params).spec };
}

export default async function WorkbenchPage({ params, searchParams }: Props) {
  const query = await queryOf(searchParams);
  const { team, spec: slug } = await params;
  const { spec, person } = await requireSpec(team, slug, "read-draft");
  if (query["moment"] === undefined)
    return (
      <Workbench query={query} pointed={person !== null && maySpec(spec, "edit-draft") && (await needsPointers(database(), person.id))} />
    );
  // A moment of the draft, shown in the draft's place.
  const moment = await momentOf(clientOf(person, addressOf(await headers())), spec.id, idOf(query["moment"]));
  if (!moment.ok) notFound();
  return (
    <DraftAtMoment key={moment.revision} revision={moment.revision} layout={moment.layout}>
      <Workbench query={query} pointed={false} />
    </DraftAtMoment>
  );
}
