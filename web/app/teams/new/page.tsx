import type { Metadata } from "next";
import { NewTeamForm } from "@/features/account/links";
import { requirePerson } from "@/server/requests/page";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "Create a team" };

export default async function NewTeamPage() {
  await requirePerson("/teams/new");
  return (
    <NarrowPage title="Create a team">
      <p>You will lead it. You can invite others afterwards.</p>
      <NewTeamForm />
    </NarrowPage>
  );
}
