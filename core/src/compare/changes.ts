import type { Issue } from "../layout/parse";
import { isMembers, type Members, ownMember, withMember, withoutMember } from "../layout/member";
import { parseLayout } from "../layout/parse";
import { type Layout, layoutSchema } from "../layout/schema";
import { discriminatorAt, isOptionalPart } from "../layout/schema-places";
import { sameJson } from "./same-json";
import { type Entries, isList, isNamed, listNames, namesOf, orderKey } from "./entries";
import { mergeOrder } from "./order";

/**
 * One number (or word, or whole part) of a layout that differs between two versions of it. `path` names members, and
 * entries of lists by id or name (a breakpoint by id, a spacing step by name), so that a change still finds its place
 * when entries were added or moved meanwhile. `from` or `to` is absent if the value is missing before or after.
 */
export type Change = { readonly path: readonly string[]; readonly from?: unknown; readonly to?: unknown };

/** The members a layout may have, and so what a change's path may begin with. */
const members: ReadonlySet<string> = new Set(Object.keys(layoutSchema.shape));

/** Whether two parts at one path are of the same kind, if that path has kinds. */
export const sameKindAt = (path: readonly string[], a: unknown, b: unknown): boolean => {
  const discriminator = isMembers(a) && isMembers(b) ? discriminatorAt(path) : null;
  return discriminator === null || (a as Members)[discriminator] === (b as Members)[discriminator];
};

/**
 * Whether a missing part means an empty one: a list, or a part whose members are all optional. Two people who each add
 * something to it have changed different things.
 */
const isEmptyWhenMissing = (path: readonly string[]): boolean =>
  path[0] !== "extensions" && ((path.length === 1 && isList(path[0] ?? "")) || isOptionalPart(path));

const hasMembers = (value: unknown): boolean =>
  Array.isArray(value) ? value.length > 0 : isMembers(value) && Object.values(value).some((one) => one !== undefined);

const differences = (a: unknown, b: unknown, path: readonly string[], out: Change[]): void => {
  if (a === b) return;
  if (a === undefined && hasMembers(b) && isEmptyWhenMissing(path)) return differences(Array.isArray(b) ? [] : {}, b, path, out);
  const [root = ""] = path;
  if (path.length === 1 && isList(root) && Array.isArray(a) && Array.isArray(b)) {
    listDifferences(a as Entries, b as Entries, root, out);
    return;
  }
  if (isMembers(a) && isMembers(b) && root !== "extensions" && sameKindAt(path, a, b)) {
    for (const name of new Set([...Object.keys(a), ...Object.keys(b)]))
      differences(ownMember(a, name), ownMember(b, name), [...path, name], out);
    return;
  }
  // Only here are whole values compared: each part of a document is walked once.
  if (!sameJson(a, b)) out.push({ path, ...(a === undefined ? {} : { from: a }), ...(b === undefined ? {} : { to: b }) });
};

const listDifferences = (a: Entries, b: Entries, root: string, out: Change[]): void => {
  const [names, wanted] = [namesOf(root, a), namesOf(root, b)];
  const before = new Map(names.map((name, index) => [name, a[index]]));
  const after = new Map(wanted.map((name, index) => [name, b[index]]));
  const own: Change[] = [];
  // From the last to the first: entries that are alike are named by their places among each other.
  for (const [name, entry] of [...before].reverse()) if (!after.has(name)) own.push({ path: [root, name], from: entry });
  for (const [name, entry] of after) {
    if (before.has(name)) differences(before.get(name), entry, [root, name], own);
    else own.push({ path: [root, name], to: entry });
  }
  let arrived: Entries | null = a;
  for (const change of own) arrived = arrived && applyToList(arrived, change, root);
  if (!arrived || !sameJson(namesOf(root, arrived), wanted)) own.push({ path: [root, orderKey], from: names, to: wanted });
  out.push(...own);
};

/** Every difference between two layouts, in document order. */
export const compareLayouts = (a: Layout, b: Layout): readonly Change[] => {
  const out: Change[] = [];
  differences(a, b, [], out);
  return out;
};

/** A change that no longer applies: the value is now `theirs` instead of `change.from`. */
export type Conflict = { readonly change: Change; readonly theirs: unknown };

export type Applied =
  | { readonly ok: true; readonly layout: Layout }
  | { readonly ok: false; readonly conflicts: readonly Conflict[]; readonly issues: readonly Issue[] };

/** Where a new breakpoint goes: before the first wider one. Other entries go to the end. */
const insertionIndex = (list: Entries, entry: Record<string, unknown>): number => {
  const from = entry["from"];
  if (typeof from !== "number") return list.length;
  const wider = list.findIndex((other) => typeof other["from"] === "number" && other["from"] > from);
  return wider < 0 ? list.length : wider;
};

/** A list in the order of a change; null if that contradicts its present order. */
const reordered = (list: Entries, { from, to }: Change, root: string): Entries | null => {
  const names = namesOf(root, list);
  const merged = mergeOrder(from as readonly string[], to as readonly string[], names);
  return merged && merged.map((name) => list[names.indexOf(name)] ?? {});
};

/**
 * Applies a change to one list without checking whether it still applies. Null if an entry is missing, or orders
 * contradict.
 */
const applyToList = (list: Entries, change: Change, root: string): Entries | null => {
  const [, name = "", ...rest] = change.path;
  if (name === orderKey) return reordered(list, change, root);
  const index = namesOf(root, list).indexOf(name);
  if (rest.length > 0) {
    const entry = list[index];
    return entry ? list.with(index, setIn(entry, rest, change) as Record<string, unknown>) : null;
  }
  if (!("to" in change)) return list.filter((_, at) => at !== index);
  const entry = change.to as Record<string, unknown>;
  return index >= 0 ? list.with(index, entry) : list.toSpliced(insertionIndex(list, entry), 0, entry);
};

const setIn = (target: unknown, path: readonly string[], change: Change): unknown => {
  const [name, ...rest] = path;
  if (name === undefined) return change.to;
  const members = isMembers(target) ? target : {};
  if (rest.length === 0 && !("to" in change)) return withoutMember(members, name);
  return withMember(members, name, setIn(members[name], rest, change));
};

/** The present value at a change's path; undefined if there is none. */
export const valueAt = (layout: Layout, path: readonly string[]): unknown => {
  const [root = "", ...rest] = path;
  let value: unknown = (layout as unknown as Members)[root];
  if (isList(root) && rest.length > 0) {
    const [name = "", ...inner] = rest;
    const list = (value ?? []) as Entries;
    const names = namesOf(root, list);
    if (name === orderKey) return names;
    value = list[names.indexOf(name)];
    rest.splice(0, rest.length, ...inner);
  }
  for (const part of rest) value = isMembers(value) ? ownMember(value, part) : undefined;
  return value;
};

const fits = (layout: Layout, change: Change): boolean => {
  const now = valueAt(layout, change.path);
  if (change.path.at(-1) === orderKey)
    return mergeOrder(change.from as readonly string[], change.to as readonly string[], now as readonly string[]) !== null;
  return sameJson(now, change.from) || sameJson(now, change.to);
};

const isNames = (value: unknown): value is readonly string[] => Array.isArray(value) && value.every((name) => typeof name === "string");

/** What is wrong with the shape of a change, whatever layout it is for; changes come from outside. */
const shapeFault = (change: Change): { readonly member: "path" | "from" | "to"; readonly message: string } | null => {
  const [root = "", name, ...rest] = change.path;
  if (!members.has(root)) return { member: "path", message: `must begin with a member of a layout: ${[...members].join(", ")}` };
  if (change.path.includes("__proto__")) return { member: "path", message: "must not hold __proto__" };
  if (change.path.includes(orderKey) && (!isList(root) || change.path.indexOf(orderKey) !== 1))
    return { member: "path", message: `must have ${orderKey} after the name of a list: ${listNames.join(", ")}` };
  if (!isList(root) || name === undefined) return null;
  if (name === orderKey) {
    if (rest.length > 0) return { member: "path", message: `must end with ${orderKey}` };
    const unlisted = (["from", "to"] as const).find((member) => !isNames(change[member]));
    return unlisted ? { member: unlisted, message: "must be a list of names" } : null;
  }
  if (rest.length > 0 || !("to" in change) || change.to === undefined) return null;
  return isMembers(change.to) && isNamed(root, change.to, name)
    ? null
    : { member: "to", message: `must be the entry that is named ${name}` };
};

const noList = (root: string): Issue => ({ path: `/${root}`, message: "must be a list of entries" });

/**
 * Applies changes to a layout that may have changed since they were made. A change applies if the value is still the
 * one it was made on, or already the new one. So changes of different numbers are both kept, in either order; changes
 * of the same number are returned as conflicts, and nothing is applied.
 */
export const applyChanges = (layout: Layout, changes: readonly Change[]): Applied => {
  const faults = changes.flatMap((change, index): Issue[] => {
    const fault = shapeFault(change);
    return fault ? [{ path: `/changes/${index}/${fault.member}`, message: fault.message }] : [];
  });
  if (faults.length > 0) return { ok: false, conflicts: [], issues: faults };
  const conflicts = changes.filter((change) => !fits(layout, change)).map((change) => ({ change, theirs: valueAt(layout, change.path) }));
  if (conflicts.length > 0) return { ok: false, conflicts, issues: [] };
  let next: Members = layout;
  for (const change of changes) {
    const [root = ""] = change.path;
    if (isList(root) && change.path.length > 1) {
      const stands = next[root] ?? [];
      // An earlier change of the same request may have put something else there.
      if (!Array.isArray(stands) || !stands.every(isMembers)) return { ok: false, conflicts: [], issues: [noList(root)] };
      const list = applyToList(stands, change, root);
      if (!list) return { ok: false, conflicts: [{ change, theirs: undefined }], issues: [] };
      next = { ...next, [root]: list };
    } else next = setIn(next, change.path, change) as Members;
  }
  const parsed = parseLayout(next, layout);
  return parsed.ok ? { ok: true, layout: parsed.value } : { ok: false, conflicts: [], issues: parsed.issues };
};
