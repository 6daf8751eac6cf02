import postgres from "postgres";
import { print } from "./terminal";

/** Specs of one team with ten versions each, projects that use two of them, and rows of what was done: a team after years. */
const size = { specs: 2_000, versions: 10, projects: 2_000, activity: 1_000_000, inbox: 5_000 };

/** Makes the demo's team as large as `size`, out of its own spec. */
const seed = async (sql: postgres.Sql): Promise<void> => {
  const [row] = await sql<{ team: number; lead: number; source: number }[]>`
    SELECT t.id AS team, p.id AS lead, s.id AS source FROM team t JOIN spec s ON s.team_id = t.id AND s.slug = 'passenger-booking', person p
    WHERE t.slug = 'skerry' AND p.email = 'lead@skerry.example'`;
  if (!row) throw new Error("the demo has no such spec");
  const { team, lead, source } = row;
  await sql`
    INSERT INTO spec (team_id, slug, description, created_by)
    SELECT ${team}, 'spec-' || n, 'Boat number ' || n, ${lead} FROM generate_series(1, ${size.specs}) n`;
  await sql`
    INSERT INTO draft (spec_id, revision, layout, updated_by)
    SELECT s.id, 1, jsonb_set(d.layout, '{name}', to_jsonb('Boat ' || s.slug)), ${lead} FROM spec s, draft d WHERE d.spec_id = ${source} AND s.slug LIKE 'spec-%'`;
  for (let version = 1; version <= size.versions; version += 1)
    await sql`
      INSERT INTO version (spec_id, major, minor, patch, layout, published_by)
      SELECT s.id, ${Math.ceil(version / 3)}, ${(version - 1) % 3}, 0, d.layout, ${lead} FROM spec s JOIN draft d ON d.spec_id = s.id WHERE s.slug LIKE 'spec-%'`;
  await sql`INSERT INTO project (team_id, name, owner_id) SELECT ${team}, 'Product ' || n, ${lead} FROM generate_series(1, ${size.projects}) n`;
  await sql`
    INSERT INTO project_use (project_id, spec_id, version_id, person_id)
    SELECT p.id, s.id, (SELECT min(v.id) FROM version v WHERE v.spec_id = s.id), ${lead}
    FROM project p JOIN LATERAL (SELECT id FROM spec WHERE slug LIKE 'spec-%' ORDER BY (id * 7919 + p.id) % 2003 LIMIT 2) s ON true
    WHERE p.name LIKE 'Product %'`;
  await sql`
    INSERT INTO activity (team_id, spec_id, person_id, what, words, at)
    SELECT ${team}, ${source}, ${lead}, 'edited', 'changed the draft', now() - make_interval(mins => n) FROM generate_series(1, ${size.activity}) n`;
  await sql`
    INSERT INTO inbox_item (person_id, kind, team_id, spec_id, words, path, at)
    SELECT ${lead}, 'comment', ${team}, ${source}, 'Somebody wrote ' || n, '/specs', now() - make_interval(mins => n) FROM generate_series(1, ${size.inbox}) n`;
  const boxes = Array.from({ length: 250 }, (_, index) => ({ name: `Box ${index}`, x: index, y: 8 * index, width: 74, height: 8 }));
  const list = { format: "ypsiline-boxes", formatVersion: 1, width: 1280, boxes };
  await sql`
    INSERT INTO kept_design (spec_id, name, source, width, boxes, list, person_id)
    SELECT ${source}, 'Design ' || n, 'boxes', 1280, ${boxes.length}, ${sql.json(list)}, ${lead} FROM generate_series(1, 200) n`;
  await sql`ANALYZE`;
};

const pages = [
  "/specs",
  "/specs?page=6",
  "/specs?page=40",
  "/specs?q=boat+spec-49",
  "/specs?order=changed",
  "/specs/new",
  "/specs?show=archived",
  "/api/specs?q=boat",
  "/api/specs?team=skerry",
  "/teams/skerry?show=activity&spec=spec-7",
  "/teams/skerry",
  "/teams/skerry?page=4",
  "/teams/skerry?page=40",
  "/teams/skerry?q=product+19",
  "/teams/skerry?show=members",
  "/teams/skerry?show=activity",
  "/teams/skerry?show=activity&page=100",
  "/specs/skerry/passenger-booking/history",
  "/account",
  "/teams/skerry?show=webhooks",
  "/teams/skerry?show=outbox",
  "/inbox",
  "/inbox?page=20",
  "/specs/skerry/passenger-booking/publish",
  "/api/specs/skerry/passenger-booking/designs",
  "/specs/skerry/passenger-booking/compare",
  "/specs/skerry/spec-1/versions/latest",
];

/** Time and bytes of every list page for a lead of such a team; the second answer of each, and the first beside it. */
export const scale = async (address: string, database: string, cookie: string): Promise<void> => {
  const sql = postgres(database, { max: 1 });
  await seed(sql);
  const [counts] = await sql<
    Readonly<Record<string, number>>[]
  >`SELECT (SELECT count(*) FROM spec) AS specs, (SELECT count(*) FROM version) AS versions, (SELECT count(*) FROM project) AS projects, (SELECT count(*) FROM project_use) AS uses`;
  print(
    `A team of ${counts?.["specs"]} specs, ${counts?.["versions"]} versions, ${counts?.["projects"]} projects with ${counts?.["uses"]} uses, ${size.activity.toLocaleString("en")} rows of activity`,
  );
  for (const path of pages) {
    const times: number[] = [];
    let bytes = 0;
    let status = 0;
    for (let turn = 0; turn < 4; turn += 1) {
      const start = performance.now();
      const answer = await fetch(address + path, { headers: { Cookie: cookie } });
      bytes = (await answer.arrayBuffer()).byteLength;
      status = answer.status;
      times.push(performance.now() - start);
    }
    const [first = 0, ...later] = times;
    later.sort((a, b) => a - b);
    print(
      `${path}: ${status}, ${(later[1] ?? 0).toFixed(0)} ms (first ${first.toFixed(0)}), ${(bytes / 1000).toFixed(0)} kB (aim: under 200 ms and 300 kB)`,
    );
  }
  await sql.end();
};
