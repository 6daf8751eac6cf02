import { isMembers, ownMember } from "../layout/member";

/** Equal as JSON, whatever the order of members. */
export const sameJson = (a: unknown, b: unknown): boolean => {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, index) => sameJson(item, b[index]));
  if (!isMembers(a) || !isMembers(b)) return false;
  for (const name of Object.keys(a)) if (!sameJson(a[name], ownMember(b, name))) return false;
  return Object.keys(b).every((name) => b[name] === undefined || ownMember(a, name) !== undefined);
};
