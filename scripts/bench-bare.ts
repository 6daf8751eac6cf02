import { createServer } from "node:http";
import { openDatabase } from "../web/server/database";

// A bare Node server that answers every request with the same query the application makes for a published version:
// the measure the application's own answer is held against.
const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 10);
const server = createServer((_, response) => {
  void sql<{ layout: unknown }[]>`
    SELECT v.layout FROM version v JOIN spec s ON s.id = v.spec_id JOIN team t ON t.id = s.team_id
    LEFT JOIN version_withdrawal w ON w.version_id = v.id
    WHERE t.slug = ${"skerry"} AND s.slug = ${"passenger-booking"} AND v.major = 2 AND v.minor = 1 AND v.patch = 0`.then(([row]) => {
    response.writeHead(200, { "Content-Type": "application/json" });
    response.end(JSON.stringify(row?.layout, null, 2));
  });
});
server.listen(Number(process.env["PORT"]), "127.0.0.1", () => process.stdout.write("listening\n"));
