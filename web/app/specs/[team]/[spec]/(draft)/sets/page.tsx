import type { Metadata } from "next";
import { SetsPage } from "@/features/whole-pixel-sets/sets-page";
import { queryOf } from "@/server/http/query";

type Props = { readonly searchParams: Promise<Record<string, string | string[] | undefined>> };

export const metadata: Metadata = { title: "Whole-pixel sets" };

export default async function WholePixelSetsPage({ searchParams }: Props) {
  return <SetsPage at={(await queryOf(searchParams))["at"] ?? null} />;
}
