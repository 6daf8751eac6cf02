import { readFileSync } from "node:fs";
import { monitorEventLoopDelay } from "node:perf_hooks";
import postgres from "postgres";
import type { Layout } from "@ypsiline/core";
import { freePort, type Kept, keepServing } from "./serve";
import { print } from "./terminal";

/** Pause between the requests whose latency is watched, ms. */
const pause = 5;

/** What is sent, and its answers: none, one, or many at once. */
type Send = () => Promise<Response | readonly Response[] | null>;
type Sends = Readonly<Record<string, Send>>;

const post = (address: string, path: string, body: string, type: string): Promise<Response> =>
  fetch(address + path, { method: "POST", body, headers: { "Content-Type": type } });

/** A published layout blown up to what the format's limits let in. */
const huge = (layout: Layout) => ({
  ...layout,
  // Each area at each of them, with its position at the desk, which every layout of the demo's latest version has.
  areas: layout.areas.map((area) => ({
    ...area,
    placements: Object.fromEntries(Array.from({ length: 24 }, (_, index) => [`b${index}`, area.placements["desk"]])),
  })),
  text: [],
  notes: [],
  accepted: [],
  breakpoints: Array.from({ length: 24 }, (_, index) => ({
    ...layout.breakpoints[0],
    id: `b${index}`,
    name: `B ${index}`,
    from: 320 + index * 100,
    drawnAt: { width: 340 + index * 100, height: 20_000 },
    columns: { ...layout.breakpoints[0]?.columns, count: index === 0 ? 4 : 96, gutter: "1px", margin: { start: "16px", end: "16px" } },
    rows: { kind: "repeating", height: "1px", gutter: "0px", offset: "0px" },
    baseline: { step: "1px", offset: "0px", emphasis: 4 },
    mesh: { step: "1px", emphasis: 8 },
  })),
});

/** Hostile inputs by name: what anybody who can reach the server may send. */
const inputs = (address: string, layout: Layout): Sends => {
  const file = (format: string, body: string) => () => post(address, `/api/v1/import?format=${format}`, body, "text/plain");
  const json = (path: string, body: object) => () => post(address, path, JSON.stringify(body), "application/json");
  const large = huge(layout);
  const many = (count: number, make: (index: number) => string): string =>
    Array.from({ length: count }, (_, index) => make(index)).join("");
  const boxes = Array.from({ length: 5_000 }, (_, index) => ({
    name: `Box ${index}`,
    x: (index * 97) % 1200,
    y: 7 * index,
    width: 1 + ((index * 31) % 400),
    height: 16,
  }));
  return {
    "SVG, 2,000 tags that never end": file("svg", `<svg>${"<a ".repeat(2_000)}`),
    "SVG, 100,000 quotes": file("svg", `<svg ${"a=\"'".repeat(100_000)}`),
    "SVG, 49,000 equal rectangles": file("svg", `<svg viewBox="0 0 9 9">${'<rect width="1" height="9"/>'.repeat(49_000)}</svg>`),
    "CSV, 10,000 rows of 12": file("csv", `columns\n${"12\n".repeat(10_000)}`),
    "CSS, 2,000 @media": file(
      "css",
      many(2_000, (index) => `@media (min-width:${index + 1}px){.g{grid-template-columns:repeat(${(index % 90) + 1},1fr)}}`),
    ),
    "CSS, 980 spaces in 3,000 conditions": file("css", `@media (width >=${" ".repeat(980)}){.a{gap:1px}}\n`.repeat(3_000)),
    "CSS, 49,000 grids": file(
      "css",
      many(49_000, (index) => `.g${index}{grid-template-columns:1fr 1fr}`),
    ),
    "CSS, one selector of 1,500,000": file("css", `${".a,".repeat(1_500_000)}.b{gap:1px}`),
    "JSON, 300,000 breakpoints": file("layout", JSON.stringify({ format: "ypsiline-layout", breakpoints: Array(300_000).fill({}) })),
    "JSON, 5 MiB of brackets": file("layout", "[".repeat(5_000_000)),
    "the largest layout, imported": file("layout", JSON.stringify(large)),
    "the largest layout, checked": json("/api/v1/check", { layout: large }),
    "the largest layout, resolved": json("/api/v1/resolve", { layout: large, width: 1000 }),
    "the largest layout, as SVG": json("/api/v1/export?format=svg", { layout: large, breakpoint: "b23" }),
    "whole-pixel sets, 50,000 listed": json("/api/v1/whole-pixel-sets", {
      width: 20_000,
      margin: { from: 0, to: 9_000, step: 1 },
      columns: Array.from({ length: 96 }, (_, index) => index + 1),
      gutter: { from: 0, to: 9_000, step: 1 },
      limit: 50_000,
    }),
    "5,000 boxes against a layout": json("/api/v1/fit", {
      layout,
      list: { format: "ypsiline-boxes", formatVersion: 1, width: 1280, boxes },
    }),
    "5,000 boxes, which grid": json("/api/v1/fit/grids", {
      width: 1280,
      boxes: boxes.map(({ x, y, width, height }) => ({ x, y, width, height })),
    }),
    "150 passwords at once": async () => {
      const guess = () =>
        fetch(`${address}/session`, {
          method: "POST",
          redirect: "manual",
          body: new URLSearchParams({ email: "nobody@skerry.example", password: "guess" }),
        });
      return Promise.all(Array.from({ length: 150 }, guess));
    },
    "all files of the demo at density 3": () => fetch(`${address}/api/v1/specs/skerry/passenger-booking/2.1.0/all.zip?density=3`),
  };
};

/** A layout as large as could be stored before the limits on what one may cost: 24 breakpoints × 96 columns, 200 areas, 453 KiB. */
const largest = (layout: Layout): object => {
  const ids = Array.from({ length: 24 }, (_, index) => `b${index}`);
  return {
    ...huge(layout),
    breakpoints: huge(layout).breakpoints.map((one) => ({
      ...one,
      drawnAt: { ...one.drawnAt, height: 2_000 },
      rows: null,
      baseline: null,
      mesh: null,
    })),
    areas: Array.from({ length: 200 }, (_, index) => ({
      id: `a${index}`,
      name: `Area ${index}`,
      placements: Object.fromEntries(
        ids.map((id) => [
          id,
          { column: (index % 4) + 1, span: 1, row: Math.floor(index / 4) + 1, rowSpan: 1, leaves: "none", over: false, inside: null },
        ]),
      ),
    })),
  };
};

/** Specs with such a draft and a version of it, put in by SQL; one for each that is asked for at once. */
const large = async (address: string, database: string, cookie: string, count: number): Promise<number> => {
  const sql = postgres(database, { max: 2 });
  const layout = await publishedLayout(address);
  const text = JSON.stringify(largest(layout));
  for (let index = 0; index < count; index += 1) {
    const spec = await fetch(`${address}/api/specs`, {
      method: "POST",
      headers: { "Content-Type": "application/json", Cookie: cookie },
      body: JSON.stringify({ team: "skerry", name: `Large ${index}`, start: { kind: "blank" } }),
    });
    if (!spec.ok) throw new Error(`a spec was answered with ${spec.status}`);
    const [row] = await sql<{ id: number }[]>`SELECT id FROM spec WHERE slug = ${`large-${index}`}`;
    const id = row?.id ?? 0;
    await sql`UPDATE draft SET layout = ${text}::text::jsonb WHERE spec_id = ${id}`;
    await sql`INSERT INTO version (spec_id, major, minor, patch, layout, published_by) SELECT ${id}, 1, 0, 0, ${text}::text::jsonb, min(id) FROM person`;
    await sql`UPDATE spec SET public = true WHERE id = ${id}`;
  }
  await sql.end();
  return text.length;
};

/** The layout of the demo that everything here is blown up from. */
const publishedLayout = async (address: string): Promise<Layout> =>
  (await (await fetch(`${address}/api/v1/specs/skerry/passenger-booking/2.1.0`)).json()) as Layout;

/** What members and strangers do with such documents, ten at once. */
const largeInputs = (address: string, cookie: string): Sends => {
  const at = (index: number): string => `large-${index}`;
  const whole = (answer: Response): Promise<Response> => answer.arrayBuffer().then(() => answer);
  const ten =
    (ask: (index: number) => Promise<Response>): Send =>
    () =>
      Promise.all(Array.from({ length: 10 }, (_, index) => ask(index).then(whole)));
  const get = (path: string, headers: Readonly<Record<string, string>> = { Cookie: cookie }): Promise<Response> =>
    fetch(address + path, { headers });
  const send = (path: string, body: object): Promise<Response> =>
    fetch(address + path, { method: "POST", headers: { "Content-Type": "application/json", Cookie: cookie }, body: JSON.stringify(body) });
  let base = 8;
  return {
    "10 workbenches of the largest draft": ten((index) => get(`/specs/skerry/${at(index)}`)),
    "10 reviews of it": ten((index) => get(`/specs/skerry/${at(index)}/publish`)),
    "10 reviews of it, worked out": ten((index) => get(`/api/drafts/skerry/${at(index)}/review?revision=1`)),
    "10 hand-off pages of it, by strangers": ten((index) => get(`/specs/skerry/${at(index)}/versions/1.0.0`, {})),
    "10 pages to compare it": ten((index) => get(`/specs/skerry/${at(index)}/compare?a=1.0.0&b=draft`)),
    "10 saves of it": ten((index) =>
      send(`/api/drafts/skerry/${at(index)}`, { revision: 1, changes: [{ path: ["leastColumn"], from: "40px", to: "41px" }] }),
    ),
    "10 exports of it": ten((index) => get(`/api/drafts/skerry/${at(index)}/files/sheet.pdf`)),
    "the list of specs with all of them": () => get("/specs"),
    "10 exports of the activity": ten(() => get("/api/teams/skerry/activity")),
    "publishing beside two strangers who compute": async () => {
      let on = true;
      const strangers = Array.from({ length: 20 }, async (_, index) => {
        while (on)
          await fetch(`${address}/api/v1/whole-pixel-sets`, {
            method: "POST",
            headers: { "Content-Type": "application/json", "X-Forwarded-For": `203.0.113.${1 + (index % 2)}` },
            body: JSON.stringify({
              width: 20_000,
              margin: { from: 0, to: 9_000, step: 1 },
              columns: Array.from({ length: 96 }, (_, count) => count + 1),
              gutter: { from: 0, to: 9_000, step: 1 },
              limit: 50_000,
            }),
          }).then((answer) => answer.arrayBuffer());
      });
      await new Promise((resolve) => setTimeout(resolve, 1_000));
      const start = performance.now();
      const answer = await send("/api/drafts/skerry/quay-board/publish", { revision: 1, number: `${(base += 1)}.0.0`, note: "" });
      print(`  published (${answer.status}) after ${(performance.now() - start).toFixed(0)} ms`);
      on = false;
      await Promise.all(strangers);
      return answer;
    },
  };
};

/** How long the thread that answers was held up since it was last asked, ms: the rest of a slow answer is the machine's. */
const heldUp = async (address: string): Promise<number> => {
  const text = await (await fetch(`${address}/metrics`)).text();
  return 1000 * Number(/^ypsiline_nodejs_eventloop_lag_max_seconds (\S+)/m.exec(text)?.[1] ?? NaN);
};

/** How long the thread of a process that answers has waited for a processor since it began, ms: the kernel's share of what takes long. */
const waited = (pid: number | undefined): number => {
  try {
    return Number(readFileSync(`/proc/${pid}/task/${pid}/schedstat`, "utf8").split(" ")[1]) / 1e6;
  } catch {
    // Other systems do not say.
    return NaN;
  }
};

/** How long the host has kept its processors from this machine since it began, ms: proc_stat(5), "steal", in hundredths of a second. */
const withheld = (): number => {
  try {
    return 10 * Number(readFileSync("/proc/stat", "utf8").split(/\s+/)[8]);
  } catch {
    return NaN;
  }
};

/** For each input the worst latency of a parallel GET of a published file; the first line is without any. */
export const stalls = async (address: string, database: string, cookie: string, pid: Kept["pid"]): Promise<void> => {
  const layout = await publishedLayout(address);
  const quiet: Sends = { nothing: () => new Promise((resolve) => setTimeout(() => resolve(null), 1_000)) };
  const size = await large(address, database, cookie, 10);
  print(`One process; the largest draft has ${(size / 1024).toFixed(0)} KiB`);
  await watchWhile(address, pid, { ...quiet, ...inputs(address, layout), ...largeInputs(address, cookie) });
  const second = await secondProcess(database);
  try {
    print("Two processes: the load on one, the watched GET at the other");
    await watchWhile(second.address, second.pid, { ...quiet, ...largeInputs(address, cookie) });
  } finally {
    second.stop();
  }
};

/** Another process on the same database. */
const secondProcess = async (
  database: string,
): Promise<{ readonly address: string; readonly pid: Kept["pid"]; readonly stop: () => void }> => {
  const port = await freePort();
  const application = await keepServing(port, { DATABASE_URL: database, RATE_LIMIT: "0", DEMO: "1", WEBHOOKS_PRIVATE: "1" });
  return { address: `http://127.0.0.1:${port}`, pid: application.pid, stop: () => void application.stop() };
};

/** For each input, prints the worst latency of a parallel GET of a published file. */
const watchWhile = async (at: string, pid: Kept["pid"], all: Sends): Promise<void> => {
  const file = `${at}/api/v1/specs/skerry/passenger-booking/2.1.0/layout.css`;
  for (const [name, send] of Object.entries(all)) {
    let [worst, ofKernel, ofHost, ofOwn, asked, wrong] = [0, 0, 0, 0, 0, 0];
    let on = true;
    // This program sends the load and watches on one thread: what it is late itself is no server's.
    const own = monitorEventLoopDelay({ resolution: 1 });
    own.enable();
    await heldUp(at);
    const watching = (async () => {
      while (on) {
        own.reset();
        const [start, before, host] = [performance.now(), waited(pid()), withheld()];
        const answer = await fetch(file);
        await answer.arrayBuffer();
        const took = performance.now() - start;
        if (took > worst) [worst, ofKernel, ofHost, ofOwn] = [took, waited(pid()) - before, withheld() - host, own.max / 1e6];
        asked += 1;
        if (!answer.ok) wrong += 1;
        await new Promise((resolve) => setTimeout(resolve, pause));
      }
    })();
    const start = performance.now();
    const answer = await send();
    const answers: readonly Response[] = answer instanceof Response ? [answer] : (answer ?? []);
    for (const one of answers) if (!one.bodyUsed) await one.arrayBuffer();
    const took = performance.now() - start;
    on = false;
    await watching;
    own.disable();
    const status = [...new Set(answers.map(({ status: one }) => one))].join(" and ");
    print(
      `${name}: ${status} after ${took.toFixed(0)} ms; worst parallel GET ${worst.toFixed(0)} ms of ${asked} (aim: under 100; ${ofKernel.toFixed(0)} ms of it the thread waited for a processor, ${ofHost.toFixed(0)} ms of processors the host withheld, this program ${ofOwn.toFixed(0)} ms late), thread held up ${(await heldUp(at)).toFixed(0)} ms${wrong > 0 ? `, ${wrong} WRONG` : ""}`,
    );
  }
};
