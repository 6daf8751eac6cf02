import { request as httpRequest } from "node:http";
import { expect, test } from "@playwright/test";
import { blankLayout } from "../core/src/index";
import { openDatabase } from "../web/server/database/database";
import { summaryOf } from "../web/server/heavy/draft-summary";
import { hashPassword } from "../web/server/identity/passwords";
import { addMember, addPerson, addSession, addTeam } from "../web/server/identity/people";
import { addProject } from "../web/server/projects/projects";
import { newSecret, secretHash } from "../web/server/database/secrets";
import { makeToken } from "../web/server/identity/tokens";
import { addSpec } from "../web/server/specs/specs";
import { inTransaction } from "../web/server/database/transaction";
import { addVersion } from "../web/server/specs/versions";
import { tokenScopes } from "../web/wire/shapes";
import { type BodyKey, type PostKey, routes } from "../web/wire/routes";

// A body can take seconds to arrive, and a right can be lost meanwhile: by removal, a lower role, the end of the
// session, or archiving. Here every act waits until its right is gone, and must then change nothing.

/**
 * The body of an act, valid, so that it would be done with the right. `less` is the status for a reader, if readers may
 * not do it.
 */
type Act = {
  readonly path: string;
  readonly body: unknown;
  readonly less: 403 | null;
  readonly archived: 403 | null;
  readonly headers?: Readonly<Record<string, string>>;
};

const list = JSON.stringify({
  format: "ypsiline-boxes",
  formatVersion: 1,
  width: 1440,
  boxes: [{ name: "Card", x: 64, y: 8, width: 99, height: 40 }],
});

/** Every act on a spec, a team or a project, by its key in `routes`: a route without a row does not compile. */
const acts = (at: {
  team: string;
  spec: string;
  other: string;
  project: number;
  member: number;
  own: number;
}): Readonly<Record<Exclude<BodyKey, keyof typeof ownActs | (typeof others)[number]>, Act>> => {
  const api = `/api/v1/specs/${at.team}/${at.spec}`;
  const [draft, spec, team] = [`/api/drafts/${at.team}/${at.spec}`, `/api/specs/${at.team}/${at.spec}`, `/api/teams/${at.team}`];
  const project = `${team}/projects/${at.project}`;
  const act = (path: string, body: unknown, less: 403 | null = 403, archived: 403 | null = null): Act => ({ path, body, less, archived });
  const edits = (path: string, body: unknown): Act => act(path, body, 403, 403);
  return {
    "POST /api/drafts/:team/:spec": edits(draft, { revision: 1, changes: [{ path: ["base"], from: "8px", to: "4px" }] }),
    "POST /api/drafts/:team/:spec/publish": edits(`${draft}/publish`, { revision: 1, number: "9.0.0", note: "" }),
    "POST /api/drafts/:team/:spec/presence": act(`${draft}/presence`, { tab: "lost", breakpoint: "desk" }, null),
    "POST /api/drafts/:team/:spec/reviews": edits(`${draft}/reviews`, { revision: 1, words: "" }),
    "POST /api/drafts/:team/:spec/reviews/:id": edits(`${draft}/reviews/1`, { decision: "approved", words: "" }),
    "POST /api/drafts/:team/:spec/comments": act(`${draft}/comments`, { about: "spec", words: "Lost" }, null, 403),
    "POST /api/drafts/:team/:spec/comments/:id": act(`${draft}/comments/1`, { resolved: true }, null, 403),
    "POST /api/specs/:team/:spec/name": edits(`${spec}/name`, { name: "Lost", description: "", address: "lost" }),
    "POST /api/specs/:team/:spec/archive": act(`${spec}/archive`, { archived: true }),
    "POST /api/specs/:team/:spec/template": act(`${spec}/template`, { template: true }),
    "POST /api/specs/:team/:spec/move": act(`${spec}/move`, { team: at.other }),
    "POST /api/specs/:team/:spec/follow": edits(`${spec}/follow`, { team: "skerry", spec: "quay-board", number: "1.0.0" }),
    "POST /api/specs/:team/:spec/share": act(`${spec}/share`, { public: true }),
    "POST /api/specs/:team/:spec/withdraw": act(`${spec}/withdraw`, { number: "1.0.0", reason: "Lost" }),
    "POST /api/specs/:team/:spec/content": edits(`${spec}/content`, { area: "a", content: { kind: "text", role: null, words: "Lost" } }),
    "POST /api/specs/:team/:spec/content/:area/picture": edits(`${spec}/content/a/picture`, { picture: onePixel }),
    "POST /api/specs/:team/:spec/designs": edits(`${spec}/designs`, { name: "Lost", source: "boxes", list }),
    "POST /api/specs/:team/:spec/designs/:id": edits(`${spec}/designs/1`, { removed: true }),
    "POST /api/specs/:team/:spec/designs/:id/purposes": edits(`${spec}/designs/1/purposes`, { box: 0, edge: "left", reason: "Lost" }),
    "POST /api/specs/:team/:spec/designs/:id/picture": edits(`${spec}/designs/1/picture`, { picture: onePixel, density: 1 }),
    "POST /api/v1/specs": act("/api/v1/specs", { team: at.team, name: "Lost", start: { kind: "blank" } }),
    "PUT /api/v1/specs/:team/:spec/draft": { ...edits(`${api}/draft`, blankLayout("Renamed")), headers: { "If-Match": '"1"' } },
    "PATCH /api/v1/specs/:team/:spec/draft": {
      ...edits(`${api}/draft`, [{ op: "replace", path: "/base", value: "4px" }]),
      headers: { "If-Match": '"1"', "Content-Type": "application/json-patch+json" },
    },
    "POST /api/v1/specs/:team/:spec/draft/import": {
      ...edits(`${api}/draft/import?format=layout`, { ...blankLayout("Renamed"), base: "4px" }),
      headers: { "If-Match": '"1"' },
    },
    "POST /api/v1/teams/:team/projects/:project/uses": act(`/api/v1/teams/${at.team}/projects/${at.project}/uses`, {
      spec: at.spec,
      number: "1.0.0",
    }),
    "POST /api/v1/specs/:team/:spec/follow": edits(`${api}/follow`, { team: "skerry", spec: "quay-board", number: "1.0.0" }),
    "POST /api/v1/specs/:team/:spec/follow/update": edits(`${api}/follow/update`, { number: "9.9.9" }),
    "POST /api/v1/specs/:team/:spec/comments": act(`${api}/comments`, { about: "spec", words: "Lost" }, null, 403),
    "POST /api/v1/specs/:team/:spec/comments/:id": act(`${api}/comments/1`, { resolved: true }, null, 403),
    "POST /api/v1/specs/:team/:spec/designs": edits(`${api}/designs`, { name: "Lost", list: JSON.parse(list) as object }),
    "POST /api/v1/specs/:team/:spec/reviews": edits(`${api}/reviews`, { revision: 1 }),
    "POST /api/v1/specs/:team/:spec/reviews/:id": edits(`${api}/reviews/1`, { decision: "approved" }),
    "POST /api/v1/specs/:team/:spec/publish": edits(`${api}/publish`, { revision: 1, number: "9.0.0" }),
    "POST /api/v1/specs/:team/:spec/withdraw": act(`${api}/withdraw`, { number: "1.0.0", reason: "Lost" }),
    "POST /api/specs": act("/api/specs", { team: at.team, name: "Lost", start: { kind: "blank" } }),
    "POST /api/teams/:team/name": act(`${team}/name`, { name: "Lost" }),
    "POST /api/teams/:team/settings": act(`${team}/settings`, { publishers: "authors" }),
    "POST /api/teams/:team/devices": act(`${team}/devices`, { revision: 0, devices: [{ name: "Lost", width: 1, height: 1, density: 1 }] }),
    "POST /api/teams/:team/invitations": act(`${team}/invitations`, { email: `lost-${process.pid}@skerry.example`, role: "lead" }),
    "POST /api/teams/:team/invitations/:id": act(`${team}/invitations/1`, {}),
    "POST /api/teams/:team/members/:id": act(`${team}/members/${at.member}`, { role: "reader" }),
    "POST /api/teams/:team/deliveries/:id": act(`${team}/deliveries/1`, {}),
    "POST /api/teams/:team/projects": act(`${team}/projects`, { name: "Lost" }),
    "POST /api/teams/:team/projects/:project/uses": act(`${project}/uses`, { spec: at.spec, number: "1.0.0" }),
    "POST /api/teams/:team/projects/:project/tokens": act(`${project}/tokens`, { name: "Lost" }),
    "POST /api/teams/:team/projects/:project/tokens/:token": act(`${project}/tokens/1`, {}),
    "POST /api/teams/:team/webhooks": act(`${team}/webhooks`, { url: "https://hooks.skerry.example/lost" }),
    "POST /api/teams/:team/webhooks/:id": act(`${team}/webhooks/1`, {}),
    "POST /api/teams/:team/webhooks/:id/test": act(`${team}/webhooks/1/test`, {}),
  };
};

/** A PNG of one px, in base64. */
const onePixel = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAADElEQVR4nGP4z8AAAAMBAQDJ/pLvAAAAAElFTkSuQmCC";

/** Acts on one's own account, which only need a session. */
const ownActs = {
  "POST /api/account/pointers": { path: "/api/account/pointers", body: {} },
  "POST /api/account": { path: "/api/account", body: { numbers: "decimals-2" } },
  "POST /api/account/name": { path: "/api/account/name", body: { name: "Lost" } },
  "POST /api/account/sessions": { path: "/api/account/sessions", body: {} },
  "POST /api/account/email/confirm": { path: "/api/account/email/confirm", body: { secret: "none" } },
  "POST /api/inbox": { path: "/api/inbox", body: { id: null, read: true } },
  "POST /api/teams": { path: "/api/teams", body: { name: "Lost" } },
} as const satisfies Partial<Readonly<Record<PostKey, { readonly path: string; readonly body: unknown }>>>;

/** Acts open to anybody, and those that ask for the password again (`e2e/account-safety.spec.ts`). */
const others = [
  "POST /api/account/password",
  "POST /api/account/email",
  "POST /api/account/close",
  "POST /api/account/forgotten",
  "POST /api/account/reset",
  "POST /api/set-up",
  "POST /api/sign-up",
  "POST /api/sign-up/confirm",
  "POST /api/join",
  "POST /api/tokens/end",
] as const satisfies readonly PostKey[];

const cookie = (session: string): Readonly<Record<string, string>> => ({ Cookie: `ypsiline_session=${session}` });

/** Sends a body in two halves, the second one after `between`. Returns the status. */
const heldBack = (
  base: string,
  key: string,
  { path, body, headers = {} }: Pick<Act, "path" | "body" | "headers">,
  credentials: Readonly<Record<string, string>>,
  between: () => Promise<unknown>,
): Promise<number> =>
  new Promise((resolve, reject) => {
    const text = JSON.stringify(body);
    const sent = httpRequest(
      base + path,
      {
        method: key.split(" ")[0] ?? "",
        agent: false,
        headers: { "Content-Type": "application/json", ...headers, "Content-Length": Buffer.byteLength(text), ...credentials },
      },
      (answer) => {
        answer.resume();
        answer.on("end", () => resolve(answer.statusCode ?? 0));
      },
    );
    sent.on("error", reject);
    sent.write(text.slice(0, 1));
    // By then the request has been allowed, and waits for its body.
    setTimeout(() => void between().then(() => sent.end(text.slice(1)), reject), 700);
  });

test("every act checks the right again when it writes: a right lost while the body arrives writes nothing", async ({ baseURL }) => {
  test.setTimeout(240_000);
  const base = baseURL ?? "";
  const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 6);
  const name = `lost-${process.pid}`;
  const passwordHash = await hashPassword("never-signed-in-with");
  const person = async (which: string): Promise<number> =>
    addPerson(sql, { email: `${name}-${which}@skerry.example`, name: which, passwordHash });
  const session = async (personId: number): Promise<string> => {
    const token = newSecret();
    await addSession(sql, { tokenHash: secretHash(token), personId, hours: 1, agent: "" });
    return token;
  };
  try {
    const founder = await person("founder");
    const [teamId, otherId] = [
      await addTeam(sql, { slug: name, name: "Lost" }),
      await addTeam(sql, { slug: `${name}-other`, name: "Other" }),
    ];
    await addMember(sql, teamId, founder, "lead");
    const member = await person("member");
    await addMember(sql, teamId, member, "author");
    const layout = blankLayout("Lost");
    const begins = { layout: JSON.stringify(layout), summary: summaryOf(layout) };
    const made = await inTransaction(sql, async (tx) => {
      const specId = await addSpec(tx, { teamId, slug: "held", description: "", ...begins, personId: founder });
      if (specId === null) throw new Error("no spec");
      await addVersion(tx, { specId, number: { major: 1, minor: 0, patch: 0 }, layout: begins.layout, note: "", personId: founder });
      const project = await addProject(tx, { teamId, personId: founder, ownerId: founder, name: "Held" });
      if (!project.ok) throw new Error(project.problem.detail);
      return { specId, project: project.value };
    });
    const at = { team: name, spec: "held", other: `${name}-other`, project: made.project, member, own: founder };
    const all = acts(at);
    // Every POST of the contract is either here or listed as needing no right.
    const known = [...Object.keys(all), ...Object.keys(ownActs), ...others].sort();
    expect(known).toEqual(
      Object.keys(routes)
        .filter((key) => /^(POST|PUT|PATCH) \/api\//.test(key))
        .sort(),
    );

    /** Everything of the team that an act could change, as one text. */
    const state = async (): Promise<string> => {
      const [row] = await sql`
        SELECT (SELECT json_agg(t) FROM team t WHERE t.id IN (${teamId}, ${otherId})) AS teams,
          (SELECT json_agg(json_build_array(s.*, d.revision)) FROM spec s JOIN draft d ON d.spec_id = s.id WHERE s.team_id = ${teamId}) AS specs,
          (SELECT count(*) FROM version WHERE spec_id = ${made.specId}) AS versions, (SELECT count(*) FROM version_withdrawal w JOIN version v ON v.id = w.version_id WHERE v.spec_id = ${made.specId}) AS withdrawn,
          (SELECT count(*) FROM activity WHERE team_id = ${teamId}) AS activity, (SELECT count(*) FROM comment WHERE spec_id = ${made.specId}) AS comments,
          (SELECT count(*) FROM review WHERE spec_id = ${made.specId}) AS reviews, (SELECT count(*) FROM kept_design WHERE spec_id = ${made.specId}) AS designs,
          (SELECT count(*) FROM invitation WHERE team_id = ${teamId}) AS invitations, (SELECT count(*) FROM webhook WHERE team_id = ${teamId}) AS webhooks,
          (SELECT count(*) FROM project WHERE team_id = ${teamId}) AS projects, (SELECT count(*) FROM access_token t JOIN project p ON p.id = t.project_id WHERE p.team_id = ${teamId}) AS tokens,
          (SELECT count(*) FROM project_use WHERE project_id = ${made.project}) AS uses, (SELECT count(*) FROM presence WHERE spec_id = ${made.specId}) AS presence,
          (SELECT role FROM membership WHERE team_id = ${teamId} AND person_id = ${member}) AS member,
          (SELECT count(*) FROM membership m JOIN person p ON p.id = m.person_id WHERE p.email LIKE ${`${name}-way-%`} AND m.role = 'lead') AS leads,
          (SELECT count(*) FROM person WHERE name = 'Lost' OR numbers = 'decimals-2' AND email LIKE ${`${name}-way-%`}) AS accounts`;
      return JSON.stringify(row);
    };

    type Way = { readonly lose: (personId: number, token: string) => Promise<unknown>; readonly expected: (act: Act) => number | null };
    const ways: Readonly<Record<string, Way>> = {
      "the session ended": {
        lose: (_person, token) => sql`DELETE FROM session WHERE token_hash = ${secretHash(token)}`,
        expected: () => 401,
      },
      "removed from the team": {
        lose: (personId) => sql`DELETE FROM membership WHERE team_id = ${teamId} AND person_id = ${personId}`,
        expected: () => 404,
      },
      "made a reader": {
        lose: (personId) => sql`UPDATE membership SET role = 'reader' WHERE team_id = ${teamId} AND person_id = ${personId}`,
        expected: ({ less }) => less,
      },
    };
    const tried: string[] = [];
    let turn = 0;
    /** A lead of the team for one attempt, with a session. */
    const lead = async (): Promise<{ id: number; token: string }> => {
      const id = await person(`way-${(turn += 1)}`);
      await addMember(sql, teamId, id, "lead");
      await addMember(sql, otherId, id, "lead");
      return { id, token: await session(id) };
    };
    for (const [way, { lose, expected }] of Object.entries(ways)) {
      const people = new Map<string, { id: number; token: string }>();
      for (const key of Object.keys(all)) people.set(key, await lead());
      const before = await state();
      await Promise.all(
        Object.entries(all).map(async ([key, act]) => {
          const status = expected(act);
          const who = people.get(key);
          if (status === null || !who) return;
          expect(await heldBack(base, key, act, cookie(who.token), () => lose(who.id, who.token)), `${key}: ${way}`).toBe(status);
          tried.push(`${key}: ${way}`);
        }),
      );
      // The only difference is how the right was lost.
      await sql`UPDATE membership SET role = 'lead' WHERE team_id = ${teamId} AND person_id IN (SELECT id FROM person WHERE email LIKE ${`${name}-way-%`})`;
      for (const { id } of people.values())
        await sql`INSERT INTO membership (team_id, person_id, role) VALUES (${teamId}, ${id}, 'lead') ON CONFLICT DO NOTHING`;
      expect(await state(), way).toBe(before);
      await sql`DELETE FROM membership WHERE person_id IN (SELECT id FROM person WHERE email LIKE ${`${name}-way-%`})`;
    }

    // Archived meanwhile, for all acts at once: those not allowed on an archived spec are refused.
    const archived = Object.entries(all).filter(([, act]) => act.archived !== null);
    const leads = await Promise.all(archived.map(() => lead()));
    const before = await state();
    const archive = sql`UPDATE spec SET archived_at = now() WHERE id = ${made.specId}`;
    const once = archive.then(() => undefined);
    await Promise.all(
      archived.map(async ([key, act], index) => {
        expect(await heldBack(base, key, act, cookie(leads[index]?.token ?? ""), () => once), `${key}: archived`).toBe(act.archived);
        tried.push(`${key}: archived`);
      }),
    );
    await sql`UPDATE spec SET archived_at = NULL WHERE id = ${made.specId}`;
    expect(await state()).toBe(before);

    // A token that is revoked, or ends, while the body arrives.
    const keeper = await lead();
    const hashes = await Promise.all(
      Object.entries(all).map(async ([key, act], index) => {
        if (!key.includes(" /api/v1/")) return null;
        const input = { teamId, personId: keeper.id, projectId: made.project, project: "Held", name: key, days: null, specs: [] };
        const token = await inTransaction(sql, (tx) => makeToken(tx, { ...input, scopes: tokenScopes }));
        if (!token.ok) throw new Error(token.problem.detail);
        const hash = secretHash(token.value);
        const end = () =>
          index % 2 === 0
            ? sql`UPDATE access_token SET revoked_at = now() WHERE token_hash = ${hash}`
            : sql`UPDATE access_token SET expires_at = now() WHERE token_hash = ${hash}`;
        expect(await heldBack(base, key, act, { Authorization: `Bearer ${token.value}` }, end), `${key}: token ended`).toBe(401);
        tried.push(`${key}: token ended`);
        return hash;
      }),
    );
    await sql`DELETE FROM activity WHERE team_id = ${teamId} AND what = 'token'`;
    await sql`DELETE FROM access_token WHERE token_hash IN ${sql(hashes.filter((hash) => hash !== null))}`;
    await sql`DELETE FROM membership WHERE person_id = ${keeper.id}`;
    expect(await state()).toBe(before);

    for (const [key, own] of Object.entries(ownActs)) {
      const who = await lead();
      const end = () => sql`DELETE FROM session WHERE token_hash = ${secretHash(who.token)}`;
      expect(await heldBack(base, key, own, cookie(who.token), end), key).toBe(401);
      tried.push(key);
    }
    expect(tried.length).toBeGreaterThan(100);
  } finally {
    await sql.end();
  }
});
