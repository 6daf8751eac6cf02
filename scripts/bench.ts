import { chromium } from "@playwright/test";
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { draggedEmpty, dragged, fullOfAreas, javascriptOf, typed, workedOn, zoomedInFit, zoomedUnderSheet } from "./bench-browser";
import { leadCookie } from "./bench-cookie";
import { forgotten } from "./bench-forgotten";
import { lintSpeed } from "./bench-lint";
import { published, registry } from "./bench-published";
import { scale } from "./bench-scale";
import { stalls } from "./bench-stalls";
import { writing } from "./bench-writing";
import { password } from "./demo-accounts";
import { withDemoServer } from "./demo-server";
import { chromiumPath } from "./install";
import { root, runScript } from "./run-script";
import { print, run } from "./terminal";

run(async () => {
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
  // `npm run bench -- lint`: stylesheets held against a spec.
  if (process.argv.includes("lint")) return lintSpeed();
  // `npm run bench -- writing`: the writing routes beside twenty editors.
  if (process.argv.includes("writing")) return withDemoServer(async ({ address }) => writing(address, await leadCookie(address)));
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
    const browser = await chromium.launch({ executablePath: chromiumPath(), args: ["--no-sandbox"] });
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    // The loader of TypeScript names functions by a helper of its own, which pages do not have.
    await context.addInitScript("globalThis.__name = (made) => made");
    await context.request.post(`${address}/session`, { form: { email: "author@skerry.example", password } });
    if (!dragOnly) {
      const pages = `${address}/specs/skerry/passenger-booking`;
      print(
        `First-load JavaScript, hand-off page: ${(await javascriptOf(context, `${pages}/versions/latest`)).toFixed(0)} kB gzip (at most 150)`,
      );
      print(`First-load JavaScript, workbench: ${(await javascriptOf(context, pages)).toFixed(0)} kB gzip (at most 350)`);
      await published(address, database);
      await registry(address, database);
    }
    const drag = await dragged(browser, context, `${address}/specs/skerry/passenger-booking?at=wide`);
    print(
      `Dragging the probe: ${drag.tasks} tasks, longest ${drag.longest.toFixed(1)} ms, ${drag.long} over 50 ms (aim: none); ${drag.perSecond.toFixed(0)} frames a second`,
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
    ] as const)
      print(
        `${what}: ${one.tasks} tasks, longest ${one.longest.toFixed(1)} ms, ${one.long} over 50 ms (aim: none); ${one.perSecond.toFixed(0)} frames a second`,
      );
    const key = await typed(context, address);
    print(`A key in a new spec: ${key.median.toFixed(1)} ms, the worst of 60 ${key.worst.toFixed(1)} ms (aim: under 16)`);
    print(`The same over an empty page: ${(await draggedEmpty(context)).toFixed(0)} frames a second`);
    await browser.close();
  });
});
