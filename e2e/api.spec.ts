import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { type APIRequestContext, expect, test } from "@playwright/test";
import { writeCss, writeLayout, plainCss } from "../core/src/index";
import { demoSpecs } from "../scripts/demo-layouts";
import { z } from "zod";
import {
  checkAnswer,
  fitAnswer,
  gridsAnswer,
  importAnswer,
  problemAnswer,
  resolveAnswer,
  setsAnswer,
  solveAnswer,
  versionsAnswer,
} from "../web/wire/api";
import { problemKinds } from "../web/server/http/problem";
import { requestsOf, signInByRequest, untilLetIn } from "./people";

const booking = demoSpecs[0]?.versions.at(-1)?.layout;
const layout =
  booking ??
  (() => {
    throw new Error("the demo has a booking spec");
  })();

type Problem = { status: number; title: string; type: string; detail: string; errors?: { path: string; message: string }[] };
const answers: Readonly<Record<string, z.ZodType>> = {
  resolve: resolveAnswer,
  solve: solveAnswer,
  check: checkAnswer,
  "whole-pixel-sets": setsAnswer,
  fit: fitAnswer,
  "fit/grids": gridsAnswer,
};

/** Posts to /api/v1, and checks the answer against the description of the interface. */
const post = async (request: APIRequestContext, path: string, data: unknown) => {
  const answer = await request.post(`/api/v1/${path}`, { data });
  const body = answer.headers()["content-type"]?.includes("json") ? ((await answer.json()) as unknown) : null;
  const said = answer.ok() ? answers[path] : problemAnswer;
  if (said) expect(said.parse(body)).toEqual(body);
  return answer;
};

test.describe("the arithmetic, open to anyone", () => {
  test("resolve answers geometry as exact strings", async ({ request }) => {
    const answer = await post(request, "resolve", { layout, width: 1279, height: 801 });
    expect(answer.status()).toBe(200);
    const body = (await answer.json()) as Record<string, unknown> & { columns: unknown[]; spans: string[] };
    expect(body).toMatchObject({
      breakpoint: "desk",
      width: 1279,
      height: 801,
      container: { start: "64", width: "1151" },
      margin: { start: "64", end: "64" },
      gutter: "24",
      column: "887/12",
      rows: { pitch: "16", whole: 50, leftover: "9" },
      baseline: { step: "8", lines: 100, remainder: "1" },
    });
    expect(body.columns).toHaveLength(12);
    expect(body.columns[1]).toEqual({ start: "1943/12", width: "887/12" });
    expect(body.spans.at(-1)).toBe("1151");
    const asked = (await (await post(request, "resolve", { layout, width: "320.125", breakpoint: "wide" })).json()) as Record<
      string,
      unknown
    >;
    expect(asked).toMatchObject({ breakpoint: "wide", width: 320.125, height: 1000 });
  });

  test("solve computes the term that is left open, or says why it cannot", async ({ request }) => {
    const asText = await post(request, "solve", { width: "1440", columns: "12", gutter: "24", margin: "96", givesWay: "column" });
    expect(await asText.json()).toMatchObject({ columns: 12, column: "82" });
    const closed = await post(request, "solve", { width: 1440, columns: 12, gutter: "24", margin: 96, givesWay: "column" });
    expect(await closed.json()).toEqual({
      width: "1440",
      columns: 12,
      column: "82",
      gutter: "24",
      margin: { start: "96", end: "96" },
      container: "1248",
      leftover: "0",
    });
    const open = await post(request, "solve", { width: 320, columns: 12, gutter: 32, margin: 16, givesWay: "column" });
    expect(await open.json()).toMatchObject({ column: null, problem: { code: "negative" } });
  });

  test("whole-pixel sets are listed in order and counted", async ({ request }) => {
    const search = {
      width: 1280,
      margin: { from: 32, to: 96, step: 8 },
      columns: [12],
      gutter: { from: "8", to: 40, step: "8" },
      leastColumn: 48,
    };
    const body = (await (await post(request, "whole-pixel-sets", { ...search, limit: 2 })).json()) as unknown;
    expect(body).toEqual({
      total: 15,
      sets: [
        { columns: 12, column: "94", gutter: "8", margin: "32", container: "1216" },
        { columns: 12, column: "90", gutter: "8", margin: "56", container: "1168" },
      ],
    });
    const known = (await (
      await post(request, "whole-pixel-sets", { width: 1440, container: 1152, columns: [12], gutter: { from: 24, to: 24, step: 1 } })
    ).json()) as unknown;
    expect(known).toEqual({ total: 1, sets: [{ columns: 12, column: "74", gutter: "24", margin: "144", container: "1152" }] });
  });

  test("check lists findings with sums and fixes", async ({ request }) => {
    const draft = demoSpecs[0]?.draft;
    const body = (await (await post(request, "check", { layout: draft })).json()) as {
      findings: { rule: string; sum: string; fixes: { label: string; patch: unknown[] }[] }[];
      held: string[];
    };
    const whole = body.findings.find(({ rule }) => rule === "whole-columns");
    expect(whole?.sum).toBe("(1152 − 11 × 20) ÷ 12 = 77⅔");
    expect(whole?.fixes[0]).toEqual({
      label: "Gutter → 24",
      patch: [{ op: "replace", path: "/breakpoints/2/columns/gutter", value: "24px" }],
    });
    expect(body.held).toContain("sum-closes");
  });

  test("what is exported can be imported again unchanged", async ({ request }) => {
    const css = await post(request, "export?format=css&edges=exact&unit=rem&query=container", { layout });
    expect(css.headers()["content-type"]).toContain("text/css");
    const back = await request.post("/api/v1/import", { data: await css.text(), headers: { "Content-Type": "text/css" } });
    const told = (await back.json()) as unknown;
    const read = importAnswer.parse(told);
    expect(read).toEqual(told);
    expect(read.layout.breakpoints.map(({ columns }) => columns.count)).toEqual([4, 8, 12, 12]);
    expect(read.lost.length).toBeGreaterThan(0);
    const document = await post(request, "export?format=layout", { layout });
    expect(await document.text()).toBe(writeLayout(layout));
    const same = await request.post("/api/v1/import", { data: writeLayout(layout), headers: { "Content-Type": "application/json" } });
    expect(((await same.json()) as { layout: unknown }).layout).toEqual(layout);
  });

  test("fit says exactly where measured boxes lie; grids finds the grid they were drawn on", async ({ request }) => {
    const boxes = [
      { name: "Fares card", x: 456, y: 384, width: 371, height: 136 },
      { name: "Help link", x: "64", y: 960, width: 73.5, height: 24 },
    ];
    const list = { format: "ypsiline-boxes", formatVersion: 1, width: 1280, boxes };
    const answer = await post(request, "fit", { layout, list, tolerance: "1px" });
    expect(await answer.json()).toMatchObject({
      breakpoint: "desk",
      across: { on: 2, near: 1, off: 1 },
      boxes: [
        {
          name: "Fares card",
          left: { to: 5, off: "0", is: "on" },
          right: { at: "827", to: 8, off: "3", is: "off" },
          columns: 4,
          rest: "3",
        },
        { name: "Help link", right: { to: 1, off: "-1/2", is: "near" }, columns: 1, rest: "-1/2", height: { baseUnits: "3" }, below: null },
      ],
    });
    const phone = [30, 138, 246].map((x) => ({ x, y: 0, width: 99, height: 40 }));
    const found = await post(request, "fit/grids", { width: 375, boxes: phone });
    expect(((await found.json()) as { grids: unknown[] }).grids[0]).toEqual({
      columns: 3,
      gutter: "9",
      margin: { start: "30", end: "30" },
      edgeGutters: "none",
      column: "99",
      explained: 6,
      of: 6,
    });
  });

  const wrong: readonly [string, string, { data: unknown; headers?: Record<string, string> }, number, string | null][] = [
    ["text that is no JSON", "resolve", { data: "{", headers: { "Content-Type": "application/json" } }, 400, ""],
    ["no width", "resolve", { data: { layout } }, 400, "/width"],
    ["a width past the limit", "resolve", { data: { layout, width: 20_001 } }, 400, "/width"],
    ["a breakpoint that is none", "resolve", { data: { layout, width: 320, breakpoint: "hall" } }, 422, "/breakpoint"],
    ["no layout", "check", { data: {} }, 400, "/layout"],
    ["a layout that is none", "check", { data: { layout: { ...layout, base: "8" } } }, 422, "/layout/base"],
    ["an unknown member", "check", { data: { layout: { ...layout, frames: [] } } }, 422, "/layout/frames"],
    ["a format that is none", "export?format=doc", { data: { layout } }, 400, "/format"],
    [
      "sets from nothing",
      "whole-pixel-sets",
      { data: { width: 1280, columns: [12], gutter: { from: 8, to: 8, step: 1 } } },
      400,
      "/margin",
    ],
    [
      "sets in a range that falls",
      "whole-pixel-sets",
      { data: { width: 1280, container: 1152, columns: [12], gutter: { from: 8, to: 4, step: 1 } } },
      400,
      "/gutter/to",
    ],
    ["boxes of another kind", "fit", { data: { layout, list: { boxes: [] } } }, 400, "/list/format"],
    [
      "a box of a negative width",
      "fit",
      {
        data: {
          layout,
          list: { format: "ypsiline-boxes", formatVersion: 1, width: 1280, boxes: [{ name: "A", x: 0, y: 0, width: -1, height: 1 }] },
        },
      },
      400,
      "/list/boxes/0/width",
    ],
    ["more than 5,000 boxes", "fit/grids", { data: { width: 1280, boxes: Array(5001).fill({}) } }, 400, "/boxes"],
    ["half a column", "solve", { data: { columns: 1.5, givesWay: "column" } }, 400, "/columns"],
    ["a negative gutter", "solve", { data: { gutter: "-4", givesWay: "column" } }, 400, "/gutter"],
    ["an import of nothing", "import", { data: "body {}", headers: { "Content-Type": "text/css" } }, 422, ""],
    ["a content type that is not read", "import", { data: "x", headers: { "Content-Type": "image/png" } }, 415, null],
    ["a content type that is not JSON", "solve", { data: "x", headers: { "Content-Type": "text/plain" } }, 415, null],
    ["JSON nested past all sense", "check", { data: "[".repeat(100_000), headers: { "Content-Type": "application/json" } }, 400, null],
    ["an address that is none", "nothing", { data: {} }, 404, null],
    ["more than 1 MiB", "check", { data: { layout, more: "x".repeat(1024 * 1024) } }, 413, null],
    [
      "more than 5 MiB to import",
      "import?format=css",
      { data: "/*".padEnd(5 * 1024 * 1024 + 1, "x"), headers: { "Content-Type": "text/css" } },
      413,
      null,
    ],
    [
      "bytes that are no UTF-8",
      "import?format=css",
      { data: Buffer.from([0xff, 0xfe, 0x00]), headers: { "Content-Type": "text/css" } },
      400,
      null,
    ],
  ];
  for (const [what, path, options, status, errorPath] of wrong)
    test(`${what} is a problem document ${status}`, async ({ request }) => {
      const answer = await request.post(`/api/v1/${path}`, options);
      expect(answer.status()).toBe(status);
      expect(answer.headers()["content-type"]).toContain("application/problem+json");
      const body = (await answer.json()) as Problem;
      expect(body.status).toBe(status);
      expect(body.detail).toMatch(/\S/);
      if (errorPath !== null) expect(body.errors?.map((one) => one.path)).toContain(errorPath);
    });

  test("OpenAPI 3.1 and a JSON Schema describe it", async ({ request }) => {
    const openapi = (await (await request.get("/api/v1/openapi.json")).json()) as {
      openapi: string;
      paths: Record<string, unknown>;
      components: { schemas: Record<string, unknown> };
    };
    expect(openapi.openapi).toBe("3.1.0");
    expect(Object.keys(openapi.paths)).toEqual(
      expect.arrayContaining(["/resolve", "/solve", "/check", "/export", "/import", "/specs/{team}/{spec}/{version}"]),
    );
    // The layout document is described once, and referenced.
    expect(JSON.stringify(openapi.paths["/resolve"])).toContain(`"$ref":"#/components/schemas/Layout"`);
    expect(JSON.stringify(openapi.components.schemas["Layout"])).toContain("drawnAt");
    const schema = (await (await request.get("/schema/layout-1.json")).json()) as { $schema: string };
    expect(schema.$schema).toContain("2020-12");
  });
});

test.describe("published specs", () => {
  const path = "/api/v1/specs/skerry/crew-roster";
  const open = "/api/v1/specs/skerry/passenger-booking";
  test("strangers find none, members find theirs, and anybody finds a shared one", async ({ request, baseURL }) => {
    expect((await request.get(path)).status()).toBe(401);
    const reader = await requestsOf(baseURL ?? "", "reader");
    const told = (await (await reader.get(open)).json()) as unknown;
    const body = versionsAnswer.parse(told);
    expect(z.encode(versionsAnswer, body)).toEqual(told);
    expect(body.latest).toBe("2.1.0");
    expect(body.versions.map(({ number, withdrawn }) => [number, withdrawn])).toEqual([
      ["2.1.0", null],
      ["2.0.0", null],
    ]);
    expect((await request.get(`${open}/latest/layout.css`)).status()).toBe(200);
    for (const missing of ["/9.9.9", "/one", "/2.1.0/layout.png", "/2.1.0/overlay-none.svg", "/2.1.0x"])
      expect((await reader.get(open + missing)).status(), missing).toBe(404);
    expect((await reader.get(`${open}/2.1.0/overlay-desk.png?density=9`)).status()).toBe(400);
    expect((await reader.get("/api/v1/specs/skerry/nothing")).status()).toBe(404);
  });

  test("a version by number is cached for a year; latest is revalidated by its ETag", async ({ baseURL }) => {
    const reader = await requestsOf(baseURL ?? "", "reader");
    const numbered = await reader.get(`${open}/2.1.0/layout.css`);
    expect(await numbered.text()).toBe(writeCss(layout, plainCss));
    expect(numbered.headers()["cache-control"]).toBe("public, max-age=31536000, immutable");
    expect((await reader.get(`${path}/1.3.0`)).headers()["cache-control"]).toBe("private, no-cache");
    const latest = await reader.get(`${open}/latest`);
    expect(await latest.json()).toEqual(layout);
    expect(latest.headers()["cache-control"]).toBe("public, no-cache");
    const again = await reader.get(`${open}/latest`, { headers: { "If-None-Match": latest.headers()["etag"] ?? "" } });
    expect([again.status(), (await again.body()).length]).toEqual([304, 0]);
  });
});

test.describe("signing in", () => {
  test("a request that changes something must come from this site", async ({ baseURL }) => {
    const author = await requestsOf(baseURL ?? "", "author");
    const answer = await author.post("/api/drafts/skerry/crew-roster", {
      data: { revision: 1, changes: [] },
      headers: { Origin: "http://elsewhere.example" },
    });
    expect(answer.status()).toBe(403);
  });

  test("the session cookie is http-only and same-site, and is gone after signing out", async ({ baseURL }) => {
    const author = await requestsOf(baseURL ?? "", "author");
    const [cookie] = (await author.storageState()).cookies;
    expect([cookie?.httpOnly, cookie?.sameSite]).toEqual([true, "Lax"]);
    await author.post("/session", { form: { end: "1" }, maxRedirects: 0 });
    expect((await author.get("/api/drafts/skerry/crew-roster")).status()).toBe(401);
  });

  test("guesses sent at once are counted before they are checked, and wait longer and longer, whether or not the account exists", async ({
    request,
    page,
  }) => {
    const email = `nobody-${process.pid}@skerry.example`;
    const guess = async (): Promise<string | null> => {
      const answer = await request.post("/session", { form: { email, password: "guess" }, maxRedirects: 0 });
      return new URL(answer.headers()["location"] ?? "", "http://x").searchParams.get("fault");
    };
    const faults = await Promise.all(Array.from({ length: 60 }, guess));
    // Five are free; the sixth waits a second, and everything sent meanwhile is refused unchecked.
    const looked = faults.filter((fault) => fault === "wrong").length;
    expect(looked).toBeGreaterThanOrEqual(4);
    expect(looked).toBeLessThanOrEqual(8);
    expect(faults.filter((fault) => fault === "too-many").length).toBe(60 - looked);
    await page.goto(`/sign-in?fault=too-many&wait=12&email=${email}`);
    await expect(page.getByRole("alert").first()).toContainText("Wait 12 seconds, then try again.");
    await expect(page.getByLabel("E-mail address")).toHaveValue(email);
  });

  test("guesses by others never make a known browser wait", async ({ baseURL, playwright }) => {
    const own = await playwright.request.newContext({ baseURL });
    const signIn = (api: typeof own, password: string) =>
      api.post("/session", { form: { email: "lead@skerry.example", password }, maxRedirects: 0 });
    await signInByRequest(own, "lead@skerry.example", "slack-water-at-nine");
    const stranger = await playwright.request.newContext({ baseURL });
    const locations = await Promise.all(
      Array.from({ length: 12 }, async () => (await signIn(stranger, "guess")).headers()["location"] ?? ""),
    );
    expect(locations.some((location) => location.includes("too-many"))).toBe(true);
    expect((await signIn(own, "slack-water-at-nine")).headers()["location"]).toBe("/specs");
  });

  test("what cannot be stored is refused with its path and is no server error", async ({ baseURL }) => {
    const author = await requestsOf(baseURL ?? "", "author");
    const draft = "/api/drafts/skerry/crew-roster";
    const json = { "Content-Type": "application/json" };
    const tries: readonly (readonly [string, string, number, string])[] = [
      ["/api/specs", '{"team":"skerry","name":"a\\u0000b","start":{"kind":"blank"}}', 400, "/name"],
      ["/api/specs", '{"team":"skerry","name":"a\\ud800","start":{"kind":"blank"}}', 400, "/name"],
      [`${draft}/comments`, '{"about":"spec","words":"\\u0000"}', 400, "/words"],
      [draft, '{"revision":1,"changes":[{"path":["constructor"],"to":1}]}', 422, "/changes/0/path"],
      [draft, '{"revision":1,"changes":[{"path":["breakpoints","#order"],"from":null,"to":null}]}', 422, "/changes/0/from"],
      [draft, '{"revision":1,"changes":[{"path":["breakpoints","x"],"to":null}]}', 422, "/changes/0/to"],
      [draft, '{"revision":1,"changes":[{"path":["name"],"to":{"__proto__":1}}]}', 400, "/changes/0/to"],
      [draft, '{"revision":1,"changes":[{"path":["name"],"from":"x","to":"\\u0000"}]}', 400, "/changes/0/to"],
      ["/api/v1/check", '{"layout":{"name":"\\u0000"}}', 422, "/layout/name"],
    ];
    for (const [path, data, status, where] of tries) {
      const answer = await author.post(path, { data, headers: json });
      const problem = (await answer.json()) as { errors?: { path: string }[] };
      expect([answer.status(), problem.errors?.[0]?.path], `${path} ${data}`).toEqual([status, where]);
    }
    for (const path of ["/specs/skerry/%00", "/api/v1/specs/skerry/%00/latest", "/specs?x=%ff", "/api/v1/import?format=css&format=svg"])
      expect([400, 404, 405]).toContain((await author.get(path)).status());
    expect((await author.post("/session", { form: { email: "a\u0000b", password: "x" }, maxRedirects: 0 })).status()).toBe(400);
  });

  test("after signing in, one returns to where one was going, on this site only", async ({ page, request }) => {
    await page.goto("/specs/skerry/crew-roster");
    await expect(page).toHaveURL(/\/sign-in\?back=%2Fspecs%2Fskerry%2Fcrew-roster/);
    for (const back of ["https://elsewhere.example", "//elsewhere.example", "/\\elsewhere.example"]) {
      let location = "";
      await untilLetIn(async () => {
        const answer = await request.post("/session", {
          form: { email: "author@skerry.example", password: "slack-water-at-nine", back },
          maxRedirects: 0,
        });
        return (location = answer.headers()["location"] ?? "");
      });
      expect(location).toBe("/specs");
    }
  });
});

test("every kind of problem has its page; a request without credentials is told which are accepted; lists of versions have an ETag", async ({
  request,
  baseURL,
}) => {
  for (const [code, { title }] of Object.entries(problemKinds)) {
    const page = await request.get(`/problems/${code}`);
    expect([code, page.status(), (await page.text()).includes(title)]).toEqual([code, 200, true]);
  }
  expect((await request.get("/problems/constructor")).status()).toBe(404);

  const unasked = await request.get("/api/v1/specs/skerry/crew-roster");
  expect([unasked.status(), unasked.headers()["www-authenticate"]]).toEqual([401, 'Bearer realm="Ypsiline"']);
  const wrong = await request.get("/api/v1/specs/skerry/crew-roster", { headers: { Authorization: `Bearer ypsl_${"x".repeat(43)}` } });
  expect([wrong.status(), wrong.headers()["www-authenticate"]]).toEqual([401, 'Bearer realm="Ypsiline", error="invalid_token"']);

  const odd = await request.post("/api/v1/resolve?height=900", { data: { layout, width: 1279 } });
  expect([odd.status(), await odd.text()]).toEqual([400, expect.stringContaining("/height is not asked here")]);

  const reader = await requestsOf(baseURL ?? "", "reader");
  const list = await reader.get("/api/v1/specs/skerry/passenger-booking");
  const again = { headers: { "If-None-Match": list.headers()["etag"] ?? "none" } };
  expect([list.status(), (await reader.get("/api/v1/specs/skerry/passenger-booking", again)).status()]).toEqual([200, 304]);
});

test("a method that is not supported is answered with those that are; pages of any site may compute and read what is public, and nothing else", async ({
  request,
  page,
  baseURL,
}) => {
  const { paths } = (await (await request.get("/api/v1/openapi.json")).json()) as { paths: Record<string, object> };
  expect(Object.keys(paths).length).toBeGreaterThan(10);
  for (const [path, methods] of Object.entries(paths)) {
    const at = `/api/v1${path
      .replace("{team}", "skerry")
      .replace("{spec}", "passenger-booking")
      .replace("{version}", "2.1.0")
      .replace(/\{[^}]+\}/g, "layout.css")}`;
    const wanted = [...Object.keys(methods).map((one) => one.toUpperCase()), ...("get" in methods ? ["HEAD"] : []), "OPTIONS"].join(", ");
    for (const method of ["GET", "POST", "PUT", "PATCH", "DELETE"].filter((one) => !(one.toLowerCase() in methods))) {
      const answer = await request.fetch(at, { method, failOnStatusCode: false });
      expect([answer.status(), answer.headers()["allow"]], `${method} ${at}`).toEqual([405, wanted]);
      expect(await answer.json()).toMatchObject({ type: "/problems/method", status: 405 });
    }
    expect((await request.fetch(at, { method: "OPTIONS" })).headers()["allow"]).toBe(wanted);
  }
  expect((await request.fetch("/api/specs", { method: "DELETE", failOnStatusCode: false })).status()).toBe(405);
  // A page of another site (another host name of this machine), in a browser that enforces CORS.
  const elsewhere = createServer((_request, response) => response.setHeader("Content-Type", "text/html").end("<p>Elsewhere"));
  await new Promise<void>((resolve) => elsewhere.listen(0, "127.0.0.1", () => resolve()));
  await page.goto(`http://localhost:${(elsewhere.address() as AddressInfo).port}/`);
  const asked = await page.evaluate(
    async (address) => {
      const status = (path: string, init: RequestInit = {}) =>
        fetch(address + path, init).then(
          ({ status: told }) => told,
          () => "kept from it",
        );
      const body = JSON.stringify({ width: 1280, columns: 12, gutter: 24, margin: 64, givesWay: "column" });
      const spec = "/api/v1/specs/skerry/passenger-booking";
      return Promise.all([
        status("/api/v1/solve", { method: "POST", headers: { "Content-Type": "application/json" }, body }),
        status(spec),
        status(`${spec}/latest`, { headers: { "If-None-Match": '"x"' } }),
        status(`${spec}/2.1.0/layout.css`),
        status(`${spec}/draft`),
        status(`${spec}/draft`, { method: "PUT", headers: { "If-Match": "*" }, body: "{}" }),
        status("/api/account/name", { method: "POST", body: "{}" }),
        status("/api/inbox"),
      ]);
    },
    (baseURL ?? "").replace(/\/$/, ""),
  );
  expect(asked).toEqual([200, 200, 200, 200, ...Array.from({ length: 4 }, () => "kept from it")]);
  elsewhere.closeAllConnections();
  elsewhere.close();
});
