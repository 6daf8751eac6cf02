import { readFileSync } from "node:fs";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { join } from "node:path";
import next from "next";
import { answerBeforeFramework } from "./server/running/before-framework";
import { database, renewDatabase } from "./server/database/database";
import { answerProblem, receive, safeguard } from "./server/http/incoming";
import { fairQueue } from "./server/heavy/fair-queue";
import { shareHeavyPool } from "./server/heavy/heavy";
import { openHeavyPool } from "./server/heavy/pool";
import { answerMethod } from "./server/http/methods";
import type { Problem } from "./server/http/problem";
import { forgetRequests } from "./server/http/rate-limit";
import { keepOwnPackages } from "./server/registry/own-packages";
import { drainStreams } from "./server/happenings/live";
import { endOnFatalFaults, report } from "./server/settings/report";
import { readSettings, setting } from "./server/settings/settings";
import { answerProbe, beginDraining, observe } from "./server/running/observability";

// The application behind one plain HTTP server: every request passes `receive` first. Files of published versions are
// answered ahead of the framework; heavy work is done by a pool of workers that this process opens. It runs in the folder
// `web`: from this file while developing, else as `build-server.ts` has built it.
const read = readSettings(process.env);
if (!read.ok) {
  for (const { name, message } of read.faults) process.stderr.write(`${name} ${message}\n`);
  process.exit(1);
}
// Who started this process starts another; what is being answered is lost either way.
endOnFatalFaults(() => setImmediate(() => process.exit(70)));
const port = setting("PORT");
const hostname = setting("HOST");
const pool = openHeavyPool(join(process.cwd(), "dist", "worker.mjs"));
shareHeavyPool(pool);
const isDevelopment = process.env.NODE_ENV === "development";
const app = next({ dev: isDevelopment, dir: process.cwd(), hostname, port });
await app.prepare();
const handle = app.getRequestHandler();

// One request a turn goes into the framework, senders in turn: between two turns answers go out and others come in, so
// that a hundred requests at once delay nobody else by more than one of them.
const turns = fairQueue({ slots: 1, slotsPerClient: 1, waiting: 10_000, waitingPerClient: 2_000 });
const nextTurn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

const refuse = (request: IncomingMessage, response: ServerResponse, problem: Problem): void => {
  // What is still being sent is not read.
  response.setHeader("Connection", "close");
  answerProblem(request, response, problem).catch((error: unknown) => report("answering a problem", error));
};

/** A header that `receive` has set. */
const headerOf = (request: IncomingMessage, name: string): string => String(request.headers[name] ?? "");

/** Requests that are being answered, but for those of whoever watches the process. */
let underWay = 0;
let stopping = false;

const server = createServer((request, response) => {
  const problem = receive(request);
  if (stopping) response.setHeader("Connection", "close");
  response.setHeader("X-Request-Id", headerOf(request, "x-ypsiline-request"));
  observe(request, response);
  // Whoever looks after the instance is answered however much is asked.
  if (answerProbe(request, response)) return;
  underWay += 1;
  response.once("close", () => (underWay -= 1));
  if (problem) return refuse(request, response, problem);
  const method = answerMethod(request, response);
  if (method === true) return;
  if (method) return refuse(request, response, method);
  if (answerBeforeFramework(request, response)) return;
  safeguard(request, response);
  void turns
    .enter(headerOf(request, "x-ypsiline-address"), () => {
      handle(request, response).catch((error: unknown) => report(request.url ?? "", error));
      return nextTurn();
    })
    .then(({ ok }) => {
      if (!ok)
        refuse(request, response, {
          code: "unavailable",
          detail: "Too much is asked at once; try again in a moment.",
          headers: { "Retry-After": "2" },
        });
    });
});
// While somebody works on the application, open pages are told what changed over a socket.
if (isDevelopment) {
  const upgrade = app.getUpgradeHandler();
  server.on("upgrade", (request, socket, head) => void upgrade(request, socket, head));
}
server.requestTimeout = 30_000;
// Longer than clients keep a connection, so that none sends on one that is being closed.
server.keepAliveTimeout = 75_000;
server.headersTimeout = 15_000;
server.on("error", (error) => {
  process.stderr.write(`The application cannot listen on ${hostname}:${port}: ${error.message}\n`);
  process.exit(1);
});
// The packages of this release are in the registry from now on; without it the application is as it was.
await keepOwnPackages(database(), join(process.cwd(), "..", "cli", "dist")).catch((error: unknown) =>
  report("keeping our own packages", error),
);

// The first answer of each kind has connections, workers and code to wait for, and holds up everybody's while it loads: the
// server asks itself before anybody does. As nobody: a page's code is loaded before it is known that they may not see it.
// The pages' own routes load in milliseconds and are left out.
const ownQuestions = (): readonly (readonly [string, RequestInit])[] => {
  const routes = isDevelopment
    ? []
    : Object.keys(readBuilt("app-paths-manifest.json") as object).filter((route) => !/^\/(_|api\/(?!v1\/))/.test(route));
  const paths = routes.map((route) =>
    route
      .replace(/\/(page|route)$/, "")
      .replace(/\/\([^)]*\)/g, "")
      .replace(/\[[^\]]*\]/g, "nothing"),
  );
  return [
    ...[...new Set(paths)].map((path) => [path || "/", { redirect: "manual" }] as const),
    ["/api/v1/import?format=csv", { method: "POST", body: "columns\n" }],
    ["/session", { method: "POST", body: new URLSearchParams(), redirect: "manual" }],
  ];
};
const readBuilt = (name: string): unknown => JSON.parse(readFileSync(join(process.cwd(), ".next", "server", name), "utf8"));
const warm = async (): Promise<void> => {
  await pool.warm().catch((error: unknown) => report("loading what the workers do", error));
  const own = `http://${hostname.includes(":") ? `[${hostname}]` : hostname}:${port}`;
  for (const [path, question] of setting("WARM_UP") ? ownQuestions() : [])
    await fetch(own + path, { ...question, signal: AbortSignal.timeout(10_000) })
      .then((answer) => answer.arrayBuffer())
      .catch((error: unknown) => report(`asking itself for ${path}`, error));
  forgetRequests();
  process.stdout.write(`listening on http://${hostname}:${port}\n`);
};
server.listen(port, hostname, () => void warm());

/** Postgres.js 3.4 writes to a connection that was lost in the same turn; the pool is given up rather than left to wait. */
const isKnown = (error: unknown): boolean =>
  error instanceof TypeError && /reading 'write'/.test(error.message) && /postgres/.test(error.stack ?? "");

process.on("uncaughtException", (error) => {
  report(isKnown(error) ? "a connection to the database was lost while it was written to" : "uncaught; the process ends", error);
  if (isKnown(error)) return renewDatabase();
  // What is in memory cannot be trusted any more. Who started this process starts another.
  process.exit(70);
});

/** Longest that a process goes on once it is to end, and how long nothing has to be under way before it does, ms. */
const ending = { longest: 20_000, listens: 15_000, quiet: 500 };

/**
 * Ends the process. It goes on listening while anything is under way, so that whoever watches it is told by /ready to send
 * nothing more, and what still comes is answered, each on a connection that ends with it. Pages that listen ask elsewhere.
 */
const stop = (): void => {
  if (stopping) return;
  stopping = true;
  beginDraining();
  drainStreams();
  const from = performance.now();
  let quietFrom = from;
  setInterval(() => {
    const now = performance.now();
    if (underWay > 0) quietFrom = now;
    server.closeIdleConnections();
    if (!server.listening || (now - quietFrom <= ending.quiet && now - from <= ending.listens)) return;
    // Right after what had come was taken: a connection that waits to be taken is cut off by closing.
    setImmediate(() => server.close(() => process.exit(0)));
  }, 100).unref();
  setTimeout(() => process.exit(0), ending.longest).unref();
};
process.on("SIGTERM", stop);
process.on("SIGINT", stop);
