import type { Metadata } from "next";
import { FitPage } from "@/features/fit/fit-page";
import { idOf } from "@/server/requests/authorized-handlers";
import { requireSpec } from "@/server/requests/page";
import { queryOf } from "@/server/http/query";

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export const metadata: Metadata = { title: "Fit" };

export default async function FitBoxesPage({ params, searchParams }: Props) {
  const { team, spec } = await params;
  await requireSpec(team, spec, "read-draft");
  const asked = await queryOf(searchParams);
  return <FitPage at={asked["at"] ?? null} design={idOf(asked["design"])} ask={asked["ask"] === "grid" ? "grid" : "spec"} />;
}
