import { readFileSync } from "node:fs";
import { join } from "node:path";

const { password } = JSON.parse(readFileSync(join(import.meta.dirname, "demo-accounts.json"), "utf8"));

/** The lead's session, as a cookie. */
export const leadCookie = async (address) => {
  const answer = await fetch(`${address}/session`, {
    method: "POST",
    redirect: "manual",
    body: new URLSearchParams({ email: "lead@skerry.example", password }),
  });
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(";")[0])
    .join("; ");
};
