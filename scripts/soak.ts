import { readdirSync } from "node:fs";
import postgres from "postgres";
import { leadCookie } from "./bench-cookie";
import { withDemoServer } from "./demo-server";
import { print, run } from "./terminal";

// `npm run soak -- MINUTES` (default 20): a limited load of every kind, and what it leaves behind. Not in CI. Open
// files, memory, connections and queues are printed every minute, and must return to within a fifth of their first
// values.
const minutes = Number(process.argv[2] ?? 20);
const minute = 60_000;
/** Requests under way at once, and the pause of each after it, ms. */
const load = { atOnce: 12, pause: 40 };
/** A rest before the first and the last measurement, so that caches expire. */
const rest = 45_000;

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** The next number in a row that is the same each time. */
let seed = 1;
const next = (below: number): number => {
  seed = (seed * 48_271) % 2_147_483_647;
  return seed % below;
};

/** What people and programs do, by what it is; each takes its turn. */
const kinds = (address: string, cookie: string): Readonly<Record<string, () => Promise<number>>> => {
  const booking = "skerry/passenger-booking";
  const get = (path = "", headers: Readonly<Record<string, string>> = { Cookie: cookie }): Promise<number> =>
    fetch(address + path, { headers, redirect: "manual" }).then((answer) => answer.arrayBuffer().then(() => answer.status));
  const post = (path: string, body: object, headers: Readonly<Record<string, string>> = { Cookie: cookie }): Promise<number> =>
    fetch(address + path, { method: "POST", headers: { "Content-Type": "application/json", ...headers }, body: JSON.stringify(body) }).then(
      (answer) => answer.arrayBuffer().then(() => answer.status),
    );
  const layoutOf = async (): Promise<unknown> => (await fetch(`${address}/api/v1/specs/${booking}/2.1.0`)).json();
  let layout: unknown = null;
  let version = 100;
  const draftOf = async (spec: string): Promise<{ readonly revision: number; readonly layout: { readonly leastColumn: string } }> =>
    (await fetch(`${address}/api/drafts/skerry/${spec}`, { headers: { Cookie: cookie } })).json() as never;
  return {
    pages: () =>
      get(
        [
          "/specs",
          `/specs/${booking}`,
          `/specs/${booking}/publish`,
          `/specs/${booking}/versions/latest`,
          "/teams/skerry?show=activity",
          "/inbox",
        ][next(6)],
      ),
    files: () =>
      get(`/api/v1/specs/${booking}/2.1.0/${["layout.css", "tokens.json", "sheet.pdf", "all.zip", "overlay-desk.png"][next(5)]}`, {}),
    registry: () => get("/npm/@skerry%2fpassenger-booking", { Accept: "application/vnd.npm.install-v1+json" }),
    save: () => post(`/api/drafts/skerry/crew-roster`, { revision: 1, changes: [{ path: ["notes"], from: null, to: [] }] }),
    edit: async () => {
      const draft = await draftOf("crew-roster");
      return post("/api/drafts/skerry/crew-roster", {
        revision: draft.revision,
        changes: [{ path: ["leastColumn"], from: draft.layout.leastColumn, to: `${next(60)}px` }],
      });
    },
    comment: () => post(`/api/drafts/${booking}/comments`, { about: "spec", words: `Soak ${next(1000)}` }),
    compute: async () => {
      layout ??= await layoutOf();
      return next(2) === 0 ? post("/api/v1/check", { layout }, {}) : post("/api/v1/resolve", { layout, width: 1000 }, {});
    },
    late: () =>
      post(
        "/api/v1/whole-pixel-sets",
        { width: 20_000, margin: { from: 0, to: 9_000, step: 1 }, columns: [12], gutter: { from: 0, to: 9_000, step: 1 }, limit: 50_000 },
        {},
      ),
    hostile: () => post("/api/v1/check", { layout: "none" }, {}),
    guess: () =>
      fetch(`${address}/session`, {
        method: "POST",
        body: new URLSearchParams({ email: `nobody-${next(50)}@skerry.example`, password: "guess" }),
        redirect: "manual",
      }).then((answer) => answer.status),
    stream: async () => {
      const stop = new AbortController();
      const answer = await fetch(`${address}/api/specs/${booking}/events`, { headers: { Cookie: cookie }, signal: stop.signal });
      await pause(200 + next(2_000));
      stop.abort();
      return answer.status;
    },
    export: () => get("/api/teams/skerry/activity"),
    publish: async () => {
      if (next(20) > 0) return 200;
      const draft = await draftOf("quay-board");
      return post("/api/drafts/skerry/quay-board/publish", { revision: draft.revision, number: `${(version += 1)}.0.0`, note: "" });
    },
  };
};

/** What is measured: numbers that must not grow. */
type Seen = Readonly<Record<string, number>>;

const look = async (address: string, pid: number | undefined): Promise<Seen> => {
  const text = await (await fetch(`${address}/metrics`)).text();
  const sum = (name: string): number =>
    [...text.matchAll(new RegExp(`^${name}(?:\\{[^}]*\\})? (\\S+)$`, "gm"))].reduce((all, [, value]) => all + Number(value), 0);
  return {
    "open files": readdirSync(`/proc/${pid}/fd`).length,
    "memory, MiB": sum("ypsiline_process_resident_memory_bytes") / 1024 / 1024,
    "heap, MiB": sum("ypsiline_nodejs_heap_size_used_bytes") / 1024 / 1024,
    connections: sum("ypsiline_database_connections"),
    streams: sum("ypsiline_open_streams"),
    "in queues": sum("ypsiline_queue_waiting"),
    "in workers": sum("ypsiline_workers"),
  };
};

const told = (when: string, seen: Seen): void =>
  print(
    `${when}: ${Object.entries(seen)
      .map(([name, value]) => `${name} ${value.toFixed(0)}`)
      .join(", ")}`,
  );

/** Runs the load for a while; answers what was answered, by kind and status. */
const runFor = async (ms: number, all: ReturnType<typeof kinds>): Promise<ReadonlyMap<string, number>> => {
  const until = performance.now() + ms;
  const answers = new Map<string, number>();
  const each = Object.entries(all);
  let turn = 0;
  await Promise.all(
    Array.from({ length: load.atOnce }, async () => {
      while (performance.now() < until) {
        const one = each[(turn += 1) % each.length];
        if (!one) throw new Error("nothing to ask");
        const [name, ask] = one;
        const status = await ask().catch((error: unknown) => String(error));
        const key = `${name} ${status}`;
        answers.set(key, (answers.get(key) ?? 0) + 1);
        await pause(load.pause);
      }
    }),
  );
  return answers;
};

/** Bytes that the database takes, and rows of the tables that grow. */
type Sizes = { readonly bytes: number; readonly activity: number; readonly edits: number; readonly kept: number };
const sizes = async (sql: postgres.Sql): Promise<Sizes> => {
  const [row] = await sql<Sizes[]>`
    SELECT pg_database_size(current_database())::float8 AS bytes, (SELECT count(*)::int FROM activity) AS activity, (SELECT count(*)::int FROM draft_edit) AS edits,
      (SELECT coalesce(sum(bytes), 0)::float8 FROM kept_bytes) AS kept`;
  if (!row) throw new Error("no sizes");
  return row;
};

run(() =>
  withDemoServer(async ({ address, database, pid }) => {
    const sql = postgres(database, { max: 1 });
    const all = kinds(address, await leadCookie(address));
    // Code is compiled and caches are filled before the first look.
    await runFor(minute, all);
    await pause(rest);
    const [began, sizeBefore] = [await look(address, pid()), await sizes(sql)];
    told("at the beginning", began);
    const answers = new Map<string, number>();
    let requests = 0;
    for (let passed = 1; passed <= minutes; passed += 1) {
      for (const [key, count] of await runFor(minute, all)) {
        answers.set(key, (answers.get(key) ?? 0) + count);
        requests += count;
      }
      told(`minute ${passed}`, await look(address, pid()));
    }
    const sizeAfter = await sizes(sql);
    await pause(rest);
    const ended = await look(address, pid());
    told("at the end", ended);
    print(
      `${requests} requests: ${[...answers]
        .sort()
        .map(([key, count]) => `${key} × ${count}`)
        .join(", ")}`,
    );
    const grown = (name: keyof Sizes): number => ((sizeAfter[name] - sizeBefore[name]) / minutes) * 60 * 24;
    print(
      `A day of this load would add ${(grown("bytes") / 1024 ** 2).toFixed(0)} MiB to the database, ${grown("activity").toFixed(0)} rows of activity, ${grown("edits").toFixed(0)} edits, ${(grown("kept") / 1024 ** 2).toFixed(0)} MiB that teams keep.`,
    );
    await sql.end();
    // A handful more or less of a small number is no growth.
    const over = Object.entries(ended).filter(([name, value]) => value > (began[name] ?? 0) * 1.2 + 3);
    for (const [name, value] of over)
      print(`${name} did not come back: ${(began[name] ?? 0).toFixed(0)} before, ${value.toFixed(0)} after`);
    print(over.length === 0 ? "Everything came back to within a fifth of where it began." : "SOMETHING GROWS");
    if (over.length > 0) process.exitCode = 1;
  }),
);
