import { notFound } from "next/navigation";
import type { ReactNode } from "react";
import { DraftProvider } from "@/draft/draft-provider";
import { database } from "@/server/database";
import { requireSpec } from "@/server/page";
import { may } from "@/server/permissions";
import { readDraft } from "@/server/specs";
import { readVersion } from "@/server/versions";

type Props = { readonly params: Promise<{ team: string; spec: string }>; readonly children: ReactNode };

/** The pages of one draft share it, and its undo steps, while somebody goes from one to the other. */
export default async function DraftLayout({ params, children }: Props) {
  const { team, spec: slug } = await params;
  const { spec } = await requireSpec(team, slug, "read-draft", `/specs/${team}/${slug}`);
  const [draft, latest] = await Promise.all([readDraft(database(), spec.id), readVersion(database(), spec.id, null)]);
  if (!draft) notFound();
  return (
    <DraftProvider
      address={{ team, spec: slug }}
      teamName={spec.teamName}
      draft={{ revision: draft.revision, layout: draft.layout }}
      latest={latest && { number: latest.number, layout: latest.layout }}
      mayEdit={may(spec.role, "edit-draft")}
      mayPublish={may(spec.role, "publish")}
      mayManageTeam={may(spec.role, "edit-devices")}
    >
      {children}
    </DraftProvider>
  );
}
