import jsonPatch, { type Operation } from "fast-json-patch";
import { describe, expect, it } from "vitest";
import { applyPatch, type PatchOperation, type PatchTest } from "../../src/index";
import { cleanLayout } from "../layouts";
import { seeded } from "../random";

const key = "example.skerry";
const withData = (data: unknown) => ({ ...cleanLayout(), extensions: { [key]: data } });
const patched = (data: unknown, patch: readonly (PatchOperation | PatchTest)[]) => {
  const done = applyPatch(withData(data), patch);
  return done.ok ? done.value.extensions?.[key] : done.issues.map(({ path, message }) => `${path} ${message}`);
};
const at = (path: string): string => `/extensions/${key}${path}`;

describe("a JSON Patch", () => {
  const random = seeded("patch");

  const value = (depth: number): unknown => {
    const { integer, pick } = random;
    const kind = integer(0, depth > 2 ? 2 : 4);
    if (kind === 0) return integer(0, 3);
    if (kind === 1) return pick(["a", "b", "", null, true]);
    if (kind === 2) return [];
    if (kind === 3) return Array.from({ length: integer(0, 3) }, () => value(depth + 1));
    return Object.fromEntries(["a", "b", "~/", "0"].filter(() => integer(0, 1) === 0).map((name) => [name, value(depth + 1)]));
  };
  const path = (): string =>
    Array.from({ length: random.integer(1, 3) }, () => `/${random.pick(["a", "b", "~0~1", "0", "1", "2", "-", "missing"])}`).join("");
  const operation = (): PatchOperation | PatchTest => {
    const op = random.pick(["add", "remove", "replace", "test"] as const);
    return op === "remove" ? { op, path: at(path()) } : { op, path: at(path()), value: value(2) };
  };
  /** What another implementation makes of it; null if it refuses it. */
  const expected = (data: unknown, patch: readonly (PatchOperation | PatchTest)[]): unknown => {
    const document = structuredClone(withData(data));
    try {
      const done = jsonPatch.applyPatch(document, structuredClone(patch) as Operation[], true);
      return { data: done.newDocument.extensions[key] };
    } catch {
      return null;
    }
  };

  it("gives what another implementation gives, or is refused as there, for 4,000 random patches", () => {
    const counts = { applied: 0, refused: 0 };
    for (let times = 0; times < 4000; times += 1) {
      const data = { a: value(0), b: [value(1), value(1), value(1)], "~/": { a: value(1), b: value(1) } };
      const patch = Array.from({ length: random.integer(1, 2) }, operation);
      const wanted = expected(data, patch);
      const done = applyPatch(withData(data), patch);
      expect(done.ok ? { data: done.value.extensions?.[key] } : null, JSON.stringify({ data, patch })).toEqual(wanted);
      counts[done.ok ? "applied" : "refused"] += 1;
    }
    expect(Math.min(counts.applied, counts.refused)).toBeGreaterThan(300);
  });

  it("says where it does not apply, and why", () => {
    expect(patched({ a: [1] }, [{ op: "replace", path: at("/a/1"), value: 2 }])).toEqual([`${at("/a/1")} points at nothing in the layout`]);
    expect(patched({ a: [1] }, [{ op: "test", path: at("/a/0"), value: 2 }])).toEqual([`${at("/a/0")} does not have the tested value`]);
    expect(patched({ a: 1 }, [{ op: "add", path: at("/a/b"), value: 2 }])).toEqual([`${at("/a/b")} points at nothing in the layout`]);
    expect(patched({}, [{ op: "remove", path: "" }])).toEqual([" is the whole layout, which cannot be removed"]);
    expect(patched({}, [{ op: "remove", path: "base" }])).toEqual(["base must begin with /"]);
    // The other implementation takes what a member only inherits, and leading zeros, which RFC 6901 does not allow.
    expect(patched({}, [{ op: "remove", path: at("/constructor") }])).toEqual([`${at("/constructor")} points at nothing in the layout`]);
    expect(patched([1, 2], [{ op: "remove", path: at("/01") }])).toEqual([`${at("/01")} points at nothing in the layout`]);
    // What would be no layout is refused as one.
    expect(patched({}, [{ op: "remove", path: "/breakpoints" }])).toEqual(["/breakpoints is missing; it must be an array"]);
    expect(patched({ a: [1] }, [{ op: "add", path: at("/a/-"), value: 2 }])).toEqual({ a: [1, 2] });
  });
});
