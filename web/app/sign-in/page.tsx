import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Metadata } from "next";
import Link from "next/link";
import { redirect } from "next/navigation";
import { SignInForm } from "@/features/sign-in/sign-in-form";
import { database } from "@/server/database/database";
import { sendsMail } from "@/server/happenings/letters";
import { queryOf } from "@/server/http/query";
import { isEmpty } from "@/server/identity/set-up";
import { isDemo, setting } from "@/server/settings/settings";
import { TopBar } from "@/ui/brand";

export const metadata: Metadata = { title: "Sign in" };
export const dynamic = "force-dynamic";

type Demo = { readonly password: string; readonly accounts: readonly { email: string; role: string }[] };

/** The demo's accounts, where this instance runs the demo. */
const demo = (): Demo | null =>
  isDemo() ? (JSON.parse(readFileSync(join(process.cwd(), "..", "scripts", "demo-accounts.json"), "utf8")) as Demo) : null;

const may: Readonly<Record<string, string>> = {
  reader: "reads, downloads files",
  author: "edits, requests reviews",
  lead: "edits, publishes, manages the team",
};

export default async function SignInPage({
  searchParams,
}: {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { fault, wait, email, back, set } = await queryOf(searchParams);
  if (await isEmpty(database())) redirect("/set-up");
  const shown = demo();
  return (
    <>
      <TopBar />
      <main className="page sign-in">
        <section>
          <h1>Sign in</h1>
          {set !== undefined && <p role="status">The new password is set. Sign in with it.</p>}
          <SignInForm fault={fault} wait={wait} email={email} back={back} />
          {sendsMail() && (
            <p className="mt-3 mb-0">
              <Link href={`/forgotten${email ? `?${new URLSearchParams({ email }).toString()}` : ""}`} prefetch={false}>
                Forgot your password?
              </Link>
            </p>
          )}
          {setting("SIGN_UP") === "open" && (
            <p className="mt-2 mb-0">
              <Link href="/sign-up" prefetch={false}>
                Create an account
              </Link>
            </p>
          )}
        </section>
        {shown && (
          <section className="demo" aria-labelledby="demo-heading">
            <h2 id="demo-heading">Demo accounts</h2>
            <p className="quiet">
              Skerry Ferries is an invented ferry operator. Every account has the password <span className="num">{shown.password}</span>.
            </p>
            <table className="numbers">
              <thead>
                <tr>
                  <th scope="col">Address</th>
                  <th scope="col">Role</th>
                  <th scope="col">May</th>
                </tr>
              </thead>
              <tbody>
                {shown.accounts.map(({ email: address, role }) => (
                  <tr key={address}>
                    <td className="num">{address}</td>
                    <td>{role}</td>
                    <td>{may[role]}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        )}
      </main>
    </>
  );
}
