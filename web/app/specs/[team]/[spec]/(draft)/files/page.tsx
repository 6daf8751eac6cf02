import type { Metadata } from "next";
import { FilesPage } from "@/features/files/files-page";
import { requireSpec } from "@/server/requests/page";

export const metadata: Metadata = { title: "Files" };

type Props = { readonly params: Promise<{ team: string; spec: string }> };

export default async function DraftFilesPage({ params }: Props) {
  const { team, spec } = await params;
  await requireSpec(team, spec, "read-draft");
  return <FilesPage />;
}
