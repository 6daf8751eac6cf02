import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Metadata } from "next";
import { SignInForm } from "@/features/sign-in/sign-in-form";
import { queryOf } from "@/server/query";
import { TopBar } from "@/ui/brand";

export const metadata: Metadata = { title: "Sign in" };
export const dynamic = "force-dynamic";

type Demo = { readonly password: string; readonly accounts: readonly { email: string; role: string }[] };

/** The demo's accounts, where this instance runs the demo. */
const demo = (): Demo | null =>
  process.env["DEMO"] === "1"
    ? (JSON.parse(readFileSync(join(process.cwd(), "..", "scripts", "demo-accounts.json"), "utf8")) as Demo)
    : null;

const may: Readonly<Record<string, string>> = {
  reader: "reads, takes files",
  author: "edits, asks for reviews",
  lead: "edits, publishes, runs the team",
};

export default async function SignInPage({
  searchParams,
}: {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { fault, wait, email, back } = await queryOf(searchParams);
  const shown = demo();
  return (
    <>
      <TopBar />
      <main className="sign-in">
        <section>
          <h1>Sign in</h1>
          <SignInForm fault={fault} wait={wait} email={email} back={back} />
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
