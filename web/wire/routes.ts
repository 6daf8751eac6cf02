import { areaContent, boxLimits, boxSides, boxSources, type Change, type Conflict, limits } from "@ypsiline/core";
import { z } from "zod";
import { bodies, change, comment, commentAbout, type Contract, designName, keptDesign, newSpec, ownStarts, place } from "./contract";
import type { ReviewAnswer } from "./drawn";
import {
  description,
  deviceList,
  emailAddress,
  givenName,
  linkSecret,
  mostTokenSpecs,
  moment,
  newAddress,
  newPassword,
  nothing,
  numberForms,
  ownPassword,
  publisherSettings,
  webhookForms,
  revisionNumber,
  roles,
  rowId,
  slug,
  teamDevices,
  tokenDays,
  tokenScopes,
  versionNumber,
  wholeLayout,
  writtenWords,
} from "./shapes";
import { specRoutes } from "./spec-routes";

const changesMade = z.custom<readonly Change[]>((value) => z.array(change).safeParse(value).success);

/** A spec to choose: its address, its name, its latest versions that are not withdrawn, and whether its draft may be read. */
const specChoice = z.strictObject({
  ...place.shape,
  name: z.string(),
  numbers: z.array(versionNumber).readonly(),
  draft: z.boolean(),
});

/**
 * Every internal route: what it is sent and answers, in one entry, by method and path. The route reads by it, the sender
 * (`ui/request.ts`) is typed by it, and tests hold both to it. The public interface is apart: `spec-routes.ts` and `api.ts`.
 */
const ownRoutes = {
  "POST /session": {
    request: z.object({
      // What has no right length is no account and no password of anybody.
      email: z.string().max(1000).default(""),
      password: z.string().max(1000).default(""),
      back: z.string().max(2000).default("/specs"),
      /** Given, it signs out. */
      end: z.string().optional(),
    }),
    limit: 16 * 1024,
    answer: null,
  },
  /** A picture that a page of the guide shows; pages of the guide are read by anybody. */
  "GET /guide/pictures/:name": { request: null, answer: null },
  "POST /api/account": { request: z.strictObject({ numbers: z.enum(numberForms) }), answer: nothing },
  /** Puts the pointers of a first visit away. */
  "POST /api/account/pointers": { request: nothing, answer: nothing },
  "POST /api/account/name": { request: z.strictObject({ name: givenName }), answer: nothing },
  /** Another password asks the old one, and ends every other session. */
  "POST /api/account/password": {
    request: z.strictObject({ old: ownPassword, password: newPassword }),
    answer: z.strictObject({ ended: z.number().int() }),
  },
  /** Sends a letter to a new address; it holds once the link in it was opened. */
  "POST /api/account/email": { request: z.strictObject({ email: emailAddress, password: ownPassword }), answer: nothing },
  "POST /api/account/email/confirm": { request: z.strictObject({ secret: linkSecret }), answer: z.strictObject({ email: z.string() }) },
  /** The same answer whether the address has an account or not. */
  "POST /api/account/forgotten": { request: z.strictObject({ email: emailAddress }), answer: nothing },
  "POST /api/account/reset": { request: z.strictObject({ secret: linkSecret, password: newPassword }), answer: nothing },
  /** Ends an access token for whoever holds it. The same answer whether there is one or not. */
  "POST /api/tokens/end": {
    request: z.strictObject({
      token: z.string().regex(/^ypsl_[\w-]{20,200}$/, { error: "must be an access token, all of it: ypsl_ and what follows" }),
    }),
    answer: nothing,
  },
  "POST /api/account/close": { request: z.strictObject({ password: ownPassword }), answer: nothing },
  /** The first person and team of an instance, by the code that was printed when it started. */
  "POST /api/set-up": {
    request: z.strictObject({ code: z.string().max(100), name: givenName, email: emailAddress, password: newPassword, team: givenName }),
    answer: z.strictObject({ team: slug }),
  },
  "POST /api/sign-up": { request: z.strictObject({ email: emailAddress }), answer: nothing },
  "POST /api/sign-up/confirm": {
    request: z.strictObject({ secret: linkSecret, name: givenName, password: newPassword }),
    answer: nothing,
  },
  "POST /api/teams": { request: z.strictObject({ name: givenName }), answer: z.strictObject({ team: slug }) },
  "POST /api/teams/:team/name": { request: z.strictObject({ name: givenName }), answer: nothing },
  "POST /api/account/sessions": { request: nothing, answer: z.strictObject({ ended: z.number().int() }) },
  "POST /api/inbox": { request: z.strictObject({ id: rowId.nullable(), read: z.boolean() }), answer: nothing },
  "POST /api/join": {
    request: z.strictObject({
      secret: z.string().max(100),
      name: givenName.optional(),
      password: newPassword.optional(),
    }),
    answer: z.strictObject({ team: slug }),
  },
  /**
   * Specs to choose from, by a part of their name or address (`?q=`), in all teams of the person or in one (`?team=`).
   * A complete address also finds a public spec.
   */
  "GET /api/specs": {
    request: null,
    answer: z.strictObject({ specs: z.array(specChoice).readonly(), more: z.boolean() }),
  },
  "POST /api/specs": {
    request: z.strictObject({
      ...newSpec,
      start: z.discriminatedUnion("kind", [
        ...ownStarts,
        z.strictObject({ kind: z.literal("spec"), team: slug, spec: slug }),
        /** A version of another spec, which it follows from then on. */
        z.strictObject({ kind: z.literal("follow"), team: slug, spec: slug, number: versionNumber }),
      ]),
    }),
    limit: bodies.layout,
    answer: place,
  },
  "GET /api/specs/:team/:spec/events": { request: null, answer: null },
  /** Its name, purpose and address; the old address still leads to it. */
  "POST /api/specs/:team/:spec/name": {
    request: z.strictObject({ name: givenName, description, address: newAddress }),
    answer: place,
  },
  "POST /api/specs/:team/:spec/archive": { request: z.strictObject({ archived: z.boolean() }), answer: nothing },
  /** Whether new specs of its team may begin as a copy of it. */
  "POST /api/specs/:team/:spec/template": { request: z.strictObject({ template: z.boolean() }), answer: nothing },
  "POST /api/specs/:team/:spec/move": { request: z.strictObject({ team: slug }), answer: place },
  /** Says which spec its draft may follow, and finds the version it is to follow from; answers what that is called. That it follows is an edit of the draft. */
  "POST /api/specs/:team/:spec/follow": {
    request: z.strictObject({ team: slug, spec: slug, number: versionNumber }),
    answer: z.strictObject({ name: z.string() }),
  },
  "POST /api/specs/:team/:spec/share": { request: z.strictObject({ public: z.boolean() }), answer: nothing },
  "POST /api/specs/:team/:spec/withdraw": {
    request: z.strictObject({ number: versionNumber, reason: writtenWords(1) }),
    answer: nothing,
  },
  /** The draft or, with `?since=`, the changes of each later revision (204 if there are none). */
  "GET /api/drafts/:team/:spec": {
    request: null,
    answer: z.union([
      z.strictObject({ revision: revisionNumber, layout: wholeLayout }),
      z.strictObject({ revision: revisionNumber, edits: z.array(changesMade).readonly() }),
    ]),
  },
  "POST /api/drafts/:team/:spec": {
    /** Changes made on a revision; whether they fit the layout is core's to say. Sent again under their `id`, they are written once. */
    request: z.strictObject({
      revision: revisionNumber,
      id: z
        .string()
        .regex(/^[\w-]{1,64}$/, "must be 1 to 64 letters, digits, _ or -")
        .optional(),
      changes: z.array(change).min(1).max(2000).readonly(),
    }),
    limit: bodies.layout,
    /** The layout if others changed it meanwhile; null if it is what was sent. */
    answer: z.strictObject({ revision: revisionNumber, layout: wholeLayout.nullable() }),
    conflict: z.strictObject({
      revision: revisionNumber,
      layout: wholeLayout,
      conflicts: z.array(z.custom<Conflict>((value) => z.looseObject({ change }).safeParse(value).success)),
    }),
  },
  "GET /api/drafts/:team/:spec/files/:file": { request: null, answer: null },
  "POST /api/drafts/:team/:spec/publish": {
    request: z.strictObject({
      revision: revisionNumber,
      number: versionNumber,
      note: z.string().max(limits.text, { error: `must be at most ${limits.text} characters` }),
    }),
    answer: z.strictObject({ number: versionNumber }),
    conflict: z.strictObject({ revision: revisionNumber }),
  },
  "POST /api/drafts/:team/:spec/presence": {
    request: z.strictObject({ tab: z.string().min(1).max(64), breakpoint: z.string().max(60), gone: z.boolean().default(false) }),
    answer: z.strictObject({ present: z.array(z.strictObject({ tab: z.string(), name: z.string(), breakpoint: z.string() })).readonly() }),
  },
  "POST /api/drafts/:team/:spec/reviews": {
    request: z.strictObject({ revision: revisionNumber, words: writtenWords(0) }),
    answer: nothing,
    conflict: z.strictObject({ revision: revisionNumber }),
  },
  "POST /api/drafts/:team/:spec/reviews/:id": {
    request: z.strictObject({ decision: z.enum(["approved", "sent-back"]), words: writtenWords(0) }),
    answer: nothing,
  },
  /** What is open about each thing, its latest comment and how many there are. */
  "GET /api/drafts/:team/:spec/comments": {
    request: null,
    answer: z.strictObject({
      open: z
        .array(z.strictObject({ id: rowId, about: z.string(), words: z.string(), person: z.string(), count: z.number().int() }))
        .readonly(),
    }),
  },
  /** Answers of a thread before one of them (`?before=`), the latest of these in order. */
  "GET /api/drafts/:team/:spec/comments/:id": { request: null, answer: z.strictObject({ answers: z.array(comment).readonly() }) },
  "POST /api/drafts/:team/:spec/comments": {
    request: z.strictObject({
      about: commentAbout,
      words: writtenWords(1),
      thread: rowId.nullable().default(null),
    }),
    answer: z.strictObject({ id: rowId }),
  },
  "POST /api/drafts/:team/:spec/comments/:id": { request: z.strictObject({ resolved: z.boolean() }), answer: nothing },
  /** The review of the draft at a revision (`?revision=`), parts of it drawn as HTML (`wire/drawn.ts`). */
  "GET /api/drafts/:team/:spec/review": {
    request: null,
    answer: z.custom<ReviewAnswer>((value) => typeof value === "object" && value !== null && "changes" in value),
  },
  /** What the draft does to saved designs that are on the latest version's grid. */
  "GET /api/drafts/:team/:spec/moved": {
    request: null,
    answer: z.strictObject({
      /** The designs compared, and those with edges that move. */
      designs: z.number().int(),
      moved: z
        .array(z.strictObject({ id: rowId, name: z.string(), off: z.number().int(), on: z.number().int(), before: z.number().int() }))
        .readonly(),
      /** Designs too narrow or too wide for one of the layouts to be compared with it. */
      left: z.array(z.string()).readonly(),
    }),
  },
  /** The document of a version as its team reads it, with what it follows. */
  "GET /api/drafts/:team/:spec/versions/:version": {
    request: null,
    answer: z.strictObject({ number: versionNumber, layout: wholeLayout }),
  },
  /** The draft at a revision. */
  "GET /api/drafts/:team/:spec/history/:revision": {
    request: null,
    answer: z.strictObject({ revision: revisionNumber, layout: wholeLayout }),
  },
  /** The content of an area in Try; null removes it. */
  "POST /api/specs/:team/:spec/content": {
    request: z.strictObject({ area: z.string().min(1).max(40), content: z.nullable(areaContent) }),
    answer: nothing,
  },
  /** The picture that an area holds, as WebP. */
  "GET /api/specs/:team/:spec/content/:area/picture": { request: null, answer: null },
  /** Has an area hold a picture: a PNG, JPEG or WebP in base64. */
  "POST /api/specs/:team/:spec/content/:area/picture": {
    request: z.strictObject({ picture: z.base64() }),
    limit: bodies.picture,
    answer: nothing,
  },
  /** A page of the designs kept beside a spec (`?page=2`). */
  "GET /api/specs/:team/:spec/designs": {
    request: null,
    answer: z.strictObject({ designs: z.array(keptDesign).readonly(), total: z.number().int(), more: z.boolean() }),
  },
  "POST /api/specs/:team/:spec/designs": {
    /** The box list is text: reading it is work for a worker. */
    request: z.strictObject({
      name: designName,
      source: z.enum(boxSources),
      list: z.string(),
    }),
    limit: bodies.boxes,
    answer: z.strictObject({ id: rowId }),
  },
  "GET /api/specs/:team/:spec/designs/:id": {
    request: null,
    answer: z.strictObject({ ...keptDesign.shape, list: z.string(), purposes: z.record(z.string(), z.string()) }),
  },
  /** Takes a design away, or puts it back. */
  "POST /api/specs/:team/:spec/designs/:id": { request: z.strictObject({ removed: z.boolean() }), answer: nothing },
  /** Says of an edge that it is off the grid on purpose; null, that it is not. */
  /** The picture of a design, as WebP. */
  "GET /api/specs/:team/:spec/designs/:id/picture": { request: null, answer: null },
  /** Saves its picture with a design: a PNG, JPEG or WebP in base64, and its device px to a CSS px. */
  "POST /api/specs/:team/:spec/designs/:id/picture": {
    request: z.strictObject({ picture: z.base64(), density: z.number().min(0.1).max(10) }),
    limit: bodies.picture,
    answer: nothing,
  },
  "POST /api/specs/:team/:spec/designs/:id/purposes": {
    request: z.strictObject({
      box: z
        .number()
        .int()
        .min(0)
        .max(boxLimits.boxes - 1),
      edge: z.enum(boxSides),
      reason: writtenWords(1).nullable(),
    }),
    answer: nothing,
  },
  /** CSV, or the entries as JSON. */
  "GET /api/teams/:team/activity": {
    request: null,
    answer: z.strictObject({
      entries: z
        .array(
          z.strictObject({
            at: moment,
            person: z.string().nullable(),
            token: z.string().nullable(),
            spec: z.string().nullable(),
            what: z.string(),
            words: z.string(),
          }),
        )
        .readonly(),
    }),
  },
  "POST /api/teams/:team/deliveries/:id": { request: nothing, answer: nothing },
  "GET /api/teams/:team/devices": { request: null, answer: teamDevices },
  "POST /api/teams/:team/devices": {
    request: z.strictObject({ revision: z.number().int().min(0), devices: deviceList }),
    answer: z.strictObject({ revision: revisionNumber }),
    conflict: teamDevices,
  },
  "POST /api/teams/:team/invitations": {
    request: z.strictObject({
      email: emailAddress,
      role: z.enum(roles),
    }),
    answer: z.strictObject({ email: z.string() }),
  },
  "POST /api/teams/:team/invitations/:id": { request: nothing, answer: nothing },
  /** Another role; null removes the member. */
  "POST /api/teams/:team/members/:id": { request: z.strictObject({ role: z.enum(roles).nullable() }), answer: nothing },
  "POST /api/teams/:team/projects": {
    request: z.strictObject({ name: givenName, owner: rowId.optional() }),
    answer: z.strictObject({ id: rowId }),
  },
  /** The version of a spec that a project uses; null if it no longer uses the spec. */
  "POST /api/teams/:team/projects/:project/uses": {
    request: z.strictObject({ spec: slug, number: versionNumber.nullable() }),
    answer: z.strictObject({ number: versionNumber.nullable() }),
  },
  "POST /api/teams/:team/projects/:project/tokens": {
    request: z.strictObject({
      name: givenName,
      scopes: z.array(z.enum(tokenScopes)).max(tokenScopes.length).default(["read"]).readonly(),
      /** Days until it ends; null for never. */
      days: z.literal([...tokenDays]).default(null),
      /** The addresses of the specs it is for; none for all of the team. */
      specs: z
        .array(slug)
        .max(mostTokenSpecs, { error: `must name at most ${mostTokenSpecs} specs` })
        .default([])
        .readonly(),
    }),
    answer: z.strictObject({ token: z.string() }),
  },
  "POST /api/teams/:team/projects/:project/tokens/:token": { request: nothing, answer: nothing },
  "POST /api/teams/:team/settings": { request: z.strictObject({ publishers: z.enum(publisherSettings) }), answer: nothing },
  "POST /api/teams/:team/webhooks": {
    request: z.strictObject({
      url: z.string().trim().max(2000, { error: "must be at most 2,000 characters" }),
      form: z.enum(webhookForms).default("json"),
    }),
    answer: z.strictObject({ secret: z.string() }),
  },
  "POST /api/teams/:team/webhooks/:id": { request: nothing, answer: nothing },
  /** Has a test message sent to a webhook. */
  "POST /api/teams/:team/webhooks/:id/test": { request: nothing, answer: nothing },
} as const satisfies Readonly<Record<`${"GET" | "POST"} /${string}`, Contract>>;

/** Every route whose rights are checked: the application's own, and those of the public interface that work with specs. */
export const routes = { ...ownRoutes, ...specRoutes };

type Routes = typeof routes;
export type RouteKey = keyof Routes;

/** A route's contract, without what only the compiler knows of it. */
export const contractOf = (key: RouteKey): Contract => routes[key];

/** The largest body a route takes, bytes. */
export const bodyLimit = (key: RouteKey): number => contractOf(key).limit ?? bodies.words;

/** The names in a path: "team" | "spec" of /api/drafts/:team/:spec. */
type Names<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Names<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;
export type PathParams<Key extends RouteKey> = Readonly<Record<Names<Key>, string>>;
/** The same as a sender writes them. */
export type PathValues<Key extends RouteKey> = Readonly<Record<Names<Key>, string | number>>;

type SchemaOf<Key extends RouteKey, Which extends keyof Contract> =
  Routes[Key] extends Readonly<Record<Which, infer S extends z.ZodType>> ? S : never;

/** What is sent to a route, as the sender writes it and as the route reads it. */
export type Sent<Key extends RouteKey> = z.input<SchemaOf<Key, "request">>;
export type Received<Key extends RouteKey> = Routes[Key] extends { readonly text: readonly string[] }
  ? string
  : z.output<SchemaOf<Key, "request">>;
/** What a route answers, as it makes it (dates are dates) and as it comes (they are text). */
export type Answered<Key extends RouteKey> = z.output<SchemaOf<Key, "answer">>;
export type Told<Key extends RouteKey> = z.input<SchemaOf<Key, "answer">>;
export type ConflictOf<Key extends RouteKey> = z.input<SchemaOf<Key, "conflict">>;
/** Routes that are sent a body. */
export type BodyKey = Extract<RouteKey, `${"POST" | "PUT" | "PATCH"} /api/${string}`>;
/** Those of them that are sent JSON by POST. */
export type PostKey = Extract<RouteKey, `POST /api/${string}`>;
/** Routes that answer JSON without being sent any. */
export type GetKey = {
  [Key in RouteKey]: Routes[Key] extends { readonly request: null; readonly answer: z.ZodType } ? Key : never;
}[RouteKey];
