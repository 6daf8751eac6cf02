import type { Issue, Parsed } from "../layout/parse";
import { isMembers, withMember, withoutMember, ownMember } from "../layout/member";
import { parseLayout } from "../layout/parse";
import type { Layout } from "../layout/schema";
import type { PatchOperation } from "./types";

type Json = unknown;

const partsOf = (path: string): readonly string[] =>
  path
    .split("/")
    .slice(1)
    .map((part) => part.replaceAll("~1", "/").replaceAll("~0", "~"));

const changed = (target: Json, parts: readonly string[], operation: PatchOperation): Json => {
  const [key, ...rest] = parts;
  if (key === undefined) return operation.op === "remove" ? undefined : operation.value;
  if (Array.isArray(target)) {
    const index = key === "-" ? target.length : Number(key);
    const copy: Json[] = [...(target as Json[])];
    if (rest.length > 0) copy[index] = changed(copy[index], rest, operation);
    else if (operation.op === "remove") copy.splice(index, 1);
    else copy.splice(index, operation.op === "replace" ? 1 : 0, operation.value);
    return copy;
  }
  if (!isMembers(target)) throw new RangeError(`nothing at ${operation.path}`);
  if (rest.length > 0) return withMember(target, key, changed(ownMember(target, key), rest, operation));
  return operation.op === "remove" ? withoutMember(target, key) : withMember(target, key, operation.value);
};

/**
 * Applies a fix (RFC 6902: add, remove, replace) to a copy of a layout and parses the result, so that a patch cannot
 * produce an invalid document.
 */
export const applyPatch = (layout: Layout, patch: readonly PatchOperation[]): Parsed<Layout> => {
  let next: Json = layout;
  for (const operation of patch) {
    try {
      next = changed(next, partsOf(operation.path), operation);
    } catch {
      const issue: Issue = { path: operation.path, message: "points at nothing in the layout" };
      return { ok: false, issues: [issue] };
    }
  }
  return parseLayout(next, layout);
};
