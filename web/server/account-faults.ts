import { letterWait } from "./accounts";
import { database } from "./database";
import { sendsMail } from "./letters";
import type { Problem } from "./problem";

/** What is said where somebody's own password is asked and is not theirs, or too much is looked at; null where it is. */
export const ownPasswordFault = (matches: boolean | null, path: string): Problem | null => {
  if (matches === true) return null;
  if (matches === null)
    return { code: "too-many", detail: "Too much is being looked at; try again in a moment.", headers: { "Retry-After": "5" } };
  const issues = [{ path, message: "is not the password of this account" }];
  return { code: "unprocessable", detail: "This is not the password of this account.", issues };
};

/** Why no letter goes to an address now: this instance sends none, or enough went to it or for this asker of late; null where it may. */
export const letterFault = async (email: string, sender: string): Promise<Problem | null> => {
  if (!sendsMail())
    return {
      code: "unavailable",
      detail: "This instance sends no mail, and without it nobody can prove an address. Ask whoever looks after it.",
    };
  const wait = await letterWait(database(), email, sender);
  if (wait === 0) return null;
  return { code: "too-many", detail: `Wait ${wait} seconds before the next letter.`, headers: { "Retry-After": String(wait) } };
};
