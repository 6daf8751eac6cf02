import type { Problem } from "./problem";

/** What is said where somebody's own password is asked and is not theirs, or too much is looked at; null where it is. */
export const ownPasswordFault = (matches: boolean | null, path: string): Problem | null => {
  if (matches === true) return null;
  if (matches === null)
    return { code: "too-many", detail: "Too much is being looked at; try again in a moment.", headers: { "Retry-After": "5" } };
  const issues = [{ path, message: "is not the password of this account" }];
  return { code: "unprocessable", detail: "This is not the password of this account.", issues };
};

/** What is said where letters are needed and this instance sends none. */
export const noMail: Problem = {
  code: "unavailable",
  detail: "This instance sends no mail, and without it nobody can prove an address. Ask whoever looks after it.",
};
