import { isMembers } from "../layout/member";

export type Entries = readonly Record<string, unknown>[];

/** A name, "" where an entry from outside has none that is text. */
const textOf = (value: unknown): string => (typeof value === "string" ? value : "");

/** The last part of a path that means the order of a list's entries. */
export const orderKey = "#order";

/** A name as it is written in a path: one that reads like `#order` gets another #. */
const escaped = (name: string): string => (/^#+order$/.test(name) ? `#${name}` : name);

/** A short name for entries without a name: 32 bits of FNV-1a (Fowler, Noll and Vo) in hexadecimal. */
const hashOf = (text: string): string => {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, "0");
};

/** What names an entry of each list that is compared entry by entry. A note has no name: it is known by what it says. */
const keys: ReadonlyMap<string, (entry: Record<string, unknown>) => string> = new Map([
  ["breakpoints", ({ id }) => escaped(textOf(id))],
  ["areas", ({ id }) => escaped(textOf(id))],
  ["spacing", ({ name }) => escaped(textOf(name))],
  ["text", ({ name }) => escaped(textOf(name))],
  ["fonts", ({ name }) => escaped(textOf(name))],
  ["accepted", ({ rule, breakpoint }) => `${textOf(rule)} at ${textOf(breakpoint)}`],
  ["notes", ({ about, text }) => hashOf(`${textOf(about)}\n${textOf(text)}`)],
]);

/** Lists whose entries are compared one by one. */
export const listNames: readonly string[] = [...keys.keys()];
export const isList = (root: string): boolean => keys.has(root);

/** The names of a list's entries; of two that are named alike, as two notes of the same words are, the second has a number. */
export const namesOf = (root: string, entries: Entries): readonly string[] => {
  const key = keys.get(root);
  const seen = new Map<string, number>();
  return entries.map((entry) => {
    const name = key && isMembers(entry) ? key(entry) : "";
    const count = (seen.get(name) ?? 0) + 1;
    seen.set(name, count);
    return count === 1 ? name : `${name} (${count})`;
  });
};

/** Whether an entry may have a name. */
export const isNamed = (root: string, entry: Record<string, unknown>, name: string): boolean => {
  const [own = ""] = namesOf(root, [entry]);
  return own === name || (root === "notes" && name.startsWith(`${own} (`));
};
