import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { type Happening, type HappeningKind, happenings } from "@/server/happenings/happenings";

const spec = { teamId: 1, personId: 2, specId: 3 };
const named = { ...spec, path: "/specs/skerry/quay-board", name: "Quay board", person: "Wren" };
const number = { major: 2, minor: 1, patch: 0 };

/** One of every kind; the compiler reports one that is missing. */
const examples: { readonly [K in HappeningKind]: readonly [Extract<Happening, { kind: K }>, activity: string, inbox: string | null] } = {
  "spec-made": [{ kind: "spec-made", ...spec, name: "Quay board" }, "spec: created the spec Quay board", null],
  "spec-moved": [
    { kind: "spec-moved", ...spec, name: "Quay board", to: "Pilots" },
    "spec: moved the spec Quay board to the team Pilots",
    null,
  ],
  "spec-taken-in": [
    { kind: "spec-taken-in", ...spec, name: "Quay board", from: "Ferries" },
    "spec: moved the spec Quay board here from the team Ferries",
    null,
  ],
  "spec-named": [
    { kind: "spec-named", ...spec, name: "Quays", address: "/specs/skerry/quays", revision: 5 },
    "spec: renamed it Quays, at /specs/skerry/quays",
    null,
  ],
  "spec-described": [{ kind: "spec-described", ...spec, words: "Boards" }, "spec: set the purpose: Boards", null],
  "spec-follows": [{ kind: "spec-follows", ...spec, name: "Boards", number }, "spec: started following Boards 2.1.0", null],
  "followed-published": [
    {
      kind: "followed-published",
      ...spec,
      path: "/specs/skerry/quays",
      follower: "Quays",
      logged: true,
      people: [4],
      name: "Boards",
      number,
    },
    "followed: follows Boards, which published 2.1.0",
    "Boards 2.1.0 is out; Quays follows it at /specs/skerry/quays/follow",
  ],
  template: [{ kind: "template", ...spec, template: true }, "spec: made it a template of the team", null],
  "spec-archived": [{ kind: "spec-archived", ...spec, archived: true, revision: 5 }, "spec: archived it", null],
  edited: [{ kind: "edited", ...spec, revision: 4 }, "edited: changed the draft", null],
  shared: [{ kind: "shared", ...spec, public: true }, "share: made it public to anyone with the link", null],
  published: [
    {
      kind: "published",
      ...named,
      team: "skerry",
      spec: "quay-board",
      package: "@skerry/quay-board",
      number,
      previous: { ...number, minor: 0 },
      level: "minor",
      note: "Wider",
    },
    "published: published version 2.1.0: Wider",
    "Quay board 2.1.0 is out: Wider at /specs/skerry/quay-board/compare?a=2.0.0&b=2.1.0",
  ],
  withdrawn: [
    { kind: "withdrawn", ...named, team: "skerry", spec: "quay-board", package: "@skerry/quay-board", number, reason: "A slip" },
    "withdrawn: withdrew version 2.1.0: A slip",
    "Quay board 2.1.0 was withdrawn: A slip at /specs/skerry/quay-board/versions/2.1.0",
  ],
  "review-asked": [
    { kind: "review-asked", ...named, words: "" },
    "review-asked: requested a review",
    "Wren requested a review of Quay board at /specs/skerry/quay-board/publish",
  ],
  "review-decided": [
    { kind: "review-decided", ...named, decision: "sent-back", words: "Not yet", askedBy: 9 },
    "review-sent-back: sent back the draft: Not yet",
    "Wren sent back Quay board: Not yet at /specs/skerry/quay-board/publish",
  ],
  commented: [
    { kind: "commented", ...named, comment: 7, thread: null, about: "desk gutter", words: "Why 20?" },
    "comment: commented on desk gutter: Why 20?",
    "Wren on Quay board: Why 20? at /specs/skerry/quay-board/publish?comment=7#comment-7",
  ],
  "comment-resolved": [{ kind: "comment-resolved", ...spec, resolved: false }, "comment-opened: reopened a comment", null],
  "design-kept": [{ kind: "design-kept", ...spec, name: "Phone 3", removed: true }, "design-removed: deleted the design Phone 3", null],
  "design-purpose": [
    { kind: "design-purpose", ...spec, name: "Phone 3", reason: "Open sea" },
    "design-purpose: accepted an edge of Phone 3 off the grid: Open sea",
    null,
  ],
  "project-made": [{ kind: "project-made", ...spec, name: "Crew app" }, "project: added the project Crew app", null],
  "project-use": [{ kind: "project-use", ...spec, project: "Crew app", number }, "project-use: Crew app now uses version 2.1.0", null],
  "token-made": [
    { kind: "token-made", ...spec, name: "build", project: "Crew app" },
    "token: created the access token build of Crew app",
    null,
  ],
  "token-revoked": [{ kind: "token-revoked", ...spec, name: "build", token: 4 }, "token-revoked: revoked the access token build", null],
  "token-found": [
    { kind: "token-found", ...spec, name: "build", token: 4, team: "skerry", project: "Site" },
    "token-revoked: made the access token build, which somebody found and ended",
    "Somebody found the access token build of Site and ended it. It may have been used: see what it fetched, and make a new one at /teams/skerry",
  ],
  "webhook-added": [{ kind: "webhook-added", ...spec, host: "hook.example" }, "webhook: added the webhook hook.example", null],
  "webhook-removed": [
    { kind: "webhook-removed", ...spec, host: "hook.example" },
    "webhook-removed: removed the webhook hook.example",
    null,
  ],
  invited: [{ kind: "invited", ...spec, email: "a@b.example", role: "author" }, "invited: invited a@b.example as author", null],
  "invitation-ended": [
    { kind: "invitation-ended", ...spec, email: "a@b.example" },
    "invitation-ended: cancelled the invitation of a@b.example",
    null,
  ],
  joined: [
    { kind: "joined", ...spec, team: "skerry", teamName: "Skerry Ferries", email: "a@b.example", role: "reader" },
    "joined: joined the team as reader",
    "a@b.example joined Skerry Ferries as reader at /teams/skerry",
  ],
  "member-changed": [
    { kind: "member-changed", ...spec, memberId: 5, member: "Wren", role: null, ended: "1 invitation ended" },
    "member-removed: removed Wren from the team: 1 invitation ended",
    null,
  ],
  "team-made": [{ kind: "team-made", ...spec, name: "Skerry Ferries" }, "team: created the team Skerry Ferries", null],
  "team-left-empty": [{ kind: "team-left-empty", ...spec }, "team: left the team, which has no members now", null],
  "team-given": [
    { kind: "team-given", ...spec, email: "wren@skerry.example" },
    "team: the operator of this instance made wren@skerry.example a lead",
    null,
  ],
  "team-renamed": [{ kind: "team-renamed", ...spec, name: "Skerry" }, "team: renamed the team Skerry", null],
  "publishers-set": [{ kind: "publishers-set", ...spec, publishers: "leads" }, "publishers: let only leads publish", null],
};

type AnyRow = {
  readonly activity: { readonly what: (facts: unknown) => string; readonly words: (facts: unknown) => string };
  readonly inbox?: { readonly words: (facts: unknown) => string; readonly path: (facts: unknown) => string };
};

describe("events are written down and announced in one place", () => {
  it.each(Object.values(examples))("$kind", (facts, activity, inbox) => {
    const row = happenings[facts.kind] as unknown as AnyRow;
    expect(`${row.activity.what(facts)}: ${row.activity.words(facts)}`).toBe(activity);
    expect(row.inbox ? `${row.inbox.words(facts)} at ${row.inbox.path(facts)}` : null).toBe(inbox);
  });

  it("which no other file bypasses: none writes activity, inboxes, webhook events or notices, or has them written", () => {
    const server = join(import.meta.dirname, "..", "..", "..", "server");
    const files = readdirSync(server, { recursive: true, encoding: "utf8" })
      .filter((name) => name.endsWith(".ts"))
      .map((name) => ({ name, text: readFileSync(join(server, name), "utf8") }));
    const withText = (found: RegExp): readonly string[] =>
      files
        .filter(({ text }) => found.test(text))
        .map(({ name }) => name)
        .sort();
    const writes = (table: string): RegExp => new RegExp(`(INSERT\\s+INTO|UPDATE)\\s+(ONLY\\s+)?"?${table}\\b`, "i");
    expect({
      activity: withText(writes("activity")),
      inbox: withText(/INSERT\s+INTO\s+"?inbox_item\b/i),
      events: withText(/INSERT\s+INTO\s+"?webhook_delivery\b/i),
      notices: withText(/\b(pg_notify|NOTIFY)\b(?!\s*:)/),
      writers: withText(/\b(addActivity|noteEdit|tell|queueEvent)\(/),
    }).toEqual({
      activity: ["happenings/activity.ts"],
      inbox: ["happenings/inbox.ts"],
      events: ["happenings/webhook-queue.ts"],
      notices: ["happenings/announce.ts"],
      // A series of edits is one line of activity, which its own file decides.
      writers: ["happenings/activity.ts", "happenings/happenings.ts"],
    });
  });
});
