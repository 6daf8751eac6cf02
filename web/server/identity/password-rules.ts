import { dictionary } from "@zxcvbn-ts/language-common";

/** The most common passwords, in lower case. */
let common: ReadonlySet<string> | null = null;
const commonPasswords = (): ReadonlySet<string> => (common ??= new Set(dictionary["passwords-common"]));

/** Whether a text repeats one short piece: "aaaaaaaaaaaa", "abc123abc123abc". */
const isRepeated = (text: string): boolean => {
  for (let length = 1; length <= text.length / 2; length += 1)
    if ([...text].every((character, index) => character === text[index % length])) return true;
  return false;
};

/** Whether each character follows or precedes the one before it: "123456789012", "abcdefghijkl". */
const isRun = (text: string): boolean => {
  const steps = [...text].slice(1).map((character, index) => character.charCodeAt(0) - text.charCodeAt(index));
  return steps.filter((step) => Math.abs(step) !== 1).length <= 1;
};

/** Minimum number of characters other than spaces. */
const least = 8;

/**
 * Why a password is refused, apart from its length; null if it is not. Refused are common passwords, ones that are easy to
 * guess from their pattern, and ones that contain the owner's name or address (NIST SP 800-63B, 5.1.1.2).
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
