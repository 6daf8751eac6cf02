import { type APIRequestContext, expect, request, test } from "@playwright/test";
import { openDatabase } from "../web/server/database/database";
import { hashPassword } from "../web/server/identity/passwords";
import { addMember, addPerson, addTeam } from "../web/server/identity/people";
import { inTransaction } from "../web/server/database/transaction";
import { makeToken } from "../web/server/identity/tokens";
import { contractOf, type RouteKey, routes } from "../web/wire/routes";
import { type TokenScope, tokenScopes } from "../web/wire/shapes";
import { makeSpec, requestsOf, type Role } from "./people";
import { addresses, matrix, read, type Row, type Who, withoutRoles } from "./permission-rows";

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
