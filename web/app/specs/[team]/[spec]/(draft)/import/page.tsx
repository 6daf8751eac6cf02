import { parseVersion } from "@ypsiline/core";
import type { Metadata } from "next";
import { ImportPage } from "@/features/import/import-page";
import { database } from "@/server/database/database";
import { requireSpec } from "@/server/requests/page";
import { queryOf } from "@/server/http/query";
import { readStoredVersion } from "@/server/specs/versions";

export const metadata: Metadata = { title: "Import a file" };

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export default async function Import({ params, searchParams }: Props) {
  const { team, spec: slug } = await params;
  const { version: asked } = await queryOf(searchParams);
  const { spec } = await requireSpec(team, slug, "read-draft");
  const number = asked === undefined ? null : parseVersion(asked);
  const earlier = number ? await readStoredVersion(database(), spec.id, number) : null;
  return <ImportPage earlier={earlier && { number: earlier.number, layout: earlier.layout }} />;
}
