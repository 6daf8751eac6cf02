import type { Metadata } from "next";
import { FollowPage } from "@/features/follow/follow-page";
import { requireSpec } from "@/server/requests/page";
import { queryOf } from "@/server/http/query";

export const metadata: Metadata = { title: "Following" };

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export default async function Follow({ params, searchParams }: Props) {
  const { team, spec } = await params;
  await requireSpec(team, spec, "read-draft");
  return <FollowPage to={(await queryOf(searchParams))["to"] ?? null} />;
}
