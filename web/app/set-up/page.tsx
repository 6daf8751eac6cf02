import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { SetUpForm } from "@/features/account/links";
import { database } from "@/server/database/database";
import { isEmpty } from "@/server/identity/set-up";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "Set up" };
export const dynamic = "force-dynamic";

export default async function SetUpPage() {
  if (!(await isEmpty(database()))) redirect("/sign-in");
  return (
    <NarrowPage title="Set up Ypsiline">
      <p>Nobody has an account here yet. You will be the first, and lead the first team.</p>
      <SetUpForm />
    </NarrowPage>
  );
}
