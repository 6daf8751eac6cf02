import { spawn, spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { withDemoServer } from "./demo-server.mjs";
import { chromiumPath, installPackages, root } from "./install.mjs";
import { run, say } from "./say.mjs";
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
  const main = traceEvents.find(({ name, args }) => name === "thread_name" && args?.name === "CrRendererMain");
  const renderers = new Set(
    traceEvents
      .filter(({ name, args }) => name === "thread_name" && args?.name === "CrRendererMain")
      .map(({ pid, tid }) => `${pid} ${tid}`),
  );
  const tasks = traceEvents
    .filter(({ ph, name, pid, tid }) => ph === "X" && /RunTask/.test(name) && renderers.has(`${pid} ${tid}`))
    .map(({ dur }) => dur / 1000);
  await page.close();
  return {
    known: Boolean(main),
    tasks: tasks.length,
    longest: Math.max(0, ...tasks),
    long: tasks.filter((ms) => ms > 50).length,
    perSecond,
  };
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

/** Reading a published version against a bare Node server that runs the same query, and by its ETag. */
const published = async (address, database) => {
  const url = `${address}/api/v1/specs/skerry/passenger-booking/2.1.0`;
  const port = await freePort();
  const bare = spawn(process.execPath, ["--import", "tsx", join(root, "scripts/bench-bare.ts")], {
    cwd: root,
    stdio: ["ignore", "pipe", "inherit"],
    env: { ...process.env, DATABASE_URL: database, PORT: String(port) },
  });
  await new Promise((resolve) => bare.stdout.once("data", resolve));
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

run(async () => {
  installPackages();
  // `npm run bench -- stalls`: what one hostile request does to everybody else's.
  if (process.argv.includes("stalls")) return withDemoServer(({ address }) => stalls(address));
  // `npm run bench -- scale`: list pages of a team after years.
  if (process.argv.includes("scale"))
    return withDemoServer(async ({ address, database }) => {
      const answer = await fetch(`${address}/session`, {
        method: "POST",
        redirect: "manual",
        body: new URLSearchParams({ email: "lead@skerry.example", password }),
      });
      await scale(
        address,
        database,
        answer.headers
          .getSetCookie()
          .map((one) => one.split(";")[0])
          .join("; "),
      );
    });
  for (const file of ["resolve-check.ts", "yoga.ts", "sweep.ts", "repair.ts", "whole-pixel-sets.ts", "areas.ts"])
    spawnSync(process.execPath, ["--import", "tsx", join(root, "core/bench", file)], {
      cwd: root,
      stdio: ["ignore", "inherit", "inherit"],
    });
  await withDemoServer(async ({ address, database }) => {
    const { chromium } = await import("@playwright/test");
    const browser = await chromium.launch({ executablePath: chromiumPath, args: ["--no-sandbox"] });
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.request.post(`${address}/session`, { form: { email: "author@skerry.example", password } });
    const handOff = await javascriptOf(context, `${address}/specs/skerry/passenger-booking/versions/latest`);
    say(`First-load JavaScript, hand-off page: ${handOff.toFixed(0)} kB gzip (at most 150)`);
    const workbench = await javascriptOf(context, `${address}/specs/skerry/passenger-booking`);
    say(`First-load JavaScript, workbench: ${workbench.toFixed(0)} kB gzip (at most 350)`);
    await published(address, database);
    const drag = await dragged(browser, context, `${address}/specs/skerry/passenger-booking?at=wide`);
    say(
      `Dragging the probe: ${drag.tasks} tasks, longest ${drag.longest.toFixed(1)} ms, ${drag.long} over 50 ms (aim: none); ${drag.perSecond.toFixed(0)} frames a second${drag.known ? "" : " (no main thread found in the trace)"}`,
    );
    say(`The same over an empty page: ${(await draggedEmpty(browser, context)).toFixed(0)} frames a second`);
    await browser.close();
  });
});
