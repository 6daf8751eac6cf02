import type { Issue } from "@ypsiline/core";
import type postgres from "postgres";
import { invitationWait, letterWait } from "./accounts";
import { countAttempt, forgetAttempts, type Pace } from "./attempts";
import { sendsMail } from "../happenings/letters";
import { passwordFault } from "./password-rules";
import { passwordMatches } from "./passwords";
import type { Person } from "./people";
import type { Problem } from "../http/problem";
import { countGuess } from "./sign-in";

const tooMany = (wait: number, before: string): Problem => ({
  code: "too-many",
  detail: `Wait ${wait} ${wait === 1 ? "second" : "seconds"} before ${before}.`,
  headers: { "Retry-After": String(wait) },
});

/** The same pace as for signing in (`sign-in.ts`): somebody who found a page open cannot guess faster. */
const ownPace: Pace = { free: 5, longest: 60 };

/**
 * The refusal if somebody's own password is wrong, or too many are being verified; null if it is right. A wrong one also counts
 * as a guess at signing in. The account's own attempts are counted separately, so that others' guesses do not keep its owner
 * from changing the password.
 */
export const ownPasswordFault = async (sql: postgres.Sql, person: Person, password: string, path: string): Promise<Problem | null> => {
  const subject = `own password ${person.id}`;
  const counted = await countAttempt(sql, subject, ownPace);
  if (!counted.ok) return tooMany(counted.wait, "you try the password again");
  const [row] = await sql<{ hash: string }[]>`SELECT password_hash AS hash FROM person WHERE id = ${person.id} AND closed_at IS NULL`;
  const matches = await passwordMatches(row?.hash ?? null, password, `person ${person.id}`);
  if (matches === null)
    return { code: "too-many", detail: "Too much is being checked; try again in a moment.", headers: { "Retry-After": "5" } };
  if (matches) {
    await forgetAttempts(sql, subject);
    return null;
  }
  await countGuess(sql, person.email);
  const issues = [{ path, message: "is not the password of this account" }];
  return { code: "unprocessable", detail: "This is not the password of this account.", issues };
};

/** Why no letter can be sent to an address now: the instance sends no mail, or too many were sent to it or requested by this sender. Null if one can. */
export const letterFault = async (sql: postgres.Sql, email: string, sender: string): Promise<Problem | null> => {
  if (!sendsMail())
    return {
      code: "unavailable",
      detail: "This instance sends no mail, and without it nobody can prove an address. Ask whoever looks after it.",
    };
  const wait = await letterWait(sql, email, sender);
  return wait === 0 ? null : tooMany(wait, "the next letter");
};

/** Why no invitation can be sent to an address now; null if one can. */
export const invitationFault = async (sql: postgres.Sql, email: string, teamId: number): Promise<Problem | null> => {
  const wait = await invitationWait(sql, email, teamId);
  return wait === 0 ? null : tooMany(wait, "the next invitation");
};

/** What is wrong with a new password; null if nothing is. `about` is what others know about its owner. */
export const newPasswordFault = (password: string, about: readonly string[], path = "/password"): Problem | null => {
  const message = passwordFault(password, about);
  const issues: readonly Issue[] = [{ path, message: message ?? "" }];
  return message === null ? null : { code: "unprocessable", detail: `The password ${message}.`, issues };
};
