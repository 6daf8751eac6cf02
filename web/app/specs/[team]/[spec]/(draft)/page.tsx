import type { Metadata } from "next";
import { Workbench } from "@/features/workbench/workbench";
import { queryOf } from "@/server/query";

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await params).spec };
}

export default async function WorkbenchPage({ searchParams }: Props) {
  return <Workbench query={await queryOf(searchParams)} />;
}
