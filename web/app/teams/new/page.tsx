import type { Metadata } from "next";
import { NewTeamForm } from "@/features/account/links";
import { requirePerson } from "@/server/page";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "Make a team" };

export default async function NewTeamPage() {
  await requirePerson("/teams/new");
  return (
    <NarrowPage title="Make a team">
      <p>You will lead it. Others come in by invitation.</p>
      <NewTeamForm />
    </NarrowPage>
  );
}
