import type { Browser, BrowserContext, Locator, Page } from "@playwright/test";
import type { Layout } from "@ypsiline/core";
import sharp from "sharp";

// What `npm run bench` measures of pages, in Chromium and by its own trace.

/** First-load JavaScript of a page, kB as sent (gzip). */
export const javascriptOf = async (context: BrowserContext, url: string): Promise<number> => {
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send("Network.enable");
  await session.send("Network.setCacheDisabled", { cacheDisabled: true });
  const scripts = new Set<string>();
  let bytes = 0;
  session.on("Network.responseReceived", ({ requestId, type }) => {
    if (type === "Script") scripts.add(requestId);
  });
  session.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto(url);
  await page.waitForTimeout(1500);
  await page.close();
  return bytes / 1000;
};

/** Counts the frames a page draws from now on; the answer tells how many a second there were. */
const countFrames = async (page: Page): Promise<() => Promise<number>> => {
  const counting = await page.evaluateHandle(() => {
    const counted = { frames: 0, since: performance.now() };
    const next = (): void => {
      counted.frames += 1;
      requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
    return counted;
  });
  return () => counting.evaluate(({ frames: count, since }) => (count * 1000) / (performance.now() - since));
};

/** The box of an element. Without one a measurement is void. */
const boxOf = async (
  locator: Locator,
): Promise<{ readonly x: number; readonly y: number; readonly width: number; readonly height: number }> => {
  const box = await locator.boundingBox();
  if (!box) throw new Error("what is to be dragged is not drawn");
  return box;
};

/** The tasks of pages' main threads, ms, and the frames drawn a second. */
export type Traced = {
  readonly tasks: number;
  readonly longest: number;
  /** Tasks over 50 ms. */
  readonly long: number;
  readonly perSecond: number;
};

/** Drags the probe to and fro over the ladder for some seconds; the browser's own trace tells the long tasks and the frames. */
export const dragged = async (browser: Browser, context: BrowserContext, url: string): Promise<Traced> => {
  const page = await context.newPage();
  await page.goto(url);
  const probe = page.getByRole("slider", { name: /Probe/ });
  await probe.waitFor();
  await page.waitForTimeout(1000);
  const ladder = await boxOf(page.getByRole("group", { name: "Ladder of widths" }));
  const box = await boxOf(probe);
  const y = box.y + 10;
  await page.mouse.move(box.x + 1, y);
  await page.mouse.down();
  const traced = await measured(browser, page, async () => {
    for (let turn = 0; turn < 6; turn += 1)
      await page.mouse.move(turn % 2 === 0 ? ladder.x + 20 : ladder.x + ladder.width - 20, y, { steps: 60 });
  });
  await page.close();
  return traced;
};

/** An event of a trace, as Chromium writes it (Trace Event Format); times in microseconds. */
type TraceEvent = {
  readonly ph: string;
  readonly name: string;
  readonly pid: number;
  readonly tid: number;
  readonly dur?: number;
  readonly args?: { readonly name?: string };
};

/** The tasks of pages' main threads in a trace. */
const tasksOf = (traceEvents: readonly TraceEvent[]): Omit<Traced, "perSecond"> => {
  const renderers = new Set(
    traceEvents
      .filter(({ name, args }) => name === "thread_name" && args?.name === "CrRendererMain")
      .map(({ pid, tid }) => `${pid} ${tid}`),
  );
  const tasks = traceEvents
    .filter(({ ph, name, pid, tid }) => ph === "X" && /RunTask/.test(name) && renderers.has(`${pid} ${tid}`))
    .map(({ dur = 0 }) => dur / 1000);
  if (renderers.size === 0) throw new Error("the trace has no main thread");
  return { tasks: tasks.length, longest: Math.max(0, ...tasks), long: tasks.filter((ms) => ms > 50).length };
};

/** A spec with the most areas allowed, on a sheet of 20,000 px with lines every 4. */
export const fullOfAreas = async (context: BrowserContext, address: string): Promise<string> => {
  const made = await context.request.post(`${address}/api/specs`, {
    data: { team: "skerry", name: "Two hundred areas", start: { kind: "columns", width: 1440, columns: 12 } },
  });
  const { team, spec } = (await made.json()) as { readonly team: string; readonly spec: string };
  const draft = (await (await context.request.get(`${address}/api/drafts/${team}/${spec}`)).json()) as {
    readonly revision: number;
    readonly layout: Layout;
  };
  const { layout } = draft;
  const desk = layout.breakpoints.at(-1);
  if (!desk) throw new Error("a layout without breakpoints");
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
const measured = async (browser: Browser, page: Page, work: () => Promise<void>): Promise<Traced> => {
  await browser.startTracing(page, { categories: ["toplevel", "devtools.timeline"] });
  const frames = await countFrames(page);
  await work();
  const perSecond = await frames();
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as { readonly traceEvents: readonly TraceEvent[] };
  return { ...tasksOf(traceEvents), perSecond };
};

/** A picture of 5,000 × 5,000 px with four edges. */
const largePicture = async (): Promise<{ readonly name: string; readonly mimeType: string; readonly buffer: Buffer }> => {
  const side = 5000;
  const pixels = Buffer.alloc(side * side * 3, 255);
  for (let y = 0; y < side; y += 1) for (const x of [320, 2300, 2400, 4600]) pixels.fill(0, (y * side + x) * 3, (y * side + x + 4) * 3);
  const image = sharp(pixels, { raw: { width: side, height: side, channels: 3 } });
  return { name: "large.png", mimeType: "image/png", buffer: await image.png().toBuffer() };
};

/** Zooms and moves a picture below its overlay with the wheel; `drawing` names the picture's element. */
type Zoomed = { readonly zoom: Traced; readonly moved: Traced };
const zoomed = async (browser: Browser, page: Page, drawing: string | RegExp): Promise<Zoomed> => {
  await page.getByRole("group", { name: "Picture under the grid" }).waitFor({ timeout: 60_000 });
  await page.waitForTimeout(1500);
  const box = await boxOf(page.getByRole("group", { name: drawing }));
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  const wheel = async (turns: number, by: (turn: number) => readonly [number, number]): Promise<void> => {
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

export const zoomedInFit = async (browser: Browser, context: BrowserContext, address: string): Promise<Zoomed> => {
  const page = await context.newPage();
  await page.goto(`${address}/specs/skerry/crew-roster/fit`);
  await page.getByLabel("File with boxes").setInputFiles(await largePicture());
  await page.getByRole("button", { name: "Find its edges" }).click();
  return zoomed(browser, page, "Boxes over the columns");
};

export const zoomedUnderSheet = async (browser: Browser, context: BrowserContext, address: string): Promise<Zoomed> => {
  const page = await context.newPage();
  await page.goto(`${address}/specs/skerry/passenger-booking?at=desk`);
  await page.getByLabel("Picture under the sheet").setInputFiles(await largePicture());
  return zoomed(browser, page, /^Sheet of/);
};

/** From a number typed in a new spec to what it makes, computed and drawn: median and worst of 60 keys, ms. */
export const typed = async (context: BrowserContext, address: string): Promise<{ readonly median: number; readonly worst: number }> => {
  const page = await context.newPage();
  await page.goto(`${address}/specs/new`);
  await page.getByLabel("Desk, margin").focus();
  await page.waitForTimeout(1000);
  const times = await page.evaluate(async () => {
    const field = document.activeElement;
    const setter = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
    const all: number[] = [];
    if (!field || !setter) throw new Error("no field has the focus");
    for (let turn = 0; turn < 60; turn += 1) {
      const began = performance.now();
      setter.call(field, String(40 + turn));
      field.dispatchEvent(new Event("input", { bubbles: true }));
      all.push(performance.now() - began);
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 30)));
    }
    return all.sort((a, b) => a - b);
  });
  await page.close();
  return { median: times[30] ?? NaN, worst: times.at(-1) ?? NaN };
};

/** Scrolls the sheet of areas and drags one of them to and fro; the browser's own trace tells the long tasks and the frames. */
export const workedOn = async (
  browser: Browser,
  context: BrowserContext,
  url: string,
): Promise<{ readonly scrolled: Traced; readonly drag: Traced }> => {
  const page = await context.newPage();
  await page.goto(url);
  await page.locator('[data-area="a5"]').waitFor();
  await page.waitForTimeout(1500);
  const sheet = await boxOf(page.locator(".sheet-scroll"));
  await page.mouse.move(sheet.x + sheet.width / 2, sheet.y + sheet.height / 2);
  const scrolled = await measured(browser, page, async () => {
    for (let turn = 0; turn < 60; turn += 1) await page.mouse.wheel(0, turn < 40 ? 160 : -160);
  });
  await page.locator(".sheet-scroll").evaluate((element) => element.scrollTo(0, 0));
  await page.waitForTimeout(300);
  // Dragged to and fro, and dropped at the end of each way: a drop is an edit, which is checked.
  const drag = await measured(browser, page, async () => {
    for (let turn = 0; turn < 6; turn += 1) {
      const box = await boxOf(page.locator('[data-area="a5"]'));
      const at = [box.x + box.width / 2, box.y + 20] as const;
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
export const draggedEmpty = async (context: BrowserContext): Promise<number> => {
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
