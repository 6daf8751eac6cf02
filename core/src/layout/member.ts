export type Members = Readonly<Record<string, unknown>>;

export const isMembers = (value: unknown): value is Members => typeof value === "object" && value !== null && !Array.isArray(value);

/** A member's value; undefined for one that is only inherited, like `constructor`. */
export const ownMember = <T>(target: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(target, name) ? target[name] : undefined;

/** A copy with one member set. Made of entries, so that a member named __proto__ is a member like any other. */
export const withMember = (target: Members, name: string, value: unknown): Members => {
  const entries = Object.entries(target);
  const at = entries.findIndex(([key]) => key === name);
  return Object.fromEntries(at < 0 ? [...entries, [name, value]] : entries.with(at, [name, value]));
};

export const withoutMember = (target: Members, name: string): Members =>
  Object.fromEntries(Object.entries(target).filter(([key]) => key !== name));
