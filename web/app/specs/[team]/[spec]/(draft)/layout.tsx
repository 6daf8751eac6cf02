import { notFound } from "next/navigation";
import type { ReactNode } from "react";
import { DraftProvider } from "@/draft/draft-provider";
import { openComments } from "@/server/specs/comments";
import { database } from "@/server/database/database";
import { followedBy } from "@/server/specs/follow";
import { maySpec, requireSpec } from "@/server/requests/page";
import { readStoredDraft } from "@/server/specs/specs";
import { givenLayout } from "@/server/database/stored-text";
import { highestNumber, readStoredVersion } from "@/server/specs/versions";

type Props = { readonly params: Promise<{ team: string; spec: string }>; readonly children: ReactNode };

/** The pages of one draft share it, and its undo steps, while somebody goes from one to the other. */
export default async function DraftLayout({ params, children }: Props) {
  const { team, spec: slug } = await params;
  const { spec, person } = await requireSpec(team, slug, "read-draft");
  const sql = database();
  const [draft, latest, highest, comments, followed] = await Promise.all([
    readStoredDraft(sql, spec.id),
    readStoredVersion(sql, spec.id, null),
    highestNumber(sql, spec.id),
    openComments(sql, spec.id),
    person && followedBy(sql, spec.id, person.id),
  ]);
  if (!draft) notFound();
  return (
    <DraftProvider
      address={{ team, spec: slug, id: spec.id }}
      teamName={spec.teamName}
      draft={{ revision: draft.revision, layout: givenLayout(draft.layout, `/api/drafts/${team}/${slug}`) }}
      openComments={comments}
      latest={
        latest && {
          number: latest.number,
          layout: givenLayout(latest.layout, `/api/drafts/${team}/${slug}/versions/${latest.number}`),
        }
      }
      withdrawn={latest ? null : highest}
      mayEdit={maySpec(spec, "edit-draft")}
      followed={followed}
      archived={spec.archived}
      mayPublish={maySpec(spec, "publish")}
      mayManageTeam={maySpec(spec, "edit-devices")}
    >
      {children}
    </DraftProvider>
  );
}
