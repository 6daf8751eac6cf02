import { createServer } from "node:http";
import { openDatabase } from "../web/server/database/database";
import { packageMetadata } from "../web/server/registry/metadata";
import { findPackage, readPackage } from "../web/server/registry/packages";
import { findPublished } from "../web/server/specs/versions";

// A bare Node server that answers every request by reading from the database and nothing else: the application's
// answers are compared with it. QUERY is the query; BODY_OF names a file whose bytes are sent as they are. A query that
// fails ends it, so that a measurement without it is noticed.
const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 10);
const [team, slug] = ["skerry", "passenger-booking"];
const number = { major: 2, minor: 1, patch: 0 };
const answer = process.env["BODY_OF"] ? Buffer.from(await (await fetch(process.env["BODY_OF"])).arrayBuffer()) : null;

const document = async (): Promise<string> => {
  const [row] = await sql<{ layout: unknown }[]>`
    SELECT v.layout FROM version v JOIN spec s ON s.id = v.spec_id JOIN team t ON t.id = s.team_id
    LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE t.slug = ${team} AND s.slug = ${slug} AND v.major = ${number.major} AND v.minor = ${number.minor} AND v.patch = ${number.patch}`;
  return JSON.stringify(row?.layout, null, 2);
};
const ready = (found: unknown): Promise<Buffer> => {
  if (!found || !answer) throw new Error("nothing to send");
  return Promise.resolve(answer);
};
const metadata = async (): Promise<string> => {
  const found = await findPackage(sql, team, slug);
  if (!found) throw new Error("no package");
  return JSON.stringify(packageMetadata(await readPackage(sql, found.spec), "http://127.0.0.1", "full"));
};
const tarball = async (): Promise<Buffer> => {
  const [row] = await sql<{ body: Buffer }[]>`
    SELECT b.body FROM version_file f JOIN file_body b USING (sha512) JOIN version v ON v.id = f.version_id JOIN spec s ON s.id = v.spec_id JOIN team t ON t.id = s.team_id
    WHERE t.slug = ${team} AND s.slug = ${slug} AND v.major = ${number.major} AND v.minor = ${number.minor} AND v.patch = ${number.patch} AND f.name = 'package.tgz'`;
  if (!row) throw new Error("no package");
  return row.body;
};
const bodies = {
  document,
  metadata,
  tarball,
  // Only whether it may be read, and stored bytes.
  "metadata-ready": async () => ready(await findPackage(sql, team, slug)),
  "tarball-ready": async () => ready(await findPublished(sql, { team, slug, number, personId: null })),
};
const body = bodies[(process.env["QUERY"] ?? "document") as keyof typeof bodies];

const server = createServer((_, response) => {
  void body().then((bytes) => response.writeHead(200, { "Content-Type": "application/json" }).end(bytes));
});
server.listen(Number(process.env["PORT"]), "127.0.0.1", () => process.stdout.write("listening\n"));
