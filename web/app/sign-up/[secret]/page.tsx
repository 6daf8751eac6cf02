import type { Metadata } from "next";
import Link from "next/link";
import { NewAccountForm } from "@/features/account/links";
import { database } from "@/server/database/database";
import { linkOf } from "@/server/happenings/links";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "Create an account", referrer: "no-referrer" };

export default async function NewAccountPage({ params }: { readonly params: Promise<{ secret: string }> }) {
  const { secret } = await params;
  const link = await linkOf(database(), "sign-up", secret);
  return (
    <NarrowPage title="Create an account">
      {link ? (
        <NewAccountForm secret={secret} email={link.email} />
      ) : (
        <p className="mb-0">
          This link no longer works.{" "}
          <Link href="/sign-up" prefetch={false}>
            Ask for another
          </Link>
        </p>
      )}
    </NarrowPage>
  );
}
