import { describe, expect, it } from "vitest";
import { type Action, actions, may, scopesAllow, scopesOf, scopeWords } from "@/server/identity/permissions";
import { type Role, tokenScopes } from "@/wire/shapes";

const all: readonly Role[] = ["reader", "author", "lead"];
const makers: readonly Role[] = ["author", "lead"];
const leads: readonly Role[] = ["lead"];

describe("permissions", () => {
  const matrix: Readonly<Record<Action, readonly Role[]>> = {
    "read-version": all,
    "read-draft": all,
    comment: all,
    "edit-draft": makers,
    "create-spec": makers,
    "ask-review": makers,
    "decide-review": leads,
    publish: leads,
    withdraw: leads,
    share: leads,
    "name-spec": makers,
    "manage-spec": leads,
    "edit-devices": makers,
    "read-team": all,
    "make-project": makers,
    "manage-projects": leads,
    "manage-team": leads,
  };
  const cases = actions.flatMap((action) =>
    ([null, ...all] as const).map((role) => [action, role, role !== null && matrix[action].includes(role)] as const),
  );
  it("are decided for all sixty-eight cases", () => expect(cases).toHaveLength(68));
  it.each(cases)("%s as %s: %s", (action, role, allowed) => {
    expect(may(role, action)).toBe(allowed);
  });
  it("outsiders read the versions of a public spec, and nothing else", () => {
    const open = actions.filter((action) => may(null, action, { public: true, publishers: "authors", owner: true }));
    expect(open).toEqual(["read-version"]);
  });
  it("authors publish where the team allows it; readers never do", () => {
    expect(all.map((role) => may(role, "publish", { publishers: "authors" }))).toEqual([false, true, true]);
    expect(all.map((role) => may(role, "publish", { publishers: "leads" }))).toEqual([false, false, true]);
  });
  it("an archived spec can be read and managed, and not changed", () => {
    const left = (role: Role | null) => actions.filter((action) => may(role, action, { archived: true, publishers: "authors" }));
    expect(left("lead")).toEqual(["read-version", "read-draft", "withdraw", "share", "manage-spec"]);
    expect(left("author")).toEqual(["read-version", "read-draft"]);
    expect(left("reader")).toEqual(["read-version", "read-draft"]);
    expect(left(null)).toEqual([]);
  });
  it("a project's owner manages it, whatever their role", () => {
    expect(all.map((role) => may(role, "manage-projects", { owner: true }))).toEqual([true, true, true]);
  });
});

describe("scopes of access tokens", () => {
  const allowedBy = (scope: (typeof tokenScopes)[number]) => actions.filter((action) => scopesAllow([scope], action));
  it("allow each its actions, and none that changes who is in a team", () => {
    expect(Object.fromEntries(tokenScopes.map((scope) => [scope, allowedBy(scope)]))).toEqual({
      read: ["read-version"],
      draft: ["read-version", "read-draft", "comment", "edit-draft", "create-spec"],
      review: ["read-version", "read-draft", "comment", "ask-review", "decide-review"],
      publish: ["read-version", "read-draft", "publish", "withdraw"],
      manage: ["read-version", "share", "name-spec", "manage-spec", "edit-devices", "read-team", "make-project", "manage-projects"],
    });
    expect(scopesAllow(tokenScopes, "manage-team")).toBe(false);
    expect([scopeWords("publish"), scopeWords("comment"), scopeWords("manage-team")]).toEqual(["publish", "draft or review", ""]);
  });
  it("are given by those alone whose role allows one of their actions", () => {
    expect(scopesOf("reader", "authors")).toEqual(["read", "draft", "review"]);
    expect(scopesOf("author", "leads")).toEqual(["read", "draft", "review", "manage"]);
    expect(scopesOf("author", "authors")).toEqual([...tokenScopes]);
    expect(scopesOf("lead", "leads")).toEqual([...tokenScopes]);
  });
});
