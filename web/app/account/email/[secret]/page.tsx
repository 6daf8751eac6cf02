import type { Metadata } from "next";
import { ConfirmEmailForm } from "@/features/account/links";
import { database } from "@/server/database/database";
import { linkOf } from "@/server/happenings/links";
import { requirePerson } from "@/server/requests/page";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "Change your e-mail address", referrer: "no-referrer" };

export default async function EmailPage({ params }: { readonly params: Promise<{ secret: string }> }) {
  const { secret } = await params;
  const person = await requirePerson(`/account/email/${secret}`);
  const link = await linkOf(database(), "email", secret);
  return (
    <NarrowPage title="Change your e-mail address">
      {link?.personId === person.id ? (
        <>
          <p>
            {person.name}, your account uses <span className="num">{person.email}</span>. Confirm to change it to{" "}
            <span className="num">{link.email}</span>.
          </p>
          <ConfirmEmailForm secret={secret} />
        </>
      ) : (
        <p className="mb-0">
          This link no longer works, or was made for another account. <a href="/account">Your account</a>
        </p>
      )}
    </NarrowPage>
  );
}
