import { type Publishers, type Role, type TokenScope, tokenScopes } from "@/wire/shapes";

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

/** The scopes of an access token that allow an action. No token changes who is in a team. */
const scopesFor: Readonly<Record<Action, readonly TokenScope[]>> = {
  "read-version": tokenScopes,
  "read-draft": ["draft", "review", "publish"],
  comment: ["draft", "review"],
  "edit-draft": ["draft"],
  "create-spec": ["draft"],
  "ask-review": ["review"],
  "decide-review": ["review"],
  publish: ["publish"],
  withdraw: ["publish"],
  share: ["manage"],
  "name-spec": ["manage"],
  "manage-spec": ["manage"],
  "edit-devices": ["manage"],
  "read-team": ["manage"],
  "make-project": ["manage"],
  "manage-projects": ["manage"],
  "manage-team": [],
};

/** Which scopes allow an action, in words: "draft or review". Empty if none does. */
export const scopeWords = (action: Action): string => scopesFor[action].join(" or ");

/** Whether a token with these scopes may be used for an action. Its maker must also be allowed it (`may`). */
export const scopesAllow = (scopes: readonly TokenScope[], action: Action): boolean =>
  scopesFor[action].some((scope) => scopes.includes(scope));

/** Actions that only read: none of them is a reason to give a token a scope. */
const reading: readonly Action[] = ["read-version", "read-draft", "read-team"];

/** The scopes a person may give a token: reading, and those with another action that their role allows. */
export const scopesOf = (role: Role, publishers: Publishers): readonly TokenScope[] =>
  tokenScopes.filter(
    (scope) =>
      scope === "read" ||
      actions.some((action) => !reading.includes(action) && scopesFor[action].includes(scope) && may(role, action, { publishers })),
  );
