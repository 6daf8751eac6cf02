import { type APIRequestContext, expect, request, test } from "@playwright/test";
import { openDatabase } from "../web/server/database";
import { hashPassword } from "../web/server/passwords";
import { addMember, addPerson, addTeam } from "../web/server/people";
import { makeSpec, requestsOf, type Role } from "./people";

type Who = Role | "stranger" | "signed out";
type Try = (api: APIRequestContext, path: string) => Promise<number>;

const status = async (answer: Promise<{ status: () => number }>): Promise<number> => (await answer).status();
const change = { path: ["base"], from: "8px", to: "8px" };

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
    expected: { reader: 403, author: 409, lead: 409, stranger: 404, "signed out": 401 },
  },
  {
    name: "open the review page",
    attempt: (api, path) => status(api.get(`${path}/publish`, { maxRedirects: 0 })),
    expected: { reader: 404, author: 200, lead: 200, stranger: 404, "signed out": 307 },
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
];

const people: readonly Who[] = ["reader", "author", "lead", "stranger", "signed out"];

test("every action answers every person as the permissions say", async ({ baseURL: given }) => {
  const baseURL = given ?? "";
  const path = await makeSpec(baseURL, { kind: "columns", width: 1440, columns: 12 });
  const lead = await requestsOf(baseURL, "lead");
  const published = await lead.post(`${path.replace("/specs", "/api/drafts")}/publish`, {
    data: { revision: 1, number: "1.0.0", note: "" },
  });
  expect(published.status()).toBe(201);

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
  expect(cases).toBe(70);
});
