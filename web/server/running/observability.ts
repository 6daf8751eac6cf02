import { timingSafeEqual } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { join } from "node:path";
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from "prom-client";
import { connectionStates, database, mostConnections } from "../database/database";
import ipaddr from "ipaddr.js";
import { fileHeaders, hostOf } from "../http/incoming";
import { heavyLoad } from "../heavy/heavy";
import { loggedPath, openLog } from "../settings/log";
import { laterThan, migrationsIn } from "../database/migrate";
import { report } from "../settings/report";
import { seatsTaken } from "./open-streams";
import { setting, site } from "../settings/settings";

/** How long `/ready` waits for the database, ms. */
const patience = 5_000;
/** Seconds in a queue after which an entry counts as late. */
const late = 900;

let draining = false;
/** From now on this process reports that it is not ready. */
export const beginDraining = (): void => {
  draining = true;
};

/** The table of each queue. Both queues of letters share one and are counted together. */
const queues = { deliveries: "webhook_delivery", letters: "outbox" } as const;

/** The number of entries in a queue, and how long the oldest is overdue, seconds. */
const queueState = async (table: string): Promise<{ readonly waiting: number; readonly age: number }> => {
  const sql = database();
  const [row] = await sql<{ waiting: number; age: number | null }[]>`
    SELECT count(*)::int AS waiting, extract(epoch FROM now() - min(next_at) FILTER (WHERE next_at < now()))::float8 AS age
    FROM ${sql(table)} WHERE state = 'waiting'`;
  return { waiting: row?.waiting ?? 0, age: Math.max(0, row?.age ?? 0) };
};

const inTime = <T>(work: Promise<T>): Promise<T> =>
  Promise.race([
    work,
    new Promise<never>((_resolve, reject) =>
      setTimeout(() => reject(new Error(`no answer within ${patience / 1000} s`)), patience).unref(),
    ),
  ]);

type Ready = {
  readonly ready: boolean;
  readonly database: string;
  readonly migrations: string;
  readonly queues: Readonly<Record<string, number>>;
};

/** Whether this process can be sent requests: its database answers and has this release. Late queues are reported but do not count. */
const readiness = async (): Promise<Ready> => {
  try {
    return await inTime(
      (async (): Promise<Ready> => {
        const files = await migrationsIn(join(process.cwd(), "..", "db", "migrations"));
        const done = new Set((await database()<{ name: string }[]>`SELECT name FROM migration`).map(({ name }) => name));
        const missing = files.filter((name) => !done.has(name));
        const later = laterThan(files, done);
        const migrations =
          missing.length > 0
            ? `missing ${missing.join(", ")}`
            : later.length > 0
              ? `of a later release: ${later.join(", ")}`
              : "up to date";
        const ages = await Promise.all(
          Object.entries(queues).map(async ([name, table]) => [name, Math.round((await queueState(table)).age)] as const),
        );
        return { ready: !draining && migrations === "up to date", database: "answers", migrations, queues: Object.fromEntries(ages) };
      })(),
    );
  } catch (error) {
    report("looking whether the database is ready", error);
    return { ready: false, database: "does not answer", migrations: "not known", queues: {} };
  }
};

const shared = globalThis as { ypsilineMetrics?: ReturnType<typeof made> };

const made = () => {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry, prefix: "ypsiline_" });
  const labels = ["method", "route", "status"] as const;
  const requests = new Counter({
    name: "ypsiline_http_requests_total",
    help: "Requests answered.",
    labelNames: labels,
    registers: [registry],
  });
  const latency = new Histogram({
    name: "ypsiline_http_request_seconds",
    help: "Seconds from a request to the end of its answer.",
    labelNames: ["method", "route"],
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30],
    registers: [registry],
  });
  new Gauge({
    name: "ypsiline_open_streams",
    help: "Pages that listen.",
    registers: [registry],
    collect() {
      this.set(seatsTaken());
    },
  });
  const ages = new Gauge({
    name: "ypsiline_queue_age_seconds",
    help: "How long the longest is overdue.",
    labelNames: ["queue"],
    registers: [registry],
  });
  new Gauge({
    name: "ypsiline_queue_waiting",
    help: "What waits in a queue.",
    labelNames: ["queue"],
    registers: [registry],
    async collect() {
      for (const [queue, table] of Object.entries(queues)) {
        const { waiting, age } = await queueState(table);
        this.set({ queue }, waiting);
        ages.set({ queue }, age);
      }
    },
  });
  new Gauge({
    name: "ypsiline_workers",
    help: "What runs in and waits for the workers, by lane.",
    labelNames: ["lane", "state"],
    registers: [registry],
    collect() {
      for (const [lane, { running, waiting }] of Object.entries(heavyLoad() ?? {})) {
        this.set({ lane, state: "running" }, running);
        this.set({ lane, state: "waiting" }, waiting);
      }
    },
  });
  new Gauge({ name: "ypsiline_database_connections_most", help: "Most connections of the pool.", registers: [registry] }).set(
    mostConnections,
  );
  new Gauge({
    name: "ypsiline_database_connections",
    help: "Connections of the pool by state, beside the one that asks.",
    labelNames: ["state"],
    registers: [registry],
    async collect() {
      this.reset();
      for (const { state, count } of await connectionStates(database())) this.set({ state }, count);
    },
  });
  return { registry, requests, latency };
};

const metrics = () => (shared.ypsilineMetrics ??= made());

/** Labels of routes for metrics: the longest one that the path begins with. */
const routes = [
  "/api/v1/specs",
  "/api/v1",
  "/api/drafts",
  "/api/specs",
  "/api/teams",
  "/api/account",
  "/api",
  "/npm",
  "/specs",
  "/teams",
  "/session",
  "/join",
  "/_next",
] as const;
export const routeOf = (path: string): string => routes.find((route) => path === route || path.startsWith(`${route}/`)) ?? "other";

/** Counts a request and logs it, once its answer has ended. */
export const observe = (request: IncomingMessage, response: ServerResponse): void => {
  const from = process.hrtime.bigint();
  const path = loggedPath(request.url ?? "");
  response.once("close", () => {
    const seconds = Number(process.hrtime.bigint() - from) / 1e9;
    const labels = { method: request.method ?? "", route: routeOf(path) };
    metrics().requests.inc({ ...labels, status: String(response.statusCode) });
    metrics().latency.observe(labels, seconds);
    openLog().info({
      id: request.headers["x-ypsiline-request"],
      method: request.method,
      path,
      status: response.statusCode,
      ms: Math.round(seconds * 1000),
      client: request.headers["x-ypsiline-address"],
    });
  });
};

const isLoopback = (host: string): boolean => {
  const bare = host.replace(/^\[|\]$/g, "");
  return bare === "localhost" || (ipaddr.isValid(bare) && ipaddr.process(bare).range() === "loopback");
};

/**
 * Whether a request may read the metrics: with the token, or from this machine. Behind a proxy every request may come from
 * this machine, so only the token counts then. The proxy's headers are not relied on.
 */
const mayRead = (request: IncomingMessage): boolean => {
  const token = setting("METRICS_TOKEN");
  const sent = /^Bearer (\S+)$/.exec(request.headers.authorization ?? "")?.[1];
  if (token !== undefined && sent !== undefined && sent.length === token.length && timingSafeEqual(Buffer.from(sent), Buffer.from(token)))
    return true;
  const { "x-forwarded-for": forwarded, forwarded: standard } = request.headers;
  if (setting("TRUST_PROXY") > 0 || !isLoopback(new URL(site()).hostname) || forwarded !== undefined || standard !== undefined)
    return false;
  return isLoopback(request.socket.remoteAddress ?? "") && isLoopback(new URL(`http://${hostOf(request.headers, 0)}`).hostname);
};

/** Answers /health, /ready and /metrics; false for other paths. */
export const answerProbe = (request: IncomingMessage, response: ServerResponse): boolean => {
  const path = (request.url ?? "").split("?")[0];
  if (request.method !== "GET" || (path !== "/health" && path !== "/ready" && path !== "/metrics")) return false;
  const send = (status: number, type: string, body: string): void =>
    void response.writeHead(status, { ...fileHeaders(), "Content-Type": type, "Cache-Control": "no-store" }).end(body);
  const answer = async (): Promise<void> => {
    if (path === "/health") return send(200, "application/json", JSON.stringify({ up: true, seconds: Math.round(process.uptime()) }));
    if (path === "/ready") {
      const state = await readiness();
      const waiting = Object.entries(state.queues).filter(([, age]) => age > late);
      return send(state.ready ? 200 : 503, "application/json", JSON.stringify({ ...state, draining, late: waiting.map(([name]) => name) }));
    }
    if (!mayRead(request)) return send(404, "text/plain; charset=utf-8", "There is nothing here.\n");
    return send(200, "text/plain; version=0.0.4; charset=utf-8", await metrics().registry.metrics());
  };
  answer().catch((error: unknown) => {
    report(`answering ${path}`, error);
    send(500, "text/plain; charset=utf-8", "Something broke.\n");
  });
  return true;
};
