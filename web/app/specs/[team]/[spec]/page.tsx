import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { Workbench } from "@/features/workbench/workbench";
import { database } from "@/server/database";
import { requireSpec } from "@/server/page";
import { may } from "@/server/permissions";
import { readDraft } from "@/server/specs";
import { readVersion } from "@/server/versions";

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await params).spec };
}

export default async function WorkbenchPage({ params, searchParams }: Props) {
  const { team, spec: slug } = await params;
  const { spec } = await requireSpec(team, slug, "read-draft", `/specs/${team}/${slug}`);
  const [draft, latest] = await Promise.all([readDraft(database(), spec.id), readVersion(database(), spec.id, null)]);
  if (!draft) notFound();
  const query = Object.fromEntries(
    Object.entries(await searchParams).flatMap(([name, value]) => (typeof value === "string" ? [[name, value] as const] : [])),
  );
  return (
    <Workbench
      address={{ team, spec: slug }}
      teamName={spec.teamName}
      draft={{ revision: draft.revision, layout: draft.layout }}
      latest={latest && { number: latest.number, layout: latest.layout }}
      query={query}
      mayEdit={may(spec.role, "edit-draft")}
      mayPublish={may(spec.role, "publish")}
    />
  );
}
