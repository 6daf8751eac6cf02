import { type VersionLevel, type VersionNumber, versionText } from "@ypsiline/core";
import type postgres from "postgres";
import { addActivity, type NewActivity, noteEdit } from "./activity";
import { announce, type Announcement } from "./announce";
import { type InboxKind, type NewItem, tell } from "./inbox";
import type { Publishers, Role } from "@/wire/shapes";
import type { WebhookData, WebhookEvent } from "@/wire/webhooks";
import { queueEvent } from "./webhook-queue";
import { followersTold, leadsOf, ownersOfUsers, peopleOfThread, type ToldFollower } from "./who-is-told";

/** Where something happened, and by whom. */
type In = { readonly teamId: number; readonly personId: number };
/** Something that happened to a spec. `path` is its address in the application: `/specs/skerry/quay-board`. */
type ToSpec = In & { readonly specId: number };
type OnPath = ToSpec & { readonly path: string; readonly name: string };

/** Everything that can happen, with what is known of it. Version numbers are numbers until they are written down. */
type Facts = {
  "spec-made": ToSpec & { readonly name: string };
  /** `team` is the one it came from; the log of its new team begins with `spec-taken-in`. */
  "spec-moved": ToSpec & { readonly name: string; readonly to: string };
  "spec-taken-in": ToSpec & { readonly name: string; readonly from: string };
  "spec-named": ToSpec & { readonly name: string; readonly address: string; readonly revision: number };
  "spec-described": ToSpec & { readonly words: string };
  "spec-follows": ToSpec & { readonly name: string; readonly number: VersionNumber };
  /** What a spec follows has a new version, published by a person of whatever team. */
  "followed-published": In & ToldFollower & { readonly name: string; readonly number: VersionNumber };
  "spec-archived": ToSpec & { readonly archived: boolean; readonly revision: number };
  template: ToSpec & { readonly template: boolean };
  edited: ToSpec & { readonly revision: number };
  shared: ToSpec & { readonly public: boolean };
  published: OnPath & {
    readonly team: string;
    readonly spec: string;
    readonly package: string;
    readonly number: VersionNumber;
    readonly previous: VersionNumber | null;
    readonly level: VersionLevel | null;
    readonly note: string;
  };
  withdrawn: OnPath & {
    readonly team: string;
    readonly spec: string;
    readonly package: string;
    readonly number: VersionNumber;
    readonly reason: string;
  };
  "review-asked": OnPath & { readonly person: string; readonly words: string };
  "review-decided": OnPath & {
    readonly person: string;
    readonly decision: "approved" | "sent-back";
    readonly words: string;
    readonly askedBy: number;
  };
  commented: OnPath & {
    readonly person: string;
    readonly comment: number;
    readonly thread: number | null;
    readonly about: string;
    readonly words: string;
  };
  "comment-resolved": ToSpec & { readonly resolved: boolean };
  "design-kept": ToSpec & { readonly name: string; readonly removed: boolean };
  "design-purpose": ToSpec & { readonly name: string; readonly reason: string | null };
  "project-made": In & { readonly name: string };
  "project-use": ToSpec & { readonly project: string; readonly number: VersionNumber | null };
  "token-made": In & { readonly name: string; readonly project: string };
  "token-revoked": In & { readonly name: string; readonly token: number };
  /** Ended by somebody who found it. */
  "token-found": In & { readonly name: string; readonly token: number; readonly team: string; readonly project: string };
  "webhook-added": In & { readonly host: string };
  "webhook-removed": In & { readonly host: string };
  invited: In & { readonly email: string; readonly role: Role };
  "invitation-ended": In & { readonly email: string };
  joined: In & { readonly team: string; readonly teamName: string; readonly email: string; readonly role: Role };
  /** `role` is null for somebody who is no longer in the team; `ended` says what ended with it, "" for nothing. */
  "member-changed": In & { readonly memberId: number; readonly member: string; readonly role: Role | null; readonly ended: string };
  "publishers-set": In & { readonly publishers: Publishers };
  "team-made": In & { readonly name: string };
  "team-left-empty": In;
  "team-given": In & { readonly email: string };
  "team-renamed": In & { readonly name: string };
};

export type HappeningKind = keyof Facts;
export type Happening = { [K in HappeningKind]: { readonly kind: K } & Facts[K] }[HappeningKind];

/**
 * What one kind of happening leads to: its line in the activity log, inbox items, webhook messages and announcements to
 * open pages.
 */
type Row<F> = {
  readonly activity: {
    readonly what: (facts: F) => string;
    readonly words: (facts: F) => string;
    /** Whether the log of its team lists it; without this, it always does. */
    readonly told?: (facts: F) => boolean;
    /** Whether the person may be of another team, and so is not named. */
    readonly unnamed?: true;
  };
  readonly inbox?: {
    readonly kind: InboxKind;
    readonly to: (sql: postgres.TransactionSql, facts: F) => Promise<readonly number[]>;
    readonly words: (facts: F) => string;
    readonly path: (facts: F) => string;
    /** Whether the person it names is told too: it was done by somebody else. */
    readonly toAll?: true;
  };
  readonly webhook?: { readonly [E in WebhookEvent]: { readonly event: E; readonly body: (facts: F) => WebhookData[E] } }[WebhookEvent];
  readonly announcement?: (facts: F) => Announcement;
  /** Further happenings that it leads to. */
  readonly leadsTo?: (sql: postgres.TransactionSql, facts: F) => Promise<readonly Happening[]>;
};

const after = (words: string): string => (words === "" ? "" : `: ${words}`);
const decided = { approved: "approved", "sent-back": "sent back" } as const;

/**
 * What each happening writes, and whom it notifies. Everything that changes data has its row; the compiler reports one
 * that is missing.
 */
export const happenings: { readonly [K in HappeningKind]: Row<Facts[K]> } = {
  "spec-made": { activity: { what: () => "spec", words: ({ name }) => `created the spec ${name}` } },
  "spec-moved": {
    activity: { what: () => "spec", words: ({ name, to }) => `moved the spec ${name} to the team ${to}` },
    // People who have it open and are not in the new team may no longer see it.
    announcement: ({ specId }) => ({ kind: "access", of: { spec: specId } }),
  },
  "spec-taken-in": { activity: { what: () => "spec", words: ({ name, from }) => `moved the spec ${name} here from the team ${from}` } },
  "spec-named": {
    activity: { what: () => "spec", words: ({ name, address }) => `renamed it ${name}, at ${address}` },
    announcement: ({ specId, revision }) => ({ kind: "draft", spec: specId, revision }),
  },
  "spec-described": {
    activity: {
      what: () => "spec",
      words: ({ words }) => (words === "" ? "removed the purpose" : `set the purpose: ${words}`),
    },
  },
  "spec-follows": {
    activity: { what: () => "spec", words: ({ name, number }) => `started following ${name} ${versionText(number)}` },
    announcement: ({ specId }) => ({ kind: "followed", spec: specId }),
  },
  "followed-published": {
    activity: {
      what: () => "followed",
      words: ({ name, number }) => `follows ${name}, which published ${versionText(number)}`,
      told: ({ logged }) => logged,
      unnamed: true,
    },
    inbox: {
      kind: "followed",
      to: (_, { people }) => Promise.resolve(people),
      words: ({ name, number, follower }) => `${name} ${versionText(number)} is out; ${follower} follows it`,
      path: ({ path }) => `${path}/follow`,
    },
    announcement: ({ specId }) => ({ kind: "followed", spec: specId }),
  },
  "spec-archived": {
    activity: { what: () => "spec", words: ({ archived }) => (archived ? "archived it" : "restored it from the archive") },
    announcement: ({ specId, revision }) => ({ kind: "draft", spec: specId, revision }),
  },
  template: {
    activity: {
      what: () => "spec",
      words: ({ template }) => (template ? "made it a template of the team" : "ended its use as a template"),
    },
  },
  edited: {
    activity: { what: () => "edited", words: () => "changed the draft" },
    announcement: ({ specId, revision }) => ({ kind: "draft", spec: specId, revision }),
  },
  shared: {
    activity: {
      what: () => "share",
      words: (facts) => (facts.public ? "made it public to anyone with the link" : "made it private to the team"),
    },
    announcement: ({ specId }) => ({ kind: "access", of: { spec: specId } }),
  },
  published: {
    activity: { what: () => "published", words: ({ number, note }) => `published version ${versionText(number)}${after(note)}` },
    inbox: {
      kind: "new-version",
      to: (sql, { specId }) => ownersOfUsers(sql, specId),
      words: ({ name, number, note }) => `${name} ${versionText(number)} is out${after(note)}`,
      path: ({ path, number, previous }) =>
        previous ? `${path}/compare?a=${versionText(previous)}&b=${versionText(number)}` : `${path}/versions/${versionText(number)}`,
    },
    webhook: {
      event: "version.published",
      body: ({ team, spec, name, package: packaged, number, previous, level, note, path }) => ({
        team,
        spec,
        name,
        package: packaged,
        version: versionText(number),
        previous: previous && versionText(previous),
        level,
        note,
        path: `/api/v1${path}/${versionText(number)}`,
      }),
    },
    announcement: ({ specId, number }) => ({ kind: "version", spec: specId, number: versionText(number) }),
    leadsTo: async (sql, { specId, personId, name, number }) =>
      (await followersTold(sql, specId)).map((one) => ({ kind: "followed-published", ...one, personId, name, number })),
  },
  withdrawn: {
    activity: { what: () => "withdrawn", words: ({ number, reason }) => `withdrew version ${versionText(number)}: ${reason}` },
    inbox: {
      kind: "withdrawn",
      to: (sql, { specId }) => ownersOfUsers(sql, specId),
      words: ({ name, number, reason }) => `${name} ${versionText(number)} was withdrawn: ${reason}`,
      path: ({ path, number }) => `${path}/versions/${versionText(number)}`,
    },
    webhook: {
      event: "version.withdrawn",
      body: ({ team, spec, name, package: packaged, number, reason }) => ({
        team,
        spec,
        name,
        package: packaged,
        version: versionText(number),
        reason,
      }),
    },
    announcement: ({ specId, number }) => ({ kind: "version", spec: specId, number: versionText(number) }),
  },
  "review-asked": {
    activity: { what: () => "review-asked", words: ({ words }) => `requested a review${after(words)}` },
    inbox: {
      kind: "review-asked",
      to: (sql, { teamId }) => leadsOf(sql, teamId),
      words: ({ person, name }) => `${person} requested a review of ${name}`,
      path: ({ path }) => `${path}/publish`,
    },
    announcement: ({ specId }) => ({ kind: "review", spec: specId }),
  },
  "review-decided": {
    activity: {
      what: ({ decision }) => `review-${decision}`,
      words: ({ decision, words }) => `${decided[decision]} the draft${after(words)}`,
    },
    inbox: {
      kind: "review-decided",
      to: (_, { askedBy }) => Promise.resolve([askedBy]),
      words: ({ person, decision, name, words }) => `${person} ${decided[decision]} ${name}${after(words)}`,
      path: ({ path }) => `${path}/publish`,
    },
    announcement: ({ specId }) => ({ kind: "review", spec: specId }),
  },
  commented: {
    activity: { what: () => "comment", words: ({ about, words }) => `commented on ${about}: ${words}` },
    inbox: {
      kind: "comment",
      to: (sql, { specId, thread }) => peopleOfThread(sql, specId, thread),
      words: ({ person, name, words }) => `${person} on ${name}: ${words}`,
      path: ({ path, comment, thread }) => `${path}/publish?comment=${comment}#comment-${thread ?? comment}`,
    },
    announcement: ({ specId }) => ({ kind: "comments", spec: specId }),
  },
  "comment-resolved": {
    activity: {
      what: ({ resolved }) => (resolved ? "comment-resolved" : "comment-opened"),
      words: ({ resolved }) => (resolved ? "resolved a comment" : "reopened a comment"),
    },
    announcement: ({ specId }) => ({ kind: "comments", spec: specId }),
  },
  "design-kept": {
    activity: {
      what: ({ removed }) => (removed ? "design-removed" : "design-kept"),
      words: ({ name, removed }) => (removed ? `deleted the design ${name}` : `saved the design ${name}`),
    },
  },
  "design-purpose": {
    activity: {
      what: () => "design-purpose",
      words: ({ name, reason }) =>
        reason === null ? `no longer accepts an edge of ${name} off the grid` : `accepted an edge of ${name} off the grid: ${reason}`,
    },
  },
  "project-made": { activity: { what: () => "project", words: ({ name }) => `added the project ${name}` } },
  "project-use": {
    activity: {
      what: () => "project-use",
      words: ({ project, number }) => (number ? `${project} now uses version ${versionText(number)}` : `${project} no longer uses it`),
    },
  },
  "token-made": { activity: { what: () => "token", words: ({ name, project }) => `created the access token ${name} of ${project}` } },
  "token-revoked": {
    activity: { what: () => "token-revoked", words: ({ name }) => `revoked the access token ${name}` },
    announcement: ({ token }) => ({ kind: "access", of: { token } }),
  },
  "token-found": {
    activity: { what: () => "token-revoked", words: ({ name }) => `made the access token ${name}, which somebody found and ended` },
    inbox: {
      kind: "token",
      to: async (sql, { teamId, personId }) => [...new Set([personId, ...(await leadsOf(sql, teamId))])],
      words: ({ name, project }) =>
        `Somebody found the access token ${name} of ${project} and ended it. It may have been used: see what it fetched, and make a new one`,
      path: ({ team }) => `/teams/${team}`,
      toAll: true,
    },
    announcement: ({ token }) => ({ kind: "access", of: { token } }),
  },
  "webhook-added": { activity: { what: () => "webhook", words: ({ host }) => `added the webhook ${host}` } },
  "webhook-removed": { activity: { what: () => "webhook-removed", words: ({ host }) => `removed the webhook ${host}` } },
  invited: { activity: { what: () => "invited", words: ({ email, role }) => `invited ${email} as ${role}` } },
  "invitation-ended": { activity: { what: () => "invitation-ended", words: ({ email }) => `cancelled the invitation of ${email}` } },
  joined: {
    activity: { what: () => "joined", words: ({ role }) => `joined the team as ${role}` },
    inbox: {
      kind: "member",
      to: (sql, { teamId }) => leadsOf(sql, teamId),
      words: ({ email, teamName, role }) => `${email} joined ${teamName} as ${role}`,
      path: ({ team }) => `/teams/${team}`,
    },
  },
  "member-changed": {
    activity: {
      what: ({ role }) => (role === null ? "member-removed" : "member-role"),
      words: ({ role, member, memberId, personId, ended }) =>
        `${role === null ? (memberId === personId ? "left the team" : `removed ${member} from the team`) : `changed the role of ${member} to ${role}`}${after(ended)}`,
    },
    announcement: ({ memberId }) => ({ kind: "access", of: { person: memberId } }),
  },
  "publishers-set": {
    activity: {
      what: () => "publishers",
      words: ({ publishers }) => (publishers === "leads" ? "let only leads publish" : "let authors publish too"),
    },
  },
  "team-made": { activity: { what: () => "team", words: ({ name }) => `created the team ${name}` } },
  "team-left-empty": { activity: { what: () => "team", words: () => "left the team, which has no members now" } },
  "team-given": { activity: { what: () => "team", words: ({ email }) => `the operator of this instance made ${email} a lead` } },
  "team-renamed": { activity: { what: () => "team", words: ({ name }) => `renamed the team ${name}` } },
};

/**
 * Records that something happened and notifies everybody concerned, inside the transaction that made it happen, so that
 * neither exists without the other. Consecutive edits of one person are one line of the log. Further happenings are
 * recorded and announced together, however many there are.
 */
export const happened = async (sql: postgres.TransactionSql, ...all: readonly Happening[]): Promise<void> => {
  const [lines, items, announcements, next]: [NewActivity[], NewItem[], Announcement[], Happening[]] = [[], [], [], []];
  for (const happening of all) {
    const { activity, inbox, webhook, announcement, leadsTo } = happenings[happening.kind] as Row<Happening>;
    const { teamId, personId } = happening;
    const specId = "specId" in happening ? happening.specId : null;
    if (happening.kind === "edited") await noteEdit(sql, happening);
    else if (activity.told?.(happening) ?? true)
      lines.push({
        teamId,
        specId,
        personId: activity.unnamed ? null : personId,
        what: activity.what(happening),
        words: activity.words(happening),
      });
    if (inbox)
      items.push({
        people: await inbox.to(sql, happening),
        except: inbox.toAll ? null : personId,
        kind: inbox.kind,
        teamId,
        specId,
        words: inbox.words(happening),
        path: inbox.path(happening),
      });
    if (webhook) await queueEvent(sql, teamId, webhook.event, webhook.body(happening));
    if (announcement) announcements.push(announcement(happening));
    if (leadsTo) next.push(...(await leadsTo(sql, happening)));
  }
  await addActivity(sql, lines);
  await tell(sql, items);
  await announce(sql, ...announcements);
  if (next.length > 0) await happened(sql, ...next);
};
