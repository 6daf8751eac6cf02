/* global document, HTMLInputElement, Event -- what runs in the page. */
import { spawn, spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { withDemoServer } from "./demo-server.mjs";
import { chromiumPath, installPackages, root, runScript } from "./install.mjs";
import { run, say } from "./say.mjs";
import { leadCookie } from "./bench-cookie.mjs";
import { forgotten } from "./bench-forgotten.mjs";
import { scale } from "./bench-scale.mjs";
import { stalls } from "./bench-stalls.mjs";
import { freePort } from "./serve.mjs";

const { password } = JSON.parse(readFileSync(join(root, "scripts", "demo-accounts.json"), "utf8"));

/** First-load JavaScript of a page, kB as sent (gzip). */
const javascriptOf = async (context, url) => {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send("Network.enable");
  await session.send("Network.setCacheDisabled", { cacheDisabled: true });
  const scripts = new Set();
  let bytes = 0;
  session.on("Network.responseReceived", ({ requestId, type }) => type === "Script" && scripts.add(requestId));
  session.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto(url);
  await page.waitForTimeout(1500);
  await page.close();
  return bytes / 1000;
};

/** Counts the frames a page draws from now on; the answer tells how many a second there were. */
const countFrames = async (page) => {
  const counting = await page.evaluateHandle(() => {
    const counted = { frames: 0, since: performance.now() };
    const next = () => {
      counted.frames += 1;
      requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
    return counted;
  });
  return () => counting.evaluate(({ frames: count, since }) => (count * 1000) / (performance.now() - since));
};

/** Drags the probe to and fro over the ladder for some seconds; the browser's own trace tells the long tasks and the frames. */
const dragged = async (browser, context, url) => {
  const page = await context.newPage();
  await page.goto(url);
  const probe = page.getByRole("slider", { name: /Probe/ });
  await probe.waitFor();
  await page.waitForTimeout(1000);
  const ladder = await page.getByRole("group", { name: "Ladder of widths" }).boundingBox();
  const box = await probe.boundingBox();
  await browser.startTracing(page, { categories: ["toplevel", "devtools.timeline", "disabled-by-default-devtools.timeline"] });
  const y = box.y + 10;
  await page.mouse.move(box.x + 1, y);
  await page.mouse.down();
  const frames = await countFrames(page);
  for (let turn = 0; turn < 6; turn += 1)
    await page.mouse.move(turn % 2 === 0 ? ladder.x + 20 : ladder.x + ladder.width - 20, y, { steps: 60 });
  const perSecond = await frames();
  await page.mouse.up();
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString());
  await page.close();
  return { ...tasksOf(traceEvents), perSecond };
};

/** The tasks of pages' main threads in a trace. */
const tasksOf = (traceEvents) => {
  const main = traceEvents.find(({ name, args }) => name === "thread_name" && args?.name === "CrRendererMain");
  const renderers = new Set(
    traceEvents
      .filter(({ name, args }) => name === "thread_name" && args?.name === "CrRendererMain")
      .map(({ pid, tid }) => `${pid} ${tid}`),
  );
  const tasks = traceEvents
    .filter(({ ph, name, pid, tid }) => ph === "X" && /RunTask/.test(name) && renderers.has(`${pid} ${tid}`))
    .map(({ dur }) => dur / 1000);
  return { known: Boolean(main), tasks: tasks.length, longest: Math.max(0, ...tasks), long: tasks.filter((ms) => ms > 50).length };
};

/** A spec with as many areas as there may be, on a sheet of 20,000 px with lines of 4. */
const fullOfAreas = async (context, address) => {
  const made = await context.request.post(`${address}/api/specs`, {
    data: { team: "skerry", name: "Two hundred areas", start: { kind: "columns", width: 1440, columns: 12 } },
  });
  const { team, spec } = await made.json();
  const draft = await (await context.request.get(`${address}/api/drafts/${team}/${spec}`)).json();
  const { layout } = draft;
  const desk = layout.breakpoints.at(-1);
  const changes = [
    { path: ["breakpoints", desk.id, "drawnAt", "height"], from: desk.drawnAt.height, to: 20_000 },
    { path: ["breakpoints", desk.id, "rows"], from: null, to: { kind: "repeating", height: "4px", gutter: "0px", offset: "0px" } },
    { path: ["breakpoints", desk.id, "baseline"], from: null, to: { step: "4px", offset: "0px", emphasis: 4 } },
    ...Array.from({ length: 200 }, (_, index) => ({
      path: ["areas", `a${index}`],
      to: {
        id: `a${index}`,
        name: `Area ${index}`,
        placements: Object.fromEntries(
          layout.breakpoints.map(({ id, columns: { count } }) => [
            id,
            {
              column: 1 + (index % 4) * (count / 4),
              span: count / 4,
              row: 1 + Math.floor(index / 4) * 100,
              rowSpan: 80,
              leaves: "none",
              over: false,
              inside: null,
            },
          ]),
        ),
      },
    })),
  ];
  for (let from = 0; from < changes.length; from += 50) {
    const answer = await context.request.post(`${address}/api/drafts/${team}/${spec}`, {
      data: { revision: draft.revision, changes: changes.slice(from, from + 50) },
    });
    if (!answer.ok()) throw new Error(await answer.text());
  }
  return `${address}/specs/${team}/${spec}?at=${desk.id}&facet=areas`;
};

/** What the browser's own trace tells of some work: its tasks, the long ones among them, and the frames a second. */
const measured = async (browser, page, work) => {
  await browser.startTracing(page, { categories: ["toplevel", "devtools.timeline"] });
  const frames = await countFrames(page);
  await work();
  const perSecond = await frames();
  return { ...tasksOf(JSON.parse((await browser.stopTracing()).toString()).traceEvents), perSecond };
};

/** A picture of 5,000 × 5,000 px with four edges. */
const largePicture = async () => {
  const { default: sharp } = await import("sharp");
  const side = 5000;
  const pixels = Buffer.alloc(side * side * 3, 255);
  for (let y = 0; y < side; y += 1) for (const x of [320, 2300, 2400, 4600]) pixels.fill(0, (y * side + x) * 3, (y * side + x + 4) * 3);
  const image = sharp(pixels, { raw: { width: side, height: side, channels: 3 } });
  return { name: "large.png", mimeType: "image/png", buffer: await image.png().toBuffer() };
};

/** Zooms and moves a picture under what lies over it, by the wheel; `drawing` names the element it is drawn in. */
const zoomed = async (browser, page, drawing) => {
  await page.getByRole("group", { name: "Picture under the grid" }).waitFor({ timeout: 60_000 });
  await page.waitForTimeout(1500);
  const box = await page.getByRole("group", { name: drawing }).boundingBox();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  const wheel = async (turns, by) => {
    for (let turn = 0; turn < turns; turn += 1) {
      await page.mouse.wheel(...by(turn));
      await page.waitForTimeout(16);
    }
  };
  const zoom = await measured(browser, page, async () => {
    await page.keyboard.down("Control");
    await wheel(90, (turn) => [0, turn < 60 ? -40 : 40]);
    await page.keyboard.up("Control");
  });
  const moved = await measured(browser, page, () => wheel(90, (turn) => [turn % 30 < 15 ? 40 : -40, turn % 20 < 10 ? 60 : -60]));
  await page.close();
  return { zoom, moved };
};

const zoomedInFit = async (browser, context, address) => {
  const page = await context.newPage();
  await page.goto(`${address}/specs/skerry/crew-roster/fit`);
  await page.getByLabel("File with boxes").setInputFiles(await largePicture());
  await page.getByRole("button", { name: "Find its edges" }).click();
  return zoomed(browser, page, "Boxes over the columns");
};

const zoomedUnderSheet = async (browser, context, address) => {
  const page = await context.newPage();
  await page.goto(`${address}/specs/skerry/passenger-booking?at=desk`);
  await page.getByLabel("Picture under the sheet").setInputFiles(await largePicture());
  return zoomed(browser, page, /^Sheet of/);
};

/** From a number typed in a new spec to what it makes, computed and drawn: median and worst of 60 keys, ms. */
const typed = async (context, address) => {
  const page = await context.newPage();
  await page.goto(`${address}/specs/new`);
  await page.getByLabel("Desk, margin").focus();
  await page.waitForTimeout(1000);
  const times = await page.evaluate(async () => {
    const field = document.activeElement;
    const { set } = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value");
    const all = [];
    for (let turn = 0; turn < 60; turn += 1) {
      const began = performance.now();
      set.call(field, String(40 + turn));
      field.dispatchEvent(new Event("input", { bubbles: true }));
      all.push(performance.now() - began);
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 30)));
    }
    return all.sort((a, b) => a - b);
  });
  await page.close();
  return { median: times[30], worst: times.at(-1) };
};

/** Scrolls the sheet of areas and drags one of them to and fro; the browser's own trace tells the long tasks and the frames. */
const workedOn = async (browser, context, url) => {
  const page = await context.newPage();
  await page.goto(url);
  await page.locator('[data-area="a5"]').waitFor();
  await page.waitForTimeout(1500);
  const sheet = await page.locator(".sheet-scroll").boundingBox();
  const middle = [sheet.x + sheet.width / 2, sheet.y + sheet.height / 2];
  await page.mouse.move(...middle);
  const scrolled = await measured(browser, page, async () => {
    for (let turn = 0; turn < 60; turn += 1) await page.mouse.wheel(0, turn < 40 ? 160 : -160);
  });
  await page.locator(".sheet-scroll").evaluate((element) => element.scrollTo(0, 0));
  await page.waitForTimeout(300);
  // Dragged to and fro, and dropped at the end of each way: a drop is an edit, which is checked.
  const drag = await measured(browser, page, async () => {
    for (let turn = 0; turn < 6; turn += 1) {
      const box = await page.locator('[data-area="a5"]').boundingBox();
      const at = [box.x + box.width / 2, box.y + 20];
      await page.mouse.move(...at);
      await page.mouse.down();
      await page.mouse.move(at[0] + (turn % 2 === 0 ? 300 : -300), at[1] + (turn % 2 === 0 ? 120 : -120), { steps: 40 });
      await page.mouse.up();
    }
  });
  await page.close();
  return { scrolled, drag };
};

/** The same drag over an empty page: what the machine itself allows. */
const draggedEmpty = async (browser, context) => {
  const page = await context.newPage();
  await page.setContent('<!doctype html><div style="height:100vh"></div>');
  const frames = await countFrames(page);
  await page.mouse.move(40, 90);
  await page.mouse.down();
  for (let turn = 0; turn < 6; turn += 1) await page.mouse.move(turn % 2 === 0 ? 40 : 940, 90, { steps: 60 });
  const perSecond = await frames();
  await page.close();
  return perSecond;
};

/** Requests a second, over some seconds, and how many of the answers were not what was asked for. */
const throughput = async (url, headers = {}) => {
  const { default: autocannon } = await import("autocannon");
  const result = await autocannon({ url, headers, connections: 10, duration: 6 });
  return { perSecond: result.requests.average, wrong: result.errors + result.timeouts + result["4xx"] + result["5xx"] };
};

/** A bare Node server that makes one query for each request. */
const bareServer = async (database, env) => {
  const port = await freePort();
  const bare = spawn(process.execPath, ["--import", "tsx", join(root, "scripts/bench-bare.ts")], {
    cwd: root,
    stdio: ["ignore", "pipe", "inherit"],
    env: { ...process.env, TSX_TSCONFIG_PATH: join(root, "web/tsconfig.json"), DATABASE_URL: database, PORT: String(port), ...env },
  });
  await new Promise((resolve) => bare.stdout.once("data", resolve));
  return { port, bare };
};

/** Metadata and tarballs of the registry against a bare Node server that makes the same query and sends the same bytes. */
const registry = async (address, database) => {
  const package_ = `${address}/npm/@skerry/passenger-booking`;
  for (const [what, url, query] of [
    ["Package metadata", package_, "metadata"],
    ["A tarball", `${package_}/-/passenger-booking-2.1.0.tgz`, "tarball"],
  ]) {
    await throughput(url);
    const ours = await throughput(url);
    const ratios = [];
    for (const QUERY of [query, `${query}-ready`]) {
      const { port, bare } = await bareServer(database, { QUERY, BODY_OF: url });
      const plain = await throughput(`http://127.0.0.1:${port}/`);
      bare.kill("SIGTERM");
      ratios.push((ours.perSecond / plain.perSecond).toFixed(2));
      if (plain.wrong > 0) say(`the bare server gave ${plain.wrong} wrong answers`);
    }
    say(
      `${what}: ${ours.perSecond.toFixed(0)} a second, ${ratios[0]} of a bare server that reads the same (aim 0.7), ${ratios[1]} of one that has the bytes ready and looks only at who may read them; wrong answers ${ours.wrong}`,
    );
  }
};

/** Reading a published version against a bare Node server that runs the same query, and by its ETag. */
const published = async (address, database) => {
  const url = `${address}/api/v1/specs/skerry/passenger-booking/2.1.0`;
  const { port, bare } = await bareServer(database, { QUERY: "document" });
  const etag = (await fetch(url)).headers.get("etag");
  await throughput(url);
  const plain = await throughput(`http://127.0.0.1:${port}/`);
  const ours = await throughput(url);
  const unchanged = await throughput(url, { "If-None-Match": etag });
  bare.kill("SIGTERM");
  const wrong = plain.wrong + ours.wrong + unchanged.wrong;
  say(
    `Reading a published version: ${ours.perSecond.toFixed(0)} a second, ${(ours.perSecond / plain.perSecond).toFixed(2)} of a bare server with the same query (aim 0.7); by ETag, 304: ${unchanged.perSecond.toFixed(0)} a second, ${(unchanged.perSecond / ours.perSecond).toFixed(2)} of 200 (aim: above 1); wrong answers ${wrong}`,
  );
};

/** First loads of pages, and reading a published version. */
const loadedAndPublished = async (context, address, database) => {
  const handOff = await javascriptOf(context, `${address}/specs/skerry/passenger-booking/versions/latest`);
  say(`First-load JavaScript, hand-off page: ${handOff.toFixed(0)} kB gzip (at most 150)`);
  const workbench = await javascriptOf(context, `${address}/specs/skerry/passenger-booking`);
  say(`First-load JavaScript, workbench: ${workbench.toFixed(0)} kB gzip (at most 350)`);
  await published(address, database);
  await registry(address, database);
};

run(async () => {
  installPackages();
  // `npm run bench -- stalls`: what one hostile request does to everybody else's.
  if (process.argv.includes("stalls"))
    return withDemoServer(async ({ address, database, pid }) => stalls(address, database, await leadCookie(address), pid));
  // `npm run bench -- forgotten`: whether the time of an answer tells who has an account.
  if (process.argv.includes("forgotten")) return withDemoServer(({ database }) => forgotten(database));
  // `npm run bench -- history`: moments of a draft that was edited for years.
  if (process.argv.includes("history"))
    return withDemoServer(async ({ address, database }) =>
      runScript("bench-history.ts", [], { DATABASE_URL: database, ADDRESS: address, COOKIE: await leadCookie(address) }),
    );
  // `npm run bench -- scale`: list pages of a team after years.
  if (process.argv.includes("scale"))
    return withDemoServer(async ({ address, database }) => scale(address, database, await leadCookie(address)));
  // `npm run bench -- registry`: reading packages, and published files.
  if (process.argv.includes("registry"))
    return withDemoServer(async ({ address, database }) => {
      await registry(address, database);
      await published(address, database);
    });
  // `npm run bench -- drag`: what is dragged, scrolled, zoomed and typed, and nothing else.
  const dragOnly = process.argv.includes("drag");
  for (const file of dragOnly ? [] : ["resolve-check.ts", "yoga.ts", "sweep.ts", "repair.ts", "whole-pixel-sets.ts", "areas.ts", "fit.ts"])
    spawnSync(process.execPath, ["--import", "tsx", join(root, "core/bench", file)], {
      cwd: root,
      stdio: ["ignore", "inherit", "inherit"],
    });
  await withDemoServer(async ({ address, database }) => {
    const { chromium } = await import("@playwright/test");
    const browser = await chromium.launch({ executablePath: chromiumPath, args: ["--no-sandbox"] });
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.request.post(`${address}/session`, { form: { email: "author@skerry.example", password } });
    if (!dragOnly) await loadedAndPublished(context, address, database);
    const drag = await dragged(browser, context, `${address}/specs/skerry/passenger-booking?at=wide`);
    say(
      `Dragging the probe: ${drag.tasks} tasks, longest ${drag.longest.toFixed(1)} ms, ${drag.long} over 50 ms (aim: none); ${drag.perSecond.toFixed(0)} frames a second${drag.known ? "" : " (no main thread found in the trace)"}`,
    );
    const { scrolled, drag: moved } = await workedOn(browser, context, await fullOfAreas(context, address));
    const inFit = await zoomedInFit(browser, context, address);
    const underSheet = await zoomedUnderSheet(browser, context, address);
    for (const [what, one] of [
      ["Zooming a picture of 5,000 × 5,000 px in Fit", inFit.zoom],
      ["Moving it", inFit.moved],
      ["Zooming it under the sheet", underSheet.zoom],
      ["Moving it there", underSheet.moved],
      ["Scrolling a sheet of 20,000 px with 200 areas and lines of 4", scrolled],
      ["Dragging one of them", moved],
    ])
      say(
        `${what}: ${one.tasks} tasks, longest ${one.longest.toFixed(1)} ms, ${one.long} over 50 ms (aim: none); ${one.perSecond.toFixed(0)} frames a second`,
      );
    const key = await typed(context, address);
    say(`A key in a new spec: ${key.median.toFixed(1)} ms, the worst of 60 ${key.worst.toFixed(1)} ms (aim: under 16)`);
    say(`The same over an empty page: ${(await draggedEmpty(browser, context)).toFixed(0)} frames a second`);
    await browser.close();
  });
});
