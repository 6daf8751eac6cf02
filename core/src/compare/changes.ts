import type { Issue } from "../layout/parse";
import { isMembers, type Members, withMember, withoutMember } from "../layout/member";
import { parseLayout } from "../layout/parse";
import { type Layout, layoutSchema } from "../layout/schema";

/**
 * One number (or word, or whole part) of a layout that differs between two versions of it.
 * `path` names members, and entries of lists by what names them (a breakpoint by id, a spacing step by
 * name), so a change still finds its place when entries were added or moved meanwhile.
 * `from` or `to` is absent where the value was, or is to be, absent.
 */
export type Change = { readonly path: readonly string[]; readonly from?: unknown; readonly to?: unknown };

/** A name, "" where an entry from outside has none that is text. */
const textOf = (value: unknown): string => (typeof value === "string" ? value : "");

/** Lists whose entries have names of their own. A map: names of members come from outside. */
const keys: ReadonlyMap<string, (entry: Record<string, unknown>) => string> = new Map([
  ["breakpoints", ({ id }) => textOf(id)],
  ["areas", ({ id }) => textOf(id)],
  ["spacing", ({ name }) => textOf(name)],
  ["text", ({ name }) => textOf(name)],
  ["fonts", ({ name }) => textOf(name)],
  ["accepted", ({ rule, breakpoint }) => `${textOf(rule)} at ${textOf(breakpoint)}`],
]);

/** The members a layout may have, and so what a change's path may begin with. */
const members: ReadonlySet<string> = new Set(Object.keys(layoutSchema.shape));

/** The last part of the path that says in which order a list's entries stand. */
const orderKey = "#order";

type Entries = readonly Record<string, unknown>[];

/** Equal as JSON, whatever the order of members. */
export const sameJson = (a: unknown, b: unknown): boolean => {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, index) => sameJson(item, b[index]));
  if (!isMembers(a) || !isMembers(b)) return false;
  const names = new Set([...Object.keys(a), ...Object.keys(b)].filter((key) => a[key] !== undefined || b[key] !== undefined));
  return [...names].every((key) => sameJson(a[key], b[key]));
};

/** Whether two objects are to be compared member by member: of one kind, where they have kinds. */
const sameKind = (a: Members, b: Members): boolean => a["kind"] === b["kind"] || !("kind" in a && "kind" in b);

const keyed = (path: readonly string[]): ((entry: Record<string, unknown>) => string) | undefined =>
  path.length === 1 ? keys.get(path[0] ?? "") : undefined;

const differences = (a: unknown, b: unknown, path: readonly string[], out: Change[]): void => {
  if (sameJson(a, b)) return;
  const key = keyed(path);
  if (key && Array.isArray(a) && Array.isArray(b)) {
    listDifferences(a as Entries, b as Entries, key, path, out);
    return;
  }
  if (isMembers(a) && isMembers(b) && path[0] !== "extensions" && (path.length === 0 || sameKind(a, b))) {
    for (const name of new Set([...Object.keys(a), ...Object.keys(b)])) differences(a[name], b[name], [...path, name], out);
    return;
  }
  out.push({ path, ...(a === undefined ? {} : { from: a }), ...(b === undefined ? {} : { to: b }) });
};

const listDifferences = (
  a: Entries,
  b: Entries,
  key: (entry: Record<string, unknown>) => string,
  path: readonly string[],
  out: Change[],
): void => {
  const before = new Map(a.map((entry) => [key(entry), entry]));
  const after = new Map(b.map((entry) => [key(entry), entry]));
  const own: Change[] = [];
  for (const [name, entry] of before) if (!after.has(name)) own.push({ path: [...path, name], from: entry });
  for (const [name, entry] of after) {
    const old = before.get(name);
    if (old) differences(old, entry, [...path, name], own);
    else own.push({ path: [...path, name], to: entry });
  }
  const arrived = applyToList(a, own, key, path.length);
  const wanted = b.map(key);
  if (arrived && !sameJson(arrived.map(key), wanted)) own.push({ path: [...path, orderKey], from: a.map(key), to: wanted });
  out.push(...own);
};

/** Every difference between two layouts, in document order. */
export const compareLayouts = (a: Layout, b: Layout): readonly Change[] => {
  const out: Change[] = [];
  differences(a, b, [], out);
  return out;
};

/** A change that no longer fits: `theirs` stands where `change.from` stood. */
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

const reordered = (list: Entries, wanted: readonly string[], key: (entry: Record<string, unknown>) => string): Entries => {
  const place = (entry: Record<string, unknown>): number => {
    const index = wanted.indexOf(key(entry));
    return index < 0 ? wanted.length : index;
  };
  return [...list].sort((a, b) => place(a) - place(b));
};

/** Sets what changes say in one list, without asking whether it still fits. Null where an entry is missing. */
const applyToList = (
  list: Entries,
  changes: readonly Change[],
  key: (entry: Record<string, unknown>) => string,
  depth: number,
): Entries | null => {
  let next: Entries = list;
  for (const change of changes) {
    const name = change.path[depth] ?? "";
    if (name === orderKey) {
      next = reordered(next, change.to as readonly string[], key);
      continue;
    }
    const index = next.findIndex((entry) => key(entry) === name);
    const deeper = change.path.length > depth + 1;
    if (deeper) {
      const entry = next[index];
      if (!entry) return null;
      next = next.with(index, setIn(entry, change.path.slice(depth + 1), change) as Record<string, unknown>);
    } else if (!("to" in change)) next = next.filter((_, at) => at !== index);
    else if (index >= 0) next = next.with(index, change.to as Record<string, unknown>);
    else {
      const entry = change.to as Record<string, unknown>;
      next = next.toSpliced(insertionIndex(next, entry), 0, entry);
    }
  }
  return next;
};

const setIn = (target: unknown, path: readonly string[], change: Change): unknown => {
  const [name, ...rest] = path;
  if (name === undefined) return change.to;
  const members = isMembers(target) ? target : {};
  if (rest.length === 0 && !("to" in change)) return withoutMember(members, name);
  return withMember(members, name, setIn(members[name], rest, change));
};

/** What stands at a change's path now; undefined where nothing does. */
export const valueAt = (layout: Layout, path: readonly string[]): unknown => {
  const [root = "", ...rest] = path;
  let value: unknown = (layout as unknown as Members)[root];
  const key = keys.get(root);
  if (key && rest.length > 0) {
    const [name = "", ...inner] = rest;
    const list = (value ?? []) as Entries;
    if (name === orderKey) return list.map(key);
    value = list.find((entry) => key(entry) === name);
    rest.splice(0, rest.length, ...inner);
  }
  for (const part of rest) value = isMembers(value) && Object.hasOwn(value, part) ? value[part] : undefined;
  return value;
};

/** Whether the entries two orders share stand in the same order in both. */
const sameRelativeOrder = (a: readonly string[], b: readonly string[]): boolean => {
  const inBoth = (list: readonly string[], other: readonly string[]) => list.filter((name) => other.includes(name));
  return sameJson(inBoth(a, b), inBoth(b, a));
};

const fits = (layout: Layout, change: Change): boolean => {
  const now = valueAt(layout, change.path);
  if (change.path.at(-1) === orderKey)
    return (
      sameRelativeOrder(now as readonly string[], change.from as readonly string[]) ||
      sameRelativeOrder(now as readonly string[], change.to as readonly string[])
    );
  return sameJson(now, change.from) || sameJson(now, change.to);
};

const isNames = (value: unknown): value is readonly string[] => Array.isArray(value) && value.every((name) => typeof name === "string");

/** What is wrong with the shape of a change, whatever layout it is for; changes come from outside. */
const shapeFault = (change: Change): { readonly member: "path" | "from" | "to"; readonly message: string } | null => {
  const [root = "", name, ...rest] = change.path;
  if (!members.has(root)) return { member: "path", message: `must begin with a member of a layout: ${[...members].join(", ")}` };
  if (change.path.includes("__proto__")) return { member: "path", message: "must not hold __proto__" };
  const key = keys.get(root);
  if (change.path.includes(orderKey) && (!key || change.path.indexOf(orderKey) !== 1))
    return { member: "path", message: `must have ${orderKey} after the name of a list: ${[...keys.keys()].join(", ")}` };
  if (!key || name === undefined) return null;
  if (name === orderKey) {
    if (rest.length > 0) return { member: "path", message: `must end with ${orderKey}` };
    const unlisted = (["from", "to"] as const).find((member) => !isNames(change[member]));
    return unlisted ? { member: unlisted, message: "must be a list of names" } : null;
  }
  if (rest.length > 0 || !("to" in change) || change.to === undefined) return null;
  return isMembers(change.to) && key(change.to) === name ? null : { member: "to", message: `must be the entry that is named ${name}` };
};

const noList = (root: string): Issue => ({ path: `/${root}`, message: "must be a list of entries" });

/**
 * Applies changes to a layout that may have moved on since they were made: a change fits where the value
 * is still the one it was made on (or already the one it makes). Changes of different numbers therefore
 * both stand, in either order; changes of the same number come back as conflicts and nothing is applied.
 */
export const applyChanges = (layout: Layout, changes: readonly Change[]): Applied => {
  const faults = changes.flatMap((change, index): Issue[] => {
    const fault = shapeFault(change);
    return fault ? [{ path: `/changes/${index}/${fault.member}`, message: fault.message }] : [];
  });
  if (faults.length > 0) return { ok: false, conflicts: [], issues: faults };
  const conflicts = changes.filter((change) => !fits(layout, change)).map((change) => ({ change, theirs: valueAt(layout, change.path) }));
  if (conflicts.length > 0) return { ok: false, conflicts, issues: [] };
  let next: Members = layout as unknown as Members;
  for (const change of changes) {
    const [root = ""] = change.path;
    const key = keys.get(root);
    if (key && change.path.length > 1) {
      const stands = next[root] ?? [];
      // An earlier change of the same request may have put something else there.
      if (!Array.isArray(stands) || !stands.every(isMembers)) return { ok: false, conflicts: [], issues: [noList(root)] };
      const list = applyToList(stands, [change], key, 1);
      if (!list) return { ok: false, conflicts: [{ change, theirs: undefined }], issues: [] };
      next = { ...next, [root]: list };
    } else next = setIn(next, change.path, change) as Members;
  }
  const parsed = parseLayout(next, layout);
  return parsed.ok ? { ok: true, layout: parsed.value } : { ok: false, conflicts: [], issues: parsed.issues };
};
