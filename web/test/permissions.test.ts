import { describe, expect, it } from "vitest";
import { type Action, may, type Role } from "@/server/permissions";

describe("who may do what", () => {
  const matrix: Readonly<Record<Action, readonly (Role | null)[]>> = {
    "read-version": ["reader", "author", "lead"],
    "read-draft": ["reader", "author", "lead"],
    "edit-draft": ["author", "lead"],
    "create-spec": ["author", "lead"],
    publish: ["author", "lead"],
    "edit-devices": ["author", "lead"],
  };
  const cases = (Object.keys(matrix) as Action[]).flatMap((action) =>
    ([null, "reader", "author", "lead"] as const).map((role) => [action, role, matrix[action].includes(role)] as const),
  );
  it("is decided for all twenty-four cases", () => expect(cases).toHaveLength(24));
  it.each(cases)("%s as %s: %s", (action, role, allowed) => {
    expect(may(role, action)).toBe(allowed);
  });
  it("outsiders read the versions of a public spec, and nothing else of it", () => {
    expect(may(null, "read-version", { public: true })).toBe(true);
    expect(may(null, "read-draft", { public: true })).toBe(false);
  });
});
