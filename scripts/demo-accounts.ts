import { readFileSync } from "node:fs";
import { join } from "node:path";

type Accounts = {
  readonly password: string;
  readonly team: { readonly slug: string; readonly name: string };
  readonly accounts: readonly { readonly email: string; readonly name: string; readonly role: "author" | "lead" | "reader" }[];
};

/** The accounts of the demo, their one password, and their team. The page to sign in reads the same file. */
export const { password, team, accounts } = JSON.parse(readFileSync(join(import.meta.dirname, "demo-accounts.json"), "utf8")) as Accounts;
