export const roles = ["reader", "author", "lead"] as const;
export type Role = (typeof roles)[number];

export type Action = "read-version" | "read-draft" | "edit-draft" | "create-spec" | "publish" | "edit-devices";

const allowed: Readonly<Record<Role, readonly Action[]>> = {
  reader: ["read-version", "read-draft"],
  author: ["read-version", "read-draft", "edit-draft", "create-spec", "publish", "edit-devices"],
  lead: ["read-version", "read-draft", "edit-draft", "create-spec", "publish", "edit-devices"],
};

/**
 * Whether someone may do something to a team's specs. The one place that decides it.
 * `role` is null for people outside the team and for those not signed in; they may read versions of public specs.
 */
export const may = (role: Role | null, action: Action, spec: { readonly public: boolean } = { public: false }): boolean =>
  role === null ? action === "read-version" && spec.public : allowed[role].includes(action);
