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
  "name-spec",
  "manage-spec",
  "edit-devices",
  "read-team",
  "make-project",
  "manage-projects",
  "manage-team",
] as const;
export type Action = (typeof actions)[number];

const readers: readonly Action[] = ["read-version", "read-draft", "comment", "read-team"];
const authors: readonly Action[] = [...readers, "edit-draft", "create-spec", "ask-review", "name-spec", "edit-devices", "make-project"];
const allowed: Readonly<Record<Role, readonly Action[]>> = { reader: readers, author: authors, lead: actions };
/** What may be done to an archived spec: reading and administration. */
const toArchived: readonly Action[] = ["read-version", "read-draft", "withdraw", "share", "manage-spec"];

/**
 * Whether someone may do something to a team's specs. This is the one place that decides it.
 * `role` is null for people outside the team and for those not signed in; they may read versions of public specs. Leads
 * publish, and authors if the team allows it. The owner of a project may manage that project (`owner`). Nobody can change an
 * archived spec until it is restored.
 */
export const may = (
  role: Role | null,
  action: Action,
  about: { readonly public?: boolean; readonly publishers?: Publishers; readonly owner?: boolean; readonly archived?: boolean } = {},
): boolean => {
  if (role === null) return action === "read-version" && about.public === true;
  if (about.archived && !toArchived.includes(action)) return false;
  if (action === "publish" && role === "author") return about.publishers === "authors";
  if (action === "manage-projects" && about.owner) return true;
  return allowed[role].includes(action);
};
