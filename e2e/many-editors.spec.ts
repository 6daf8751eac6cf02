import { expect, test } from "@playwright/test";
import type { ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { type Breakpoint, type Conflict, type Layout, newBreakpoint, parseLayout, sameJson } from "../core/src/index";
import { cleanLayout } from "../core/test/layouts";
import { startDemoCluster } from "../scripts/demo-server";
import { freePort, serve } from "../scripts/serve";
import { password } from "../scripts/demo-accounts";
import { signInByRequest } from "./people";
import { createDraftStore, type SaveAnswer } from "../web/draft/draft-store";
import type { SentChanges } from "../web/draft/server-copy";
import { openDatabase } from "../web/server/database/database";

const clients = 20;
/** How long everybody edits, ms. The database is killed halfway. */
const time = 12_000;
/** Everybody rests at the end of each of these spans, ms: else a draft is never still long enough to be published. */
const span = { whole: 4000, rest: 1500 };

/** A draft of ten breakpoints: two numbers of each, one per client. */
const wide = (): Layout => ({
  ...cleanLayout(),
  name: "Everybody at once",
  breakpoints: Array.from({ length: clients / 2 }, (_, index): Breakpoint =>
    newBreakpoint({
      id: `at-${index}`,
      name: `At ${index}`,
      from: 320 + 100 * index,
      width: 340 + 100 * index,
      height: 800,
      count: 4,
      gutter: "16px",
      margin: "16px",
    }),
  ),
});

const withNumber = (layout: Layout, client: number, value: number): Layout => ({
  ...layout,
  breakpoints: layout.breakpoints.map((one, index) => {
    if (index !== Math.floor(client / 2)) return one;
    const { columns } = one;
    return client % 2 === 0
      ? { ...one, columns: { ...columns, gutter: `${value}px` } }
      : { ...one, columns: { ...columns, margin: { start: `${value}px`, end: `${value}px` } } };
  }),
});
const numberOf = (layout: Layout, client: number): string | undefined => {
  const columns = layout.breakpoints[Math.floor(client / 2)]?.columns;
  return client % 2 === 0 ? columns?.gutter : columns?.margin.start;
};

const sleep = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

test("20 people edit one draft over two application processes while the database is killed: no edit and no version is lost", async () => {
  test.setTimeout(240_000);
  const cluster = await startDemoCluster(".data-test/many");
  const processes: ChildProcess[] = [];
  try {
    const addresses: string[] = [];
    for (let index = 0; index < 2; index += 1) {
      const port = await freePort();
      processes.push(await serve(port, { DATABASE_URL: cluster.url, RATE_LIMIT: "0", WARM_UP: "0", DEMO: "1" }));
      addresses.push(`http://127.0.0.1:${port}`);
    }
    const cookieOf = async (role: string): Promise<string> => {
      const answer = await fetch(`${addresses[0] ?? ""}/session`, {
        method: "POST",
        redirect: "manual",
        body: new URLSearchParams({ email: `${role}@skerry.example`, password: "slack-water-at-nine" }),
      });
      return answer.headers.get("set-cookie")?.split(";")[0] ?? "";
    };
    const [author, lead] = [await cookieOf("author"), await cookieOf("lead")];
    const json = async (
      address: string,
      cookie: string,
      path: string,
      body?: unknown,
    ): Promise<{ status: number; body: Record<string, unknown> }> => {
      const answer = await fetch(address + path, {
        method: body === undefined ? "GET" : "POST",
        headers: { Cookie: cookie, "Content-Type": "application/json" },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
        signal: AbortSignal.timeout(20_000),
      });
      const text = await answer.text();
      return { status: answer.status, body: text === "" ? {} : (JSON.parse(text) as Record<string, unknown>) };
    };
    const made = await json(addresses[0] ?? "", author, "/api/specs", {
      team: "skerry",
      name: "Everybody at once",
      start: { kind: "layout", layout: wide() },
    });
    expect(made.status).toBe(201);
    const path = `/api/drafts/skerry/${String(made.body["spec"])}`;
    const first = (await json(addresses[0] ?? "", author, path)).body as { revision: number; layout: Layout };

    let failures = 0;
    const acknowledged: string[] = [];
    const stores = Array.from({ length: clients }, (_, client) => {
      const address = addresses[client % 2] ?? "";
      const save = async (revision: number, sent: SentChanges): Promise<SaveAnswer> => {
        try {
          const { status, body } = await json(address, author, path, { revision, ...sent });
          if (status === 200) {
            acknowledged.push(sent.id);
            return { kind: "saved", revision: Number(body["revision"]), layout: body["layout"] as Layout | null };
          }
          if (status === 409)
            return {
              kind: "conflict",
              revision: Number(body["revision"]),
              layout: body["layout"] as Layout,
              conflicts: body["conflicts"] as Conflict[],
            };
          failures += 1;
          return { kind: "failed", detail: String(status), signIn: false };
        } catch {
          failures += 1;
          return { kind: "failed", detail: "no answer", signIn: false };
        }
      };
      return createDraftStore(first, {
        save,
        newId: () => randomUUID(),
        newer: () => Promise.resolve(null),
        now: () => Date.now(),
        after: (ms, work) => {
          const timer = setTimeout(work, ms);
          return () => clearTimeout(timer);
        },
        keep: () => true,
      });
    });
    const last = Array<number>(clients).fill(16);
    const start = Date.now();
    const end = start + time;
    const editing = stores.map(async (store, client) => {
      for (let turn = 1; Date.now() < end; turn += 1) {
        const value = (turn % 60) + 1;
        store.edit(withNumber(store.state().layout, client, value));
        last[client] = value;
        await sleep(500 + ((client * 37 + turn * 53) % 1000));
        const left = span.whole - ((Date.now() - start) % span.whole);
        if (left <= span.rest) await sleep(left);
      }
    });
    // Meanwhile somebody publishes the current draft again and again.
    const versions: string[] = [];
    let tried = 0;
    const publishing = (async () => {
      while (Date.now() < end || versions.length === 0) {
        await sleep(100);
        try {
          const { revision } = (await json(addresses[1] ?? "", lead, path)).body as { revision: number };
          // While twenty people edit, most attempts are outdated, and are told so.
          const number = `${versions.length + 1}.${tried}.0`;
          tried += 1;
          const { status } = await json(addresses[1] ?? "", lead, `${path}/publish`, { revision, number, note: "" });
          if (status === 201) versions.push(number);
        } catch {
          // The database is away; the next round tries again.
        }
      }
    })();
    await sleep(time / 2);
    await cluster.crash();
    await Promise.all([...editing, publishing]);
    await expect
      .poll(
        async () => {
          await Promise.all(stores.map((store) => store.flush()));
          return stores.filter((store) => store.unsaved() !== null).length;
        },
        { timeout: 60_000 },
      )
      .toBe(0);
    // Nobody is asked about a number that nobody else changed.
    expect(stores.map((store) => store.state().save.kind)).toEqual(stores.map(() => "saved"));

    expect(failures).toBeGreaterThan(0);
    const sql = openDatabase(cluster.url, 1);
    try {
      const [draft] = await sql<{ revision: string; layout: Layout }[]>`
        SELECT d.revision, d.layout FROM draft d JOIN spec s ON s.id = d.spec_id WHERE s.slug = ${String(made.body["spec"])}`;
      if (!draft) throw new Error("the draft is gone");
      // The document has everybody's last number.
      const wanted = last.map((value) => `${value}px`);
      expect(last.map((_, client) => numberOf(draft.layout, client))).toEqual(wanted);
      expect(
        sameJson(
          draft.layout,
          last.reduce((layout, value, client) => withNumber(layout, client, value), wide()),
        ),
      ).toBe(true);
      // Every acknowledged save is recorded once, and the revisions have no gap up to the draft's own.
      const edits = await sql<{ revision: string; saveId: string }[]>`
        SELECT e.revision, e.save_id AS "saveId" FROM draft_edit e JOIN spec s ON s.id = e.spec_id WHERE s.slug = ${String(made.body["spec"])} ORDER BY e.revision`;
      const recorded = edits.map(({ revision }) => Number(revision));
      expect(recorded).toEqual(recorded.map((_, index) => index + 2));
      expect(recorded.at(-1)).toBe(Number(draft.revision));
      expect(new Set(acknowledged).size).toBe(acknowledged.length);
      const ids = edits.map(({ saveId }) => saveId);
      expect(new Set(ids).size).toBe(ids.length);
      expect(acknowledged.filter((id) => !ids.includes(id))).toEqual([]);
      expect(acknowledged.length).toBeGreaterThan(clients * 2);
      // Every acknowledged version is complete with all its files; no incomplete one exists.
      const published = await sql<{ number: string; layout: unknown }[]>`
        SELECT v.major || '.' || v.minor || '.' || v.patch AS number, v.layout FROM version v JOIN spec s ON s.id = v.spec_id
        WHERE s.slug = ${String(made.body["spec"])} ORDER BY v.major`;
      expect(versions.length).toBeGreaterThan(0);
      expect(versions.filter((number) => !published.some((one) => one.number === number))).toEqual([]);
      for (const { layout } of published) expect(parseLayout(layout).ok).toBe(true);
      const [told] = await sql<{ count: number }[]>`
        SELECT count(*)::int AS count FROM activity a JOIN spec s ON s.id = a.spec_id
        WHERE s.slug = ${String(made.body["spec"])} AND a.what = 'published'`;
      expect(told?.count).toBe(published.length);
    } finally {
      await sql.end();
    }
  } finally {
    for (const one of processes) one.kill("SIGTERM");
    cluster.stop();
  }
});

test("what is saved through one application process is announced by the other", async ({ playwright }) => {
  test.setTimeout(120_000);
  const url = process.env["DATABASE_URL"] ?? "";
  const port = await freePort();
  const second = await serve(port, { DATABASE_URL: url, RATE_LIMIT: "0", WARM_UP: "0", DEMO: "1" });
  try {
    const base = process.env["BASE_URL"] ?? "";
    // Twenty people have just signed in from this address, so this one waits as told.
    const api = await playwright.request.newContext({ baseURL: base });
    await signInByRequest(api, "author@skerry.example", password);
    const cookie = (await api.storageState()).cookies.map(({ name, value }) => `${name}=${value}`).join("; ");
    await api.dispose();
    const made = await fetch(`${base}/api/specs`, {
      method: "POST",
      headers: { Cookie: cookie, "Content-Type": "application/json" },
      body: JSON.stringify({ team: "skerry", name: `Heard ${process.pid}`, start: { kind: "blank" } }),
    });
    const { spec } = (await made.json()) as { spec: string };
    const controller = new AbortController();
    const events = await fetch(`http://127.0.0.1:${port}/api/specs/skerry/${spec}/events`, {
      headers: { Cookie: cookie },
      signal: controller.signal,
    });
    const reader = events.body?.getReader();
    const heard = (async (): Promise<string> => {
      let text = "";
      const words = new TextDecoder();
      while (reader && !text.includes("event: draft")) {
        const { done, value } = await reader.read();
        if (done) break;
        text += words.decode(value);
      }
      return text;
    })();
    await sleep(500);
    const changes = [{ path: ["base"], from: "8px", to: "10px" }];
    const saved = await fetch(`${base}/api/drafts/skerry/${spec}`, {
      method: "POST",
      headers: { Cookie: cookie, "Content-Type": "application/json" },
      body: JSON.stringify({ revision: 1, changes }),
    });
    expect(saved.status).toBe(200);
    const text = await Promise.race([heard, sleep(5_000).then(() => "nothing was heard")]);
    expect(text).toContain('event: draft\ndata: {"revision":2}');
    controller.abort();
  } finally {
    second.kill("SIGTERM");
  }
});
