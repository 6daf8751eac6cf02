import { existsSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { chromiumPath } from "../scripts/install";
import { address, ran } from "./clients";

const command = join(import.meta.dirname, "..", "cli", "dist", "ypsiline.js");

const listening = async (answer: (request: IncomingMessage, response: ServerResponse) => void): Promise<{ server: Server; at: string }> => {
  const server = createServer(answer);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", () => resolve()));
  return { server, at: `http://127.0.0.1:${(server.address() as AddressInfo).port}` };
};

/** The area Fares where it belongs at 1280 px, or some px to the right of it. */
const fares = (off = 0) => `<div data-area="fares" style="position:absolute;left:${456 + off}px;top:384px;width:368px;height:216px"></div>`;
const html = (body: string): string => `<!doctype html><meta charset="utf-8"><body style="margin:0">${body}`;

/** A small site as they are: with a sign-in, content that comes late, a picture and a script that never end. */
const pages: Readonly<Record<string, string>> = {
  "/sign-in": html("<h1>Sign in</h1>"),
  "/home": html(fares()),
  "/late": html("<script>fetch('/slow').then((one) => one.text()).then((text) => (document.body.innerHTML += text))</script>"),
  "/later": html(`<script>setTimeout(() => (document.body.innerHTML += \`<p class="ready">Ready</p>${fares()}\`), 2500)</script>`),
  "/picture": html(`<img src="/never" width="1" height="1">${fares()}`),
  "/moved": html(`<script>setTimeout(() => location.replace("/off"), 100)</script>`),
  "/off": html(fares(3)),
  "/loop": html("<script>for (;;);</script>"),
  "/slow": fares(),
};

let site: { server: Server; at: string };
let other: { server: Server; at: string };
const keysSeen: string[] = [];
let folder = "";

test.beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "ypsiline-sites-"));
  writeFileSync(join(folder, "layout.json"), await (await fetch(`${address}/api/v1/specs/skerry/passenger-booking/2.1.0`)).text());
  other = await listening((request, response) => {
    keysSeen.push(String(request.headers["x-key"]));
    response.end();
  });
  site = await listening((request, response) => {
    const path = request.url ?? "";
    if (path === "/never") return;
    if (path === "/home" && !(request.headers.cookie ?? "").includes("session=ok")) {
      response.writeHead(302, { Location: "/sign-in" }).end();
      return;
    }
    if (path === "/away" || path === "/to-keyed") {
      response.writeHead(302, { Location: path === "/away" ? `${other.at}/redirected` : "/keyed" }).end();
      return;
    }
    response.setHeader("Content-Type", "text/html; charset=utf-8");
    if (path === "/keyed")
      response
        .writeHead(request.headers["x-key"] === "k" ? 200 : 403)
        .end(html(`<script src="${other.at}/x.js"></script><img src="/away">${fares()}`));
    else if (path === "/slow") setTimeout(() => response.end(pages[path]), 1500);
    else if (pages[path] === undefined) response.writeHead(404).end();
    else response.end(pages[path]);
  });
});
test.afterAll(() => {
  for (const { server } of [site, other]) {
    server.closeAllConnections();
    server.close();
  }
});

type Told = {
  readonly pages: readonly {
    readonly subject: string;
    readonly boxes: readonly unknown[];
    readonly misfits: readonly { message: string }[];
  }[];
  readonly notMeasured: readonly { readonly subject: string; readonly message: string }[];
};
const fit = async (...args: readonly string[]) => {
  const done = await ran(
    folder,
    process.execPath,
    [command, "fit", "layout.json", "--browser", chromiumPath(), ...(args.includes("--width") ? [] : ["--width", "1280"]), ...args],
    { HOME: folder },
  );
  return { ...done, told: (done.out.startsWith("{") ? JSON.parse(done.out) : null) as Told | null };
};

test("a list of pages is measured: late content is waited for, what never ends costs the others nothing", async () => {
  test.setTimeout(180_000);
  writeFileSync(
    join(folder, "pages.txt"),
    `# the site\n${["/late", "/picture", "/moved", "/loop", "/none", "/off"].map((path) => site.at + path).join("\n")}\n`,
  );
  const { code, told, err } = await fit(
    "--urls",
    "pages.txt",
    "--timeout",
    "20",
    "--screenshot",
    "shots",
    "--density",
    "2",
    "--format",
    "json",
  );
  expect(code, err).toBe(1);
  const off = ["left +3 px from the left edge of Fares", "right +3 px from the right edge of Fares"];
  const name = ({ subject }: { readonly subject: string }): string => subject.replace(site.at, "");
  expect(told?.pages.map((page) => [name(page), page.boxes.length, page.misfits.map(({ message }) => message)])).toEqual([
    ["/late at 1280", 1, []],
    ["/picture at 1280", 1, []],
    ["/moved at 1280", 1, off],
    ["/off at 1280", 1, off],
  ]);
  expect(told?.notMeasured.map((page) => [name(page), page.message])).toEqual([
    ["/loop at 1280", expect.stringContaining("could not be measured: it did not finish within 20 s (--timeout)")],
    ["/none at 1280", `${site.at}/none answered 404`],
  ]);
  // A picture shows the page at its width, in device pixels (PNG, section 11.2.2).
  const picture = readFileSync(join(folder, "shots", `${site.at.replace(/^http:\/\//, "").replace(":", "-")}-off-1280.png`));
  expect([picture.toString("latin1", 1, 4), picture.readUInt32BE(16)]).toEqual(["PNG", 2560]);
});

test("a page behind a sign-in is measured with a cookie, a stored sign-in or a header, which goes to no other site", async () => {
  test.setTimeout(180_000);
  const home = `${site.at}/home`;
  const turnedAway = await fit("--url", home);
  expect(turnedAway.out).toContain(`${home} led to ${site.at}/sign-in: that page was measured.`);
  const cookie = await fit("--url", home, "--cookie", "session=ok", "--format", "json");
  expect(cookie.told?.pages[0]?.boxes, cookie.err).toHaveLength(1);
  const stored = {
    name: "session",
    value: "ok",
    domain: "127.0.0.1",
    path: "/",
    expires: -1,
    httpOnly: true,
    secure: false,
    sameSite: "Lax",
  };
  writeFileSync(join(folder, "state.json"), JSON.stringify({ cookies: [stored], origins: [] }));
  const state = await fit("--url", home, "--url", `${site.at}/later`, "--state", "state.json", "--format", "json");
  // Content that a clock brings is not waited for unless something is said to wait for.
  expect(state.told?.pages.map(({ boxes }) => boxes.length)).toEqual([1]);
  expect(state.told?.notMeasured.map(({ subject }) => subject)).toEqual([`${site.at}/later at 1280`]);
  const waited = await fit("--url", `${site.at}/later`, "--wait-for", ".ready", "--format", "json");
  expect(waited.told?.pages[0]?.boxes).toHaveLength(1);
  const keyed = await fit("--url", `${site.at}/keyed`, "--header", "X-Key: k", "--format", "json");
  expect(keyed.told?.pages[0]?.boxes, keyed.err).toHaveLength(1);
  // A redirect within the site keeps it; one to another site does not take it along.
  const led = await fit("--url", `${site.at}/to-keyed`, "--header", "X-Key: k", "--format", "json");
  expect(led.told?.pages[0]?.boxes, led.err).toHaveLength(1);
  expect(keysSeen).toEqual(["undefined", "undefined", "undefined", "undefined"]);
});

test("what is asked wrongly is said, and one limit is over everything", async () => {
  test.setTimeout(180_000);
  const wrong: readonly (readonly [string, readonly string[]])[] = [
    ["--header must be like", ["--header", "nonsense"]],
    ["--cookie must be like session=VALUE", ["--cookie", "nonsense"]],
    ["--state: none.json cannot be read as JSON", ["--state", "none.json"]],
    ["--state: layout.json has no lists of cookies and origins", ["--state", "layout.json"]],
    ["--sides must be of left, right, top, bottom, not middle", ["--sides", "left,middle"]],
    ["--height must be a number of px from 1 to 20000, not 0", ["--height", "0"]],
    ["--density must be a number from 0.5 to 4, not 9", ["--density", "9"]],
    ["--deadline must be a number of seconds", ["--deadline", "0"]],
  ];
  await Promise.all(
    wrong.map(async ([words, args]) => {
      const done = await fit("--url", `${site.at}/off`, ...args);
      expect([done.code, done.err]).toEqual([2, expect.stringContaining(words)]);
    }),
  );
  // Only the sides that are asked for are judged.
  expect((await fit("--url", `${site.at}/off`, "--sides", "top,bottom")).code).toBe(0);
  const over = await fit(
    "--url",
    `${site.at}/off`,
    "--url",
    `${site.at}/loop`,
    "--url",
    `${site.at}/picture`,
    "--deadline",
    "25",
    "--format",
    "json",
  );
  expect(over.told?.notMeasured.map(({ message }) => message.includes("the time for all pages was up (--deadline)"))).toEqual([true, true]);
  expect(over.told?.pages).toHaveLength(1);
  expect(existsSync(join(folder, "shots-none"))).toBe(false);
});
