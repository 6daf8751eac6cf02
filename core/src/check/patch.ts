import { sameJson } from "../compare/same-json";
import type { Parsed } from "../layout/parse";
import { isMembers, withMember, withoutMember, ownMember } from "../layout/member";
import { parseLayout } from "../layout/parse";
import type { Layout } from "../layout/schema";
import type { PatchOperation, PatchTest } from "./types";

/** Why an operation does not apply, completing "/breakpoints/9 …". */
class Inapplicable extends Error {}

/** The parts of a JSON Pointer (RFC 6901); "" is the whole document. */
const partsOf = (path: string): readonly string[] => {
  if (path !== "" && !path.startsWith("/")) throw new Inapplicable("must begin with /");
  return path
    .split("/")
    .slice(1)
    .map((part) => part.replaceAll("~1", "/").replaceAll("~0", "~"));
};

/** An index of an array, up to `most` (RFC 6901: digits without leading zeros). */
const indexOf = (key: string, most: number): number => {
  const index = /^(0|[1-9]\d*)$/.test(key) ? Number(key) : NaN;
  if (!(index <= most)) throw new Inapplicable("points at nothing in the layout");
  return index;
};

/** A value with one of its own parts changed. */
const changed = (target: unknown, parts: readonly string[], operation: PatchOperation | PatchTest): unknown => {
  const [key, ...rest] = parts;
  if (key === undefined) {
    if (operation.op === "remove") throw new Inapplicable("is the whole layout, which cannot be removed");
    if (operation.op !== "test") return operation.value;
    if (!sameJson(target, operation.value)) throw new Inapplicable("does not have the tested value");
    return target;
  }
  const atEnd = rest.length === 0;
  if (Array.isArray(target)) {
    const list: readonly unknown[] = target;
    if (atEnd && operation.op === "add") return list.toSpliced(key === "-" ? list.length : indexOf(key, list.length), 0, operation.value);
    const index = indexOf(key, list.length - 1);
    return atEnd && operation.op === "remove" ? list.toSpliced(index, 1) : list.with(index, changed(list[index], rest, operation));
  }
  if (!isMembers(target)) throw new Inapplicable("points at nothing in the layout");
  if (atEnd && operation.op === "add") return withMember(target, key, operation.value);
  if (!Object.hasOwn(target, key)) throw new Inapplicable("points at nothing in the layout");
  return atEnd && operation.op === "remove"
    ? withoutMember(target, key)
    : withMember(target, key, changed(ownMember(target, key), rest, operation));
};

/**
 * Applies a JSON Patch (RFC 6902: add, remove, replace, test) to a copy of a layout and parses the result, so that a patch
 * cannot produce an invalid document. An operation that points at nothing is an issue, with its path.
 */
export const applyPatch = (layout: Layout, patch: readonly (PatchOperation | PatchTest)[]): Parsed<Layout> => {
  let next: unknown = layout;
  for (const operation of patch) {
    try {
      next = changed(next, partsOf(operation.path), operation);
    } catch (error) {
      if (!(error instanceof Inapplicable)) throw error;
      return { ok: false, issues: [{ path: operation.path, message: error.message }] };
    }
  }
  return parseLayout(next, layout);
};
