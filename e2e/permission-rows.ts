import type { Role } from "./people";
import type { RouteKey } from "../web/wire/routes";
import type { TokenScope } from "../web/wire/shapes";

// What each route answers to each person: read by permissions.spec.ts.

export type Who = Role | "stranger" | "signed out";

/** The spec and the project on which the matrix is tested, and the draft's revision. */
type At = {
  readonly spec: string;
  readonly api: string;
  readonly draft: string;
  readonly team: string;
  readonly project: string;
  readonly revision: number;
};

/**
 * One request, and the status for reader, author and lead; for a stranger and without a session only if it is not the
 * usual refusal.
 */
export type Row = {
  /** What it tests, if one route has several rows. */
  readonly name?: string;
  readonly path: (at: At) => string;
  readonly data?: unknown;
  readonly headers?: Readonly<Record<string, string>>;
  /** The scopes of an access token that are enough. */
  readonly scopes?: readonly TokenScope[];
  readonly expected: readonly [reader: number, author: number, lead: number];
  readonly stranger?: number;
  readonly signedOut?: number;
};

/** Routes that do not depend on a role in a team: one's own account, signing in and public pages. */
export const withoutRoles = [
  "POST /session",
  "GET /guide/pictures/:name",
  "POST /api/account",
  "POST /api/account/close",
  "POST /api/account/email",
  "POST /api/account/email/confirm",
  "POST /api/account/forgotten",
  "POST /api/account/name",
  "POST /api/account/password",
  "POST /api/account/pointers",
  "POST /api/account/reset",
  "POST /api/account/sessions",
  "POST /api/set-up",
  "POST /api/sign-up",
  "POST /api/sign-up/confirm",
  "POST /api/teams",
  // For whoever holds a token; tested with the others that end.
  "POST /api/tokens/end",
  // A stream does not end; tested below.
  "GET /api/specs/:team/:spec/events",
] as const satisfies readonly RouteKey[];

export const read = [200, 200, 200] as const;

/**
 * The status for each person by route; a route without a row does not compile. Nothing that other tests need is
 * changed.
 */
export const matrix: Readonly<Record<Exclude<RouteKey, (typeof withoutRoles)[number]>, readonly Row[]>> = {
  "GET /api/drafts/:team/:spec": [{ path: ({ draft }) => draft, expected: read }],
  "GET /api/drafts/:team/:spec/comments": [{ path: ({ draft }) => `${draft}/comments`, expected: read }],
  "GET /api/drafts/:team/:spec/comments/:id": [{ path: ({ draft }) => `${draft}/comments/999999?before=1`, expected: [404, 404, 404] }],
  "GET /api/drafts/:team/:spec/files/:file": [{ path: ({ draft }) => `${draft}/files/layout.css`, expected: read }],
  "GET /api/drafts/:team/:spec/history/:revision": [{ path: ({ draft }) => `${draft}/history/1`, expected: read }],
  "GET /api/drafts/:team/:spec/moved": [{ path: ({ draft }) => `${draft}/moved`, expected: read }],
  "GET /api/drafts/:team/:spec/review": [{ path: ({ draft, revision }) => `${draft}/review?revision=${revision}`, expected: read }],
  "GET /api/drafts/:team/:spec/versions/:version": [{ path: ({ draft }) => `${draft}/versions/1.0.0`, expected: read }],
  // A stranger gets none of the team's.
  "GET /api/specs": [{ path: () => "/api/specs?team=skerry", expected: read, stranger: 200 }],
  "GET /api/specs/:team/:spec/content/:area/picture": [
    { path: ({ spec }) => `/api${spec}/content/none/picture`, expected: [404, 404, 404] },
  ],
  "GET /api/specs/:team/:spec/designs": [{ path: ({ spec }) => `/api${spec}/designs`, expected: read }],
  "GET /api/specs/:team/:spec/designs/:id": [{ path: ({ spec }) => `/api${spec}/designs/999999`, expected: [404, 404, 404] }],
  "GET /api/specs/:team/:spec/designs/:id/picture": [
    { path: ({ spec }) => `/api${spec}/designs/999999/picture`, expected: [404, 404, 404] },
  ],
  "GET /api/teams/:team/activity": [{ path: ({ team }) => `${team}/activity`, expected: read }],
  "GET /api/teams/:team/devices": [{ path: ({ team }) => `${team}/devices`, expected: read }],
  "POST /api/drafts/:team/:spec": [
    { path: ({ draft }) => draft, data: { revision: 1, changes: [{ path: ["base"], from: "8px", to: "8px" }] }, expected: [403, 200, 200] },
  ],
  "POST /api/drafts/:team/:spec/comments": [
    { path: ({ draft }) => `${draft}/comments`, data: { about: "spec", words: "Seen." }, expected: [201, 201, 201] },
    {
      name: "an answer to no thread",
      path: ({ draft }) => `${draft}/comments`,
      data: { about: "spec", words: "Seen.", thread: 999_999 },
      expected: [404, 404, 404],
    },
  ],
  "POST /api/drafts/:team/:spec/comments/:id": [
    { path: ({ draft }) => `${draft}/comments/999999`, data: { resolved: true }, expected: [404, 404, 404] },
  ],
  "POST /api/drafts/:team/:spec/presence": [
    { path: ({ draft }) => `${draft}/presence`, data: { tab: "t", breakpoint: "desk", gone: true }, expected: read },
  ],
  // Those who may publish are told that the draft has changed.
  "POST /api/drafts/:team/:spec/publish": [
    { path: ({ draft }) => `${draft}/publish`, data: { revision: 999_999, number: "9.0.0", note: "" }, expected: [403, 403, 409] },
  ],
  "POST /api/drafts/:team/:spec/reviews": [
    { path: ({ draft }) => `${draft}/reviews`, data: { revision: 999_999, words: "" }, expected: [403, 409, 409] },
  ],
  "POST /api/drafts/:team/:spec/reviews/:id": [
    { path: ({ draft }) => `${draft}/reviews/999999`, data: { decision: "approved", words: "" }, expected: [403, 403, 404] },
  ],
  "POST /api/specs": [
    { path: () => "/api/specs", data: { team: "skerry", name: "Added", start: { kind: "blank" } }, expected: [403, 201, 201] },
  ],
  "POST /api/specs/:team/:spec/archive": [
    { path: ({ spec }) => `/api${spec}/archive`, data: { archived: false }, expected: [403, 403, 200] },
  ],
  "POST /api/specs/:team/:spec/content": [
    {
      path: ({ spec }) => `/api${spec}/content`,
      data: { area: "none", content: { kind: "text", role: null, words: "" } },
      expected: [403, 200, 200],
    },
  ],
  "POST /api/specs/:team/:spec/content/:area/picture": [
    { path: ({ spec }) => `/api${spec}/content/none/picture`, data: { picture: "none" }, expected: [403, 422, 422] },
  ],
  "POST /api/specs/:team/:spec/designs": [
    { path: ({ spec }) => `/api${spec}/designs`, data: { name: "Phone 3", source: "boxes", list: "{}" }, expected: [403, 422, 422] },
  ],
  "POST /api/specs/:team/:spec/designs/:id": [
    { path: ({ spec }) => `/api${spec}/designs/999999`, data: { removed: true }, expected: [403, 404, 404] },
  ],
  "POST /api/specs/:team/:spec/designs/:id/picture": [
    { path: ({ spec }) => `/api${spec}/designs/999999/picture`, data: { picture: "none", density: 1 }, expected: [403, 422, 422] },
  ],
  "POST /api/specs/:team/:spec/designs/:id/purposes": [
    { path: ({ spec }) => `/api${spec}/designs/999999/purposes`, data: { box: 0, edge: "left", reason: "Sea" }, expected: [403, 404, 404] },
  ],
  "POST /api/specs/:team/:spec/follow": [
    { path: ({ spec }) => `/api${spec}/follow`, data: { team: "skerry", spec: "none", number: "1.0.0" }, expected: [403, 422, 422] },
  ],
  "POST /api/specs/:team/:spec/move": [{ path: ({ spec }) => `/api${spec}/move`, data: { team: "skerry" }, expected: [403, 403, 422] }],
  "POST /api/specs/:team/:spec/name": [
    { path: ({ spec }) => `/api${spec}/name`, data: { name: "", description: "", address: "a" }, expected: [403, 400, 400] },
  ],
  "POST /api/specs/:team/:spec/share": [{ path: ({ spec }) => `/api${spec}/share`, data: { public: false }, expected: [403, 403, 200] }],
  "POST /api/specs/:team/:spec/template": [
    { path: ({ spec }) => `/api${spec}/template`, data: { template: false }, expected: [403, 403, 200] },
  ],
  "POST /api/specs/:team/:spec/withdraw": [
    { path: ({ spec }) => `/api${spec}/withdraw`, data: { number: "9.9.9", reason: "Wrong." }, expected: [403, 403, 404] },
  ],
  "POST /api/teams/:team/deliveries/:id": [{ path: ({ team }) => `${team}/deliveries/999999`, data: {}, expected: [403, 403, 404] }],
  // From a revision that never existed, so that nothing changes: those with the right are told so.
  "POST /api/teams/:team/devices": [
    {
      path: ({ team }) => `${team}/devices`,
      data: { revision: 999_999, devices: [{ name: "Wall", width: 1, height: 1, density: 1 }] },
      expected: [403, 409, 409],
    },
  ],
  "POST /api/teams/:team/invitations": [
    { path: ({ team }) => `${team}/invitations`, data: { email: "nobody", role: "reader" }, expected: [403, 403, 400] },
  ],
  "POST /api/teams/:team/invitations/:id": [{ path: ({ team }) => `${team}/invitations/999999`, data: {}, expected: [403, 403, 404] }],
  "POST /api/teams/:team/members/:id": [
    { path: ({ team }) => `${team}/members/999999`, data: { role: "lead" }, expected: [403, 403, 404] },
    { name: "removing", path: ({ team }) => `${team}/members/999999`, data: { role: null }, expected: [403, 403, 404] },
  ],
  "POST /api/teams/:team/name": [{ path: ({ team }) => `${team}/name`, data: { name: "" }, expected: [403, 403, 400] }],
  "POST /api/teams/:team/projects": [{ path: ({ team }) => `${team}/projects`, data: { name: "" }, expected: [403, 400, 400] }],
  "POST /api/teams/:team/projects/:project/tokens": [
    { path: ({ project }) => `${project}/tokens`, data: { name: "" }, expected: [403, 403, 400] },
  ],
  "POST /api/teams/:team/projects/:project/tokens/:token": [
    { path: ({ project }) => `${project}/tokens/999999`, data: {}, expected: [403, 403, 404] },
  ],
  "POST /api/teams/:team/projects/:project/uses": [
    { path: ({ project }) => `${project}/uses`, data: { spec: "none", number: "1.0.0" }, expected: [403, 403, 404] },
  ],
  "POST /api/teams/:team/settings": [{ path: ({ team }) => `${team}/settings`, data: { publishers: "leads" }, expected: [403, 403, 200] }],
  "POST /api/teams/:team/webhooks": [{ path: ({ team }) => `${team}/webhooks`, data: { url: "nowhere" }, expected: [403, 403, 422] }],
  "POST /api/teams/:team/webhooks/:id": [{ path: ({ team }) => `${team}/webhooks/999999`, data: {}, expected: [403, 403, 404] }],
  "POST /api/teams/:team/webhooks/:id/test": [{ path: ({ team }) => `${team}/webhooks/999999/test`, data: {}, expected: [403, 403, 404] }],
  // The public interface does the same for an access token, as far as its scopes go. From revisions that are no longer current.
  "GET /api/v1/specs": [{ path: () => "/api/v1/specs", scopes: ["draft", "review", "publish"], expected: read, stranger: 200 }],
  "POST /api/v1/specs": [
    {
      path: () => "/api/v1/specs",
      data: { team: "skerry", name: "Added", start: { kind: "columns", width: 99_999, columns: 12 } },
      scopes: ["draft"],
      expected: [400, 400, 400],
      stranger: 400,
    },
    {
      name: "with a layout that is none",
      path: () => "/api/v1/specs",
      data: { team: "skerry", name: "Added", start: { kind: "layout", layout: {} } },
      scopes: ["draft"],
      expected: [403, 400, 400],
    },
  ],
  "GET /api/v1/specs/:team/:spec/draft": [{ path: ({ api }) => `${api}/draft`, scopes: ["draft", "review", "publish"], expected: read }],
  "PUT /api/v1/specs/:team/:spec/draft": [
    { path: ({ api }) => `${api}/draft`, data: {}, headers: { "If-Match": '"1"' }, scopes: ["draft"], expected: [403, 422, 422] },
    { name: "without a revision", path: ({ api }) => `${api}/draft`, data: {}, scopes: ["draft"], expected: [403, 428, 428] },
  ],
  "PATCH /api/v1/specs/:team/:spec/draft": [
    {
      path: ({ api }) => `${api}/draft`,
      data: [{ op: "test", path: "/format", value: "ypsiline-layout" }],
      headers: { "If-Match": '"1"', "Content-Type": "application/json-patch+json" },
      scopes: ["draft"],
      expected: [403, 200, 200],
    },
  ],
  "POST /api/v1/specs/:team/:spec/draft/import": [
    {
      path: ({ api }) => `${api}/draft/import?format=csv`,
      data: "breakpoint,wrong",
      headers: { "If-Match": '"1"', "Content-Type": "text/csv" },
      scopes: ["draft"],
      expected: [403, 422, 422],
    },
  ],
  "GET /api/v1/specs/:team/:spec/follow": [{ path: ({ api }) => `${api}/follow`, scopes: ["draft", "review", "publish"], expected: read }],
  "POST /api/v1/specs/:team/:spec/follow": [
    {
      path: ({ api }) => `${api}/follow`,
      data: { team: "skerry", spec: "none", number: "1.0.0" },
      scopes: ["draft"],
      expected: [403, 422, 422],
    },
  ],
  "POST /api/v1/specs/:team/:spec/follow/update": [
    { path: ({ api }) => `${api}/follow/update`, data: { number: "1.0.0" }, scopes: ["draft"], expected: [403, 422, 422] },
  ],
  "GET /api/v1/teams/:team/projects": [{ path: () => "/api/v1/teams/skerry/projects", scopes: ["manage"], expected: read }],
  "POST /api/v1/teams/:team/projects/:project/uses": [
    {
      path: ({ project }) => `${project.replace("/api/", "/api/v1/")}/uses`,
      data: { spec: "none", number: "1.0.0" },
      scopes: ["manage"],
      expected: [403, 403, 404],
    },
  ],
  "GET /api/v1/specs/:team/:spec/changes": [
    { path: ({ api }) => `${api}/changes?from=9.9.9`, scopes: ["draft", "review", "publish"], expected: [404, 404, 404] },
    {
      name: "of the draft with itself",
      path: ({ api }) => `${api}/changes?from=draft`,
      scopes: ["draft", "review", "publish"],
      expected: read,
    },
  ],
  "GET /api/v1/specs/:team/:spec/comments": [
    { path: ({ api }) => `${api}/comments`, scopes: ["draft", "review", "publish"], expected: read },
  ],
  "POST /api/v1/specs/:team/:spec/comments": [
    {
      path: ({ api }) => `${api}/comments`,
      data: { about: "spec", words: "Seen." },
      scopes: ["draft", "review"],
      expected: [201, 201, 201],
    },
  ],
  "POST /api/v1/specs/:team/:spec/comments/:id": [
    { path: ({ api }) => `${api}/comments/999999`, data: { resolved: true }, scopes: ["draft", "review"], expected: [404, 404, 404] },
  ],
  "GET /api/v1/specs/:team/:spec/designs": [
    { path: ({ api }) => `${api}/designs`, scopes: ["draft", "review", "publish"], expected: read },
  ],
  "POST /api/v1/specs/:team/:spec/designs": [
    { path: ({ api }) => `${api}/designs`, data: { name: "Phone 3", list: {} }, scopes: ["draft"], expected: [403, 422, 422] },
  ],
  "GET /api/v1/specs/:team/:spec/designs/:id/fit": [
    { path: ({ api }) => `${api}/designs/999999/fit`, scopes: ["draft", "review", "publish"], expected: [404, 404, 404] },
  ],
  "GET /api/v1/specs/:team/:spec/reviews": [
    { path: ({ api }) => `${api}/reviews`, scopes: ["draft", "review", "publish"], expected: read },
  ],
  "POST /api/v1/specs/:team/:spec/reviews": [
    { path: ({ api }) => `${api}/reviews`, data: { revision: 999_999 }, scopes: ["review"], expected: [403, 409, 409] },
  ],
  "POST /api/v1/specs/:team/:spec/reviews/:id": [
    { path: ({ api }) => `${api}/reviews/999999`, data: { decision: "approved" }, scopes: ["review"], expected: [403, 403, 404] },
  ],
  "POST /api/v1/specs/:team/:spec/publish": [
    { path: ({ api }) => `${api}/publish`, data: { revision: 999_999 }, scopes: ["publish"], expected: [403, 403, 409] },
  ],
  "POST /api/v1/specs/:team/:spec/withdraw": [
    { path: ({ api }) => `${api}/withdraw`, data: { number: "9.9.9", reason: "Wrong." }, scopes: ["publish"], expected: [403, 403, 404] },
  ],
  "POST /api/inbox": [{ path: () => "/api/inbox", data: { id: 999_999, read: true }, expected: read, stranger: 200 }],
  "POST /api/join": [
    {
      path: () => "/api/join",
      data: { secret: "none", name: "A", password: "far-from-the-quay" },
      expected: [404, 404, 404],
      signedOut: 404,
    },
  ],
};

/** Pages of a team, and the files of a version. Without a session, a page leads to the sign-in. */
const page = { expected: read, signedOut: 307 } as const;
export const addresses: readonly Row[] = [
  ...[
    "",
    "/publish",
    "/sets",
    "/widths",
    "/versions",
    "/versions/latest",
    "/follow",
    "/compare",
    "/import",
    "/fit",
    "/try",
    "/files",
    "/history",
  ].map((end): Row => ({ ...page, path: ({ spec }) => spec + end })),
  { ...page, path: ({ spec }) => `${spec}/settings`, expected: [404, 200, 200] },
  { ...page, path: () => "/teams/skerry" },
  { ...page, path: () => "/inbox", stranger: 200 },
  ...["", "/1.0.0", "/latest/layout.css"].map((end): Row => ({ expected: read, path: ({ spec }) => `/api/v1${spec}${end}` })),
];
