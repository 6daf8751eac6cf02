import type { Metadata } from "next";
import Link from "next/link";
import { ResetForm } from "@/features/account/links";
import { database } from "@/server/database/database";
import { linkOf } from "@/server/happenings/links";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "Set a new password", referrer: "no-referrer" };

export default async function PasswordPage({ params }: { readonly params: Promise<{ secret: string }> }) {
  const { secret } = await params;
  const link = await linkOf(database(), "password", secret);
  return (
    <NarrowPage title="Set a new password">
      {link ? (
        <>
          <p>
            For <span className="num">{link.email}</span>. Wherever this account is signed in, it is signed out.
          </p>
          <ResetForm secret={secret} />
        </>
      ) : (
        <p className="mb-0">
          This link no longer works. It was used, it is older than 30 minutes, or a newer one was sent.{" "}
          <Link href="/forgotten" prefetch={false}>
            Ask for another
          </Link>
        </p>
      )}
    </NarrowPage>
  );
}
