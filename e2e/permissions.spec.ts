import { type APIRequestContext, expect, request, test } from "@playwright/test";
import { openDatabase } from "../web/server/database/database";
import { hashPassword } from "../web/server/identity/passwords";
import { addMember, addPerson, addTeam } from "../web/server/identity/people";
import { inTransaction } from "../web/server/database/transaction";
import { makeToken } from "../web/server/identity/tokens";
import { contractOf, type RouteKey, routes } from "../web/wire/routes";
import { type TokenScope, tokenScopes } from "../web/wire/shapes";
import { makeSpec, requestsOf, type Role } from "./people";

type Who = Role | "stranger" | "signed out";

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
type Row = {
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
const withoutRoles = [
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
  // A stream does not end; tested below.
  "GET /api/specs/:team/:spec/events",
] as const satisfies readonly RouteKey[];

const read = [200, 200, 200] as const;

/**
 * The status for each person by route; a route without a row does not compile. Nothing that other tests need is
 * changed.
 */
const matrix: Readonly<Record<Exclude<RouteKey, (typeof withoutRoles)[number]>, readonly Row[]>> = {
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
const addresses: readonly Row[] = [
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

const statusOf = async (api: APIRequestContext, key: string, address: string, { data, headers = {} }: Row): Promise<number> => {
  const [method = "GET"] = key.split(" ");
  const answer = await api.fetch(address, { method, maxRedirects: 0, headers, ...(method === "GET" ? {} : { data }) });
  return answer.status();
};

const people: readonly Who[] = ["reader", "author", "lead", "stranger", "signed out"];

test("every action answers every person as the permissions say", async ({ baseURL: given }) => {
  const baseURL = given ?? "";
  const path = await makeSpec(baseURL, { kind: "columns", width: 1440, columns: 12 });
  const lead = await requestsOf(baseURL, "lead");
  const published = await lead.post(`${path.replace("/specs", "/api/drafts")}/publish`, {
    data: { revision: 1, number: "1.0.0", note: "" },
  });
  expect(published.status()).toBe(201);
  const team = "/api/teams/skerry";
  const made = (await (await lead.post(`${team}/projects`, { data: { name: `Matrix ${process.pid}` } })).json()) as { id: number };

  // Somebody of another team, who is its lead.
  const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
  const name = `other-${process.pid}`;
  try {
    const personId = await addPerson(sql, {
      email: `${name}@elsewhere.example`,
      name: "Stranger",
      passwordHash: await hashPassword("far-from-the-quay"),
    });
    await addMember(sql, await addTeam(sql, { slug: name, name: "Another team" }), personId, "lead");
  } finally {
    await sql.end();
  }
  const stranger = await request.newContext({ baseURL });
  await stranger.post("/session", { form: { email: `${name}@elsewhere.example`, password: "far-from-the-quay" }, maxRedirects: 0 });

  const as: Readonly<Record<Who, APIRequestContext>> = {
    reader: await requestsOf(baseURL, "reader"),
    author: await requestsOf(baseURL, "author"),
    lead,
    stranger,
    "signed out": await request.newContext({ baseURL }),
  };
  const draft = path.replace("/specs", "/api/drafts");
  const at = { spec: path, api: `/api/v1${path}`, draft, team, project: `${team}/projects/${made.id}` };
  const rows = [
    ...Object.entries(matrix).flatMap(([key, all]) => all.map((row) => ({ key: `${key} ${row.name ?? ""}`.trim(), row }))),
    ...addresses.map((row) => ({ key: "GET", row })),
  ];
  expect(Object.keys(matrix).length + withoutRoles.length).toBe(Object.keys(routes).length);
  const wrong: string[] = [];
  for (const { key, row } of rows)
    for (const [index, who] of people.entries()) {
      const { revision } = (await (await lead.get(draft)).json()) as { revision: number };
      const address = row.path({ ...at, revision });
      const wanted = [...row.expected, row.stranger ?? 404, row.signedOut ?? 401][index];
      const status = await statusOf(as[who], key, address, row);
      if (status !== wanted) wrong.push(`${who}, ${key} (${address}): ${status}, not ${wanted}`);
    }
  expect(wrong).toEqual([]);
});

test("an access token does what its maker may and its scopes allow, for the specs of its team that it is for", async ({
  baseURL: given,
}) => {
  const baseURL = given ?? "";
  const [path, other] = [await makeSpec(baseURL, { kind: "blank" }), await makeSpec(baseURL, { kind: "blank" })];
  const lead = await requestsOf(baseURL, "lead");
  const made = (await (await lead.post("/api/teams/skerry/projects", { data: { name: `Scopes ${process.pid}` } })).json()) as {
    id: number;
  };
  const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
  const wrong: string[] = [];
  let tried = 0;
  try {
    const [team] = await sql<{ id: number }[]>`SELECT id FROM team WHERE slug = 'skerry'`;
    const withToken = async (role: Role, scopes: readonly TokenScope[], specs: readonly string[] = []): Promise<APIRequestContext> => {
      const [maker] = await sql<{ id: number }[]>`SELECT id FROM person WHERE email = ${`${role}@skerry.example`}`;
      const input = { teamId: team?.id ?? 0, personId: maker?.id ?? 0, projectId: made.id, project: "Scopes", name: "Token", days: null };
      const token = await inTransaction(sql, (transaction) => makeToken(transaction, { ...input, scopes, specs }));
      if (!token.ok) throw new Error(token.problem.detail);
      return request.newContext({ baseURL, extraHTTPHeaders: { Authorization: `Bearer ${token.value}` } });
    };
    const rows = Object.entries(matrix).flatMap(([key, all]) => (key.includes(" /api/v1/") ? all.map((row) => ({ key, row })) : []));
    const at = { spec: path, api: `/api/v1${path}`, draft: "", team: "", project: `/api/teams/skerry/projects/${made.id}`, revision: 1 };
    const slug = (address: string): string => address.split("/").at(-1) ?? "";
    for (const [index, role] of (["reader", "author", "lead"] as const).entries())
      for (const scope of tokenScopes) {
        const api = await withToken(role, [scope]);
        // The same token, for another spec only.
        const elsewhere = await withToken(role, [scope], [slug(other)]);
        for (const { key, row } of rows) {
          const allowed = row.scopes?.includes(scope) ?? false;
          const malformed = row.expected.every((status) => status === 400);
          const wanted = malformed || allowed ? row.expected[index] : 403;
          const status = await statusOf(api, key, row.path(at), row);
          if (status !== wanted) wrong.push(`${role} with ${scope}, ${key} ${row.name ?? ""}: ${status}, not ${wanted}`);
          tried += 1;
          if (!key.includes(":spec")) continue;
          const refused = await statusOf(elsewhere, key, row.path(at), row);
          if (refused !== 404) wrong.push(`${role} with ${scope} for another spec, ${key} ${row.name ?? ""}: ${refused}, not 404`);
        }
        // Routes of the application take no token.
        for (const [method, address] of [
          ["GET", `/api/drafts${path.slice(6)}`],
          ["POST", `/api${path}/share`],
        ] as const) {
          const status = await statusOf(api, method, address, { path: () => "", data: { public: true }, expected: read });
          if (status !== 401) wrong.push(`${role} with ${scope}, ${method} ${address}: ${status}, not 401`);
        }
      }
    // The interface's description names the same scopes.
    for (const { key, row } of rows) expect([...(contractOf(key as RouteKey).about?.scopes ?? [])], key).toEqual(row.scopes);
    const dead = await request.newContext({ baseURL, extraHTTPHeaders: { Authorization: `Bearer ypsl_${"x".repeat(43)}` } });
    for (const { key, row } of rows) {
      const status = await statusOf(dead, key, row.path(at), row);
      if (status !== 401) wrong.push(`a token that is none, ${key}: ${status}, not 401`);
    }
  } finally {
    await sql.end();
  }
  expect(wrong).toEqual([]);
  expect(tried).toBeGreaterThan(250);
});

test("events of a spec are streamed to its readers, and to nobody else", async ({ baseURL }) => {
  const path = await makeSpec(baseURL ?? "", { kind: "blank" });
  const listen = async (api: APIRequestContext): Promise<number> => {
    const { cookies } = await api.storageState();
    const controller = new AbortController();
    const answer = await fetch(`${baseURL ?? ""}/api${path}/events`, {
      headers: { Cookie: cookies.map(({ name, value }) => `${name}=${value}`).join("; ") },
      signal: controller.signal,
    });
    controller.abort();
    return answer.status;
  };
  expect(await listen(await requestsOf(baseURL ?? "", "reader"))).toBe(200);
  expect(await listen(await request.newContext({ baseURL }))).toBe(401);
});
