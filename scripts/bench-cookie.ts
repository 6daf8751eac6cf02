import { password } from "./demo-accounts";

/** The lead's session, as a cookie. */
export const leadCookie = async (address: string): Promise<string> => {
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
