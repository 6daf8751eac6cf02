import { notFound } from "next/navigation";
import type { ReactNode } from "react";
import { DraftProvider } from "@/draft/draft-provider";
import { commentsOf } from "@/server/comments";
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
  const sql = database();
  const [draft, latest, comments] = await Promise.all([readDraft(sql, spec.id), readVersion(sql, spec.id, null), commentsOf(sql, spec.id)]);
  if (!draft) notFound();
  return (
    <DraftProvider
      address={{ team, spec: slug }}
      teamName={spec.teamName}
      draft={{ revision: draft.revision, layout: draft.layout }}
      openComments={comments
        .filter(({ thread, resolvedAt }) => thread === null && resolvedAt === null)
        .map(({ id, about, words, person }) => ({ id, about, words, person }))}
      latest={latest && { number: latest.number, layout: latest.layout }}
      mayEdit={may(spec.role, "edit-draft")}
      mayPublish={may(spec.role, "publish", spec)}
      mayManageTeam={may(spec.role, "edit-devices")}
    >
      {children}
    </DraftProvider>
  );
}
