import { isMembers } from "../layout/member";

/** Equal as JSON, whatever the order of members. */
export const sameJson = (a: unknown, b: unknown): boolean => {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, index) => sameJson(item, b[index]));
  if (!isMembers(a) || !isMembers(b)) return false;
  const names = new Set([...Object.keys(a), ...Object.keys(b)].filter((key) => a[key] !== undefined || b[key] !== undefined));
  return [...names].every((key) => sameJson(a[key], b[key]));
};
