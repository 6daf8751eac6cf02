import { type APIRequestContext, expect, request, test } from "@playwright/test";
import { openDatabase } from "../web/server/database/database";
import { hashPassword } from "../web/server/identity/passwords";
import { addMember, addPerson, addTeam } from "../web/server/identity/people";
import { makeSpec, requestsOf, type Role } from "./people";

type Who = Role | "stranger" | "signed out";
type Try = (api: APIRequestContext, path: string) => Promise<number>;

const status = async (answer: Promise<{ status: () => number }>): Promise<number> => (await answer).status();
const change = { path: ["base"], from: "8px", to: "8px" };

const draftOf = (path: string): string => path.replace("/specs", "/api/drafts");
const team = "/api/teams/skerry";
/** A project the lead keeps, made before the matrix is tried. */
let project = "";
/** Who reads what an attempt has to say, like the draft's revision. */
let asLead: APIRequestContext;

const pages: readonly (readonly [name: string, address: (path: string) => string])[] = [
  ["compare", (path) => `${path}/compare`],
  ["the import", (path) => `${path}/import`],
  ["the team", () => "/teams/skerry"],
];
const readings: readonly (readonly [name: string, address: (path: string) => string])[] = [
  ["read comments", (path) => `${draftOf(path)}/comments`],
  ["take a file of the draft", (path) => `${draftOf(path)}/files/layout.css`],
  ["look at a moment of the draft", (path) => `${draftOf(path)}/history/1`],
  ["read kept designs", (path) => `/api${path}/designs`],
  ["read a version's document", (path) => `${draftOf(path)}/versions/1.0.0`],
  ["read what the draft does to them", (path) => `${draftOf(path)}/moved`],
  ["export the activity", () => `${team}/activity`],
];
/** Changes, and what reader, author and lead are answered; where it would change too much, who may is told what is missing. */
const changes: readonly (readonly [
  name: string,
  address: (path: string) => string,
  data: unknown,
  reader: number,
  author: number,
  lead: number,
])[] = [
  ["comment", (path) => `${draftOf(path)}/comments`, { about: "spec", words: "Seen." }, 201, 201, 201],
  [
    "answer a comment that is none",
    (path) => `${draftOf(path)}/comments`,
    { about: "spec", words: "Seen.", thread: 999_999 },
    404,
    404,
    404,
  ],
  ["resolve a comment that is none", (path) => `${draftOf(path)}/comments/999999`, { resolved: true }, 404, 404, 404],
  ["say where one is", (path) => `${draftOf(path)}/presence`, { tab: "t", breakpoint: "desk", gone: true }, 200, 200, 200],
  ["ask for a review", (path) => `${draftOf(path)}/reviews`, { revision: 999_999, words: "" }, 403, 409, 409],
  ["decide a review", (path) => `${draftOf(path)}/reviews/999999`, { decision: "approved", words: "" }, 403, 403, 404],
  ["withdraw a version", (path) => `/api${path}/withdraw`, { number: "9.9.9", reason: "Wrong." }, 403, 403, 404],
  ["rename a spec", (path) => `/api${path}/name`, { name: "", description: "", address: "a" }, 403, 400, 400],
  ["archive a spec", (path) => `/api${path}/archive`, { archived: false }, 403, 403, 200],
  ["follow a version that is none", (path) => `/api${path}/follow`, { team: "skerry", spec: "none", number: "1.0.0" }, 403, 422, 422],
  ["move a spec", (path) => `/api${path}/move`, { team: "skerry" }, 403, 403, 422],
  ["say who may read", (path) => `/api${path}/share`, { public: false }, 403, 403, 200],
  ["keep a design", (path) => `/api${path}/designs`, { name: "Phone 3", source: "boxes", list: "{}" }, 403, 422, 422],
  ["take a design away", (path) => `/api${path}/designs/999999`, { removed: true }, 403, 404, 404],
  [
    "say an edge is off on purpose",
    (path) => `/api${path}/designs/999999/purposes`,
    { box: 0, edge: "left", reason: "Sea" },
    403,
    404,
    404,
  ],
  ["change a member", () => `${team}/members/999999`, { role: "lead" }, 403, 403, 404],
  ["remove a member", () => `${team}/members/999999`, { role: null }, 403, 403, 404],
  ["invite", () => `${team}/invitations`, { email: "nobody", role: "reader" }, 403, 403, 400],
  ["end an invitation", () => `${team}/invitations/999999`, {}, 403, 403, 404],
  ["name the team", () => `${team}/name`, { name: "" }, 403, 403, 400],
  ["say who publishes", () => `${team}/settings`, { publishers: "leads" }, 403, 403, 200],
  ["add a project", () => `${team}/projects`, { name: "" }, 403, 400, 400],
  ["change what a project uses", () => `${project}/uses`, { spec: "none", number: "1.0.0" }, 403, 403, 404],
  ["make an access token", () => `${project}/tokens`, { name: "" }, 403, 403, 400],
  ["revoke an access token", () => `${project}/tokens/999999`, {}, 403, 403, 404],
  ["add a webhook", () => `${team}/webhooks`, { url: "nowhere" }, 403, 403, 422],
  ["remove a webhook", () => `${team}/webhooks/999999`, {}, 403, 403, 404],
  ["test a webhook", () => `${team}/webhooks/999999/test`, {}, 403, 403, 404],
  ["repeat a delivery", () => `${team}/deliveries/999999`, {}, 403, 403, 404],
];

/** Every action, and the status it answers to each: what a role may do, what it may not, and what is not there for it. */
const actions: readonly { readonly name: string; readonly attempt: Try; readonly expected: Readonly<Record<Who, number>> }[] = [
  {
    name: "list versions",
    attempt: (api, path) => status(api.get(`/api/v1${path}`)),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 401 },
  },
  {
    name: "read a version",
    attempt: (api, path) => status(api.get(`/api/v1${path}/1.0.0`)),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 401 },
  },
  {
    name: "read a file of a version",
    attempt: (api, path) => status(api.get(`/api/v1${path}/latest/layout.css`)),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 401 },
  },
  {
    name: "open the hand-off page",
    attempt: (api, path) => status(api.get(`${path}/versions/latest`, { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  },
  {
    name: "read the draft",
    attempt: (api, path) => status(api.get(path.replace("/specs", "/api/drafts"))),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 401 },
  },
  {
    name: "open the workbench",
    attempt: (api, path) => status(api.get(path, { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  },
  {
    name: "change the draft",
    attempt: (api, path) => status(api.post(path.replace("/specs", "/api/drafts"), { data: { revision: 1, changes: [change] } })),
    expected: { reader: 403, author: 200, lead: 200, stranger: 404, "signed out": 401 },
  },
  {
    name: "publish",
    attempt: (api, path) =>
      status(api.post(`${path.replace("/specs", "/api/drafts")}/publish`, { data: { revision: 999_999, number: "9.0.0", note: "" } })),
    // Who may publish gets as far as being told that the draft has moved on.
    expected: { reader: 403, author: 403, lead: 409, stranger: 404, "signed out": 401 },
  },
  {
    name: "open the review page",
    attempt: (api, path) => status(api.get(`${path}/publish`, { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  },
  {
    name: "open the whole-pixel sets",
    attempt: (api, path) => status(api.get(`${path}/sets`, { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  },
  {
    name: "open the widths",
    attempt: (api, path) => status(api.get(`${path}/widths`, { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  },
  {
    name: "read the team's devices",
    attempt: (api) => status(api.get("/api/teams/skerry/devices")),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 401 },
  },
  {
    name: "change the team's devices",
    // From a revision there never was, so that nothing is changed: who may, is told so.
    attempt: (api) =>
      status(
        api.post("/api/teams/skerry/devices", {
          data: { revision: 999_999, devices: [{ name: "Wall", width: 1, height: 1, density: 1 }] },
        }),
      ),
    expected: { reader: 403, author: 409, lead: 409, stranger: 404, "signed out": 401 },
  },
  {
    name: "add a spec to the team",
    attempt: (api) => status(api.post("/api/specs", { data: { team: "skerry", name: "Added", start: { kind: "blank" } } })),
    expected: { reader: 403, author: 201, lead: 201, stranger: 404, "signed out": 401 },
  },
  ...pages.map(([name, address]) => ({
    name: `open ${name}`,
    attempt: (api: APIRequestContext, path: string) => status(api.get(address(path), { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  })),
  ...readings.map(([name, address]) => ({
    name,
    attempt: (api: APIRequestContext, path: string) => status(api.get(address(path))),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 401 },
  })),
  {
    name: "read the review of the draft",
    attempt: async (api, path) => {
      const { revision } = (await (await asLead.get(draftOf(path))).json()) as { revision: number };
      return status(api.get(`${draftOf(path)}/review?revision=${revision}`));
    },
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 401 },
  },
  ...changes.map(([name, address, data, reader, author, lead]) => ({
    name,
    attempt: (api: APIRequestContext, path: string) => status(api.post(address(path), { data })),
    expected: { reader, author, lead, stranger: 404, "signed out": 401 },
  })),
  {
    name: "open the list of versions",
    attempt: (api, path) => status(api.get(`${path}/versions`, { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  },
  {
    name: "open what a spec follows",
    attempt: (api, path) => status(api.get(`${path}/follow`, { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  },
  {
    name: "open a spec's settings",
    attempt: (api, path) => status(api.get(`${path}/settings`, { maxRedirects: 0 })),
    expected: { reader: 404, author: 200, lead: 200, stranger: 404, "signed out": 307 },
  },
  {
    name: "look for specs to choose",
    attempt: (api) => status(api.get("/api/specs?team=skerry")),
    // A stranger is offered none of the team's.
    expected: { reader: 200, author: 200, lead: 200, stranger: 200, "signed out": 401 },
  },
  {
    name: "open one's inbox",
    attempt: (api) => status(api.get("/inbox", { maxRedirects: 0 })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 200, "signed out": 307 },
  },
  {
    name: "mark an item of one's inbox",
    attempt: (api) => status(api.post("/api/inbox", { data: { id: 999_999, read: true } })),
    expected: { reader: 200, author: 200, lead: 200, stranger: 200, "signed out": 401 },
  },
  {
    name: "take up an invitation that is none",
    attempt: (api) => status(api.post("/api/join", { data: { secret: "none", name: "A", password: "far-from-the-quay" } })),
    expected: { reader: 404, author: 404, lead: 404, stranger: 404, "signed out": 404 },
  },
];

const people: readonly Who[] = ["reader", "author", "lead", "stranger", "signed out"];

test("every action answers every person as the permissions say", async ({ baseURL: given }) => {
  const baseURL = given ?? "";
  const path = await makeSpec(baseURL, { kind: "columns", width: 1440, columns: 12 });
  const lead = await requestsOf(baseURL, "lead");
  asLead = lead;
  const published = await lead.post(`${path.replace("/specs", "/api/drafts")}/publish`, {
    data: { revision: 1, number: "1.0.0", note: "" },
  });
  expect(published.status()).toBe(201);
  const made = (await (await lead.post(`${team}/projects`, { data: { name: `Matrix ${process.pid}` } })).json()) as { id: number };
  project = `${team}/projects/${made.id}`;

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
  let cases = 0;
  for (const { name: action, attempt, expected } of actions)
    for (const who of people) {
      expect(await attempt(as[who], path), `${who}: ${action}`).toBe(expected[who]);
      cases += 1;
    }
  expect(cases).toBe(305);
});

test("what happens to a spec is streamed to its readers, and to nobody else", async ({ baseURL }) => {
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
