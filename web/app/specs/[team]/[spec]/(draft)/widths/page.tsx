import { limits } from "@ypsiline/core";
import type { Metadata } from "next";
import { WidthsPage } from "@/features/widths/widths-page";
import { database } from "@/server/database/database";
import { devicesOf } from "@/server/teams/devices";
import { requireSpec } from "@/server/requests/page";
import { queryOf } from "@/server/http/query";

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export const metadata: Metadata = { title: "Widths" };

export default async function AllWidthsPage({ params, searchParams }: Props) {
  const { team, spec } = await params;
  await requireSpec(team, spec, "read-draft");
  const asked = (await queryOf(searchParams))["width"] ?? "";
  const width = /^\d{1,5}(\.\d{1,3})?$/.test(asked) && Number(asked) >= 1 && Number(asked) <= limits.size ? Number(asked) : null;
  return <WidthsPage width={width} team={await devicesOf(database(), team)} />;
}
