import { createServer } from "node:http";
import next from "next";
import { answerAhead } from "./server/ahead.ts";
import { renewDatabase } from "./server/database.ts";

// The application behind one plain HTTP server: it tells route handlers the address a request came from,
// which nothing a client sends can set. Files of published versions are answered ahead of the framework.
const port = Number(process.env.PORT ?? 3000);
const hostname = process.env.HOST ?? "127.0.0.1";
const app = next({ dev: process.env.NODE_ENV !== "production", dir: import.meta.dirname, hostname, port });
await app.prepare();
const handle = app.getRequestHandler();

const server = createServer((request, response) => {
  request.headers["x-ypsiline-address"] = request.socket.remoteAddress ?? "unknown";
  if (!answerAhead(request, response)) void handle(request, response);
});
server.requestTimeout = 60_000;
// Longer than clients keep a connection, so that none sends on one that is being closed.
server.keepAliveTimeout = 75_000;
server.headersTimeout = 80_000;
server.on("error", (error) => {
  process.stderr.write(`The application cannot listen on ${hostname}:${port}: ${error.message}\n`);
  process.exit(1);
});
server.listen(port, hostname, () => process.stdout.write(`listening on http://${hostname}:${port}\n`));

// Postgres.js writes to a connection that was lost in the same turn; the pool is given up rather than left to wait.
process.on("uncaughtException", (error) => {
  if (error instanceof TypeError && /reading 'write'/.test(error.message)) renewDatabase();
});

const stop = () => {
  server.close(() => process.exit(0));
  server.closeAllConnections();
  setTimeout(() => process.exit(0), 2_000).unref();
};
process.on("SIGTERM", stop);
process.on("SIGINT", stop);
