import type { Publishers, Role } from "@/wire/shapes";

export const actions = [
  "read-version",
  "read-draft",
  "comment",
  "edit-draft",
  "create-spec",
  "ask-review",
  "decide-review",
  "publish",
  "withdraw",
  "share",
  "edit-devices",
  "read-team",
  "make-project",
  "manage-projects",
  "manage-team",
] as const;
export type Action = (typeof actions)[number];

const readers: readonly Action[] = ["read-version", "read-draft", "comment", "read-team"];
const authors: readonly Action[] = [...readers, "edit-draft", "create-spec", "ask-review", "edit-devices", "make-project"];
const allowed: Readonly<Record<Role, readonly Action[]>> = { reader: readers, author: authors, lead: actions };

/**
 * Whether someone may do something to a team's specs. The one place that decides it.
 * `role` is null for people outside the team and for those not signed in; they may read versions of public specs.
 * Leads publish; authors where the team says so. An owner of a project may manage that project (`owner`).
 */
export const may = (
  role: Role | null,
  action: Action,
  about: { readonly public?: boolean; readonly publishers?: Publishers; readonly owner?: boolean } = {},
): boolean => {
  if (role === null) return action === "read-version" && about.public === true;
  if (action === "publish" && role === "author") return about.publishers === "authors";
  if (action === "manage-projects" && about.owner) return true;
  return allowed[role].includes(action);
};
