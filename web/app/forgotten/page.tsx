import type { Metadata } from "next";
import Link from "next/link";
import { ForgottenForm } from "@/features/account/links";
import { sendsMail } from "@/server/happenings/letters";
import { queryOf } from "@/server/http/query";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "Forgot your password" };
export const dynamic = "force-dynamic";

type Props = { readonly searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function ForgottenPage({ searchParams }: Props) {
  const { email = "" } = await queryOf(searchParams);
  return (
    <NarrowPage title="Forgot your password">
      {sendsMail() ? (
        <>
          <p>We will e-mail you a link to set a new password.</p>
          <ForgottenForm email={email.slice(0, 254)} />
        </>
      ) : (
        <p>
          This instance sends no mail, and without it nobody can prove an address. Ask whoever looks after it for a link (they make it with{" "}
          <span className="num">npm run password-link</span>).
        </p>
      )}
      <p className="mt-3 mb-0">
        <Link href="/sign-in" prefetch={false}>
          Sign in
        </Link>
      </p>
    </NarrowPage>
  );
}
