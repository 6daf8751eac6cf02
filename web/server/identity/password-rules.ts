import { dictionary } from "@zxcvbn-ts/language-common";

/** Passwords that many people have, the ones that are guessed first; without capitals. */
let common: ReadonlySet<string> | null = null;
const commonPasswords = (): ReadonlySet<string> => (common ??= new Set(dictionary["passwords-common"]));

/** Whether a text is one short piece over and over: "aaaaaaaaaaaa", "abc123abc123abc". */
const isRepeated = (text: string): boolean => {
  for (let length = 1; length <= text.length / 2; length += 1)
    if ([...text].every((character, index) => character === text[index % length])) return true;
  return false;
};

/** Whether every character is next to the one before it, up or down: "123456789012", "abcdefghijkl". */
const isRun = (text: string): boolean => {
  const steps = [...text].slice(1).map((character, index) => character.charCodeAt(0) - text.charCodeAt(index));
  return steps.filter((step) => Math.abs(step) !== 1).length <= 1;
};

/** Characters other than spaces that a password has at least. */
const least = 8;

/**
 * Why a password may not be chosen, beside its length; null where it may. It is refused where it is one that many people
 * have, is easily guessed from how it is made, or says who the account is of (NIST SP 800-63B, 5.1.1.2).
 */
export const passwordFault = (password: string, about: readonly string[]): string | null => {
  const plain = password.toLowerCase();
  if (password.replace(/\s/g, "").length < least) return `must have at least ${least} characters that are not spaces`;
  if (commonPasswords().has(plain) || isRun(plain)) return "is too easy to guess; choose a less common one";
  if (isRepeated(plain)) return "must not repeat the same few characters";
  const own = about.flatMap((text) => [text, text.split("@")[0] ?? ""]).filter((text) => text.length >= 4);
  if (own.some((text) => plain.replaceAll(text.toLowerCase(), "").length < least)) return "must not be based on your name or address";
  return null;
};
