import type { Metadata } from "next";
import { SignUpForm } from "@/features/account/links";
import { sendsMail } from "@/server/happenings/letters";
import { setting } from "@/server/settings/settings";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "Create an account" };
export const dynamic = "force-dynamic";

export default function SignUpPage() {
  return (
    <NarrowPage title="Create an account">
      {setting("SIGN_UP") !== "open" ? (
        <p className="mb-0">Accounts are made by invitation here. Ask a lead of your team.</p>
      ) : sendsMail() ? (
        <SignUpForm />
      ) : (
        <p className="mb-0">This instance sends no mail, and without it nobody can prove an address. Ask whoever looks after it.</p>
      )}
    </NarrowPage>
  );
}
