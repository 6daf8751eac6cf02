import { existsSync } from "node:fs";
import { mkdir, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { type Layout, writeSnippet } from "@ypsiline/core";
import { type Result, success, refused, wordsOf } from "../result";
import type { World } from "../world";
import { type Browser, chromiumOf, type Context, type Page } from "./browser";
import { pendingOf, settled } from "./settled";

/** How pages are visited: as whom, in which window, and for how long. */
export type Visit = {
  /** Path of a Chromium. Default: the one that playwright-core has. */
  readonly browser: string | undefined;
  /** CSS selector of the elements to measure; else those of areas, else visible blocks, as the snippet chooses. */
  readonly select: string | undefined;
  /** CSS selector of an element that must be seen before a page is measured. */
  readonly waitFor: string | undefined;
  /** Height of the window, px, and device pixels to a CSS pixel. */
  readonly height: number;
  readonly density: number;
  /** Sent with requests to the origin of a page, and to no other. */
  readonly headers: Readonly<Record<string, string>>;
  readonly cookies: readonly { readonly name: string; readonly value: string }[];
  /** Path of a stored sign-in: cookies and local storage, as playwright-core writes them. */
  readonly state: string | undefined;
  /** Whether certificates that nobody has signed are taken. */
  readonly insecure: boolean;
  /** How long one width of a page may take, and all of it, ms. */
  readonly longest: number;
  readonly deadline: number;
};

/** A box that is marked in the picture of its page: what is said of it, and the sides that are off. */
export type Mark = {
  readonly words: string;
  readonly sides: readonly string[];
  readonly isNear: boolean;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
};

/** Pictures of pages with the grid: the folder they go to, and what is marked in them, by the boxes of a page. */
type Pictures = { readonly folder: string; readonly marks: (boxes: string) => readonly Mark[] };

/** A page at one width: its boxes as a box list in JSON, or why it could not be measured. */
export type Measured = { readonly url: string; readonly width: number; readonly boxes: Result<string>; readonly said: readonly string[] };

/** How long a page may go on loading and changing before it is measured as it is, and how long its browser may take to close, ms. */
const patience = { settling: 15_000, closing: 5_000 };
/** Most addresses, most widths, and the tallest picture, px. */
const most = { urls: 200, widths: 50, picture: 12_000 };

/** The result of `work`, or an error after a time limit, because a page that never ends never answers. */
const within = async <T>(ms: number, work: Promise<T>, words: string): Promise<T> => {
  let timer: NodeJS.Timeout | undefined;
  const over = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new Error(words)), Math.max(0, ms));
  });
  try {
    return await Promise.race([work, over]);
  } finally {
    clearTimeout(timer);
  }
};

/** A browser window of its own for one address, with what it was given to sign in with. */
const windowFor = async (browser: Browser, url: string, visit: Visit): Promise<Context> => {
  const { height, density, cookies, state, insecure } = visit;
  const context = await browser.newContext({
    viewport: { width: 1280, height },
    deviceScaleFactor: density,
    ignoreHTTPSErrors: insecure,
    ...(state === undefined ? {} : { storageState: state }),
  });
  if (cookies.length > 0) await context.addCookies(cookies.map((cookie) => ({ ...cookie, url })));
  return context;
};

/**
 * Has headers sent with every request of a page to one origin. They are put on each request by itself, also on one that a
 * redirect leads to, and so never follow a redirect to somebody else.
 */
const sendHeaders = async (context: Context, page: Page, url: string, headers: Visit["headers"]): Promise<void> => {
  if (Object.keys(headers).length === 0) return;
  const protocol = await context.newCDPSession(page);
  protocol.on("Fetch.requestPaused", ({ requestId, request }) => {
    const others = Object.entries(request.headers).filter(([name]) => !Object.hasOwn(headers, name.toLowerCase()));
    const all = [...others, ...Object.entries(headers)].map(([name, value]) => ({ name, value }));
    // A page that has been closed asks for nothing more.
    protocol.send("Fetch.continueRequest", { requestId, headers: all }).catch(() => undefined);
  });
  await protocol.send("Fetch.enable", { patterns: [{ urlPattern: `${new URL(url).origin}/*` }] });
};

/** In the page: draws marks into the overlay, whose bar is not part of a picture. Returns how high the page is. */
const drawMarks = (marks: readonly Mark[]): number => {
  const hosts = document.querySelectorAll<HTMLElement>("ypsiline-overlay");
  const host = hosts[hosts.length - 1];
  const root = host?.shadowRoot;
  if (!host || !root) return 0;
  host.hidden = false;
  dispatchEvent(new Event("resize"));
  for (const bar of root.querySelectorAll<HTMLElement>(".bar")) bar.hidden = true;
  root.querySelector(".marks")?.replaceChildren(
    ...marks.map(({ words, sides, isNear, x, y, width, height }) => {
      const mark = document.createElement("div");
      mark.className = `mark${isNear ? " near" : ""}`;
      Object.assign(mark.style, { left: `${x}px`, top: `${y}px`, width: `${width}px`, height: `${height}px` });
      for (const side of sides) mark.style.setProperty(`border-${side}-width`, "3px");
      mark.append(Object.assign(document.createElement("b"), { textContent: words }));
      return mark;
    }),
  );
  return Math.max(document.documentElement.scrollHeight, document.documentElement.clientHeight);
};

/** The name of a picture: the address without its protocol, and the width. */
const pictureName = (url: string, width: number): string =>
  `${url
    .replace(/^\w+:\/+/, "")
    .replace(/[^\w.-]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 120)}-${width}.png`;

/** Measures a page at the width its viewport has. Returns its boxes, and where it led to if that is elsewhere. */
const measureAt = async (
  page: Page,
  layout: Layout,
  url: string,
  { select, waitFor, longest }: Visit,
): Promise<Result<{ readonly boxes: string; readonly final: string }>> => {
  const pending = pendingOf(page);
  const answer = await page.goto(url, { waitUntil: "commit", timeout: longest });
  if (answer && answer.status() >= 400) return refused(`${url} answered ${answer.status()}`);
  const settling = Math.min(patience.settling, longest / 2);
  if (waitFor !== undefined) {
    const seen = await page.waitForSelector(waitFor, { state: "visible", timeout: settling }).then(
      () => true,
      () => false,
    );
    if (!seen) return refused(`${url} did not show ${waitFor} within ${settling / 1000} s (--wait-for)`);
  }
  await settled(page, pending, settling);
  await page.evaluate(writeSnippet(layout, "measured"));
  const boxes = await page.evaluate((selector: string | null) => {
    const hosts = document.querySelectorAll("ypsiline-overlay");
    const host = hosts[hosts.length - 1] as unknown as { boxes: (selector: string | null) => unknown };
    return JSON.stringify(host.boxes(selector));
  }, select ?? null);
  return success({ boxes, final: page.url() });
};

const takePicture = async (page: Page, { folder, marks }: Pictures, name: string, width: number, boxes: string): Promise<void> => {
  const high = await page.evaluate(drawMarks, marks(boxes));
  const picture = await page.screenshot({ fullPage: true, clip: { x: 0, y: 0, width, height: Math.min(Math.max(high, 1), most.picture) } });
  await mkdir(folder, { recursive: true });
  await writeFile(join(folder, name), picture);
};

const withoutEnd = (address: string): string => address.replace(/#.*$/, "").replace(/\/$/, "");

/** What is measured on every page. */
type Work = {
  readonly layout: Layout;
  readonly widths: readonly number[];
  readonly visit: Visit;
  readonly pictures: Pictures | null;
};

/** Measures one address at all widths. A page that fails at one is not tried at the others: it would fail again, and take as long. */
const measurePage = async (browser: Browser, url: string, work: Work, until: number): Promise<readonly Measured[]> => {
  const { layout, widths, visit, pictures } = work;
  const all: Measured[] = [];
  let context: Context | null = null;
  try {
    context = await windowFor(browser, url, visit);
    for (const width of widths) {
      const left = until - Date.now();
      if (left <= 0) return [...all, { url, width, boxes: refused("the time for all pages was up (--deadline)"), said: [] }];
      const longest = Math.min(visit.longest, left);
      const page = await context.newPage();
      await sendHeaders(context, page, url, visit.headers);
      const measure = async (): Promise<Measured> => {
        await page.setViewportSize({ width, height: visit.height });
        const found = await measureAt(page, layout, url, { ...visit, longest });
        if (!found.ok) return { url, width, boxes: found, said: [] };
        const { boxes, final } = found.value;
        if (pictures) await takePicture(page, pictures, pictureName(url, width), width, boxes);
        const said = withoutEnd(final) === withoutEnd(url) ? [] : [`${url} led to ${final}: that page was measured.`];
        return { url, width, boxes: success(boxes), said };
      };
      const words =
        longest < visit.longest
          ? "the time for all pages was up (--deadline)"
          : `it did not finish within ${longest / 1000} s (--timeout). A script on it may never end`;
      const one = await within(longest, measure(), words);
      all.push(one);
      if (!one.boxes.ok) return all;
      await page.close();
    }
    return all;
  } catch (error) {
    const width = widths[all.length] ?? 0;
    return [...all, { url, width, boxes: refused(`${url} could not be measured: ${wordsOf(error).split("\n")[0]}`), said: [] }];
  } finally {
    // A page that never ends may keep its window from closing.
    if (context) await within(patience.closing, context.close(), "").catch(() => undefined);
  }
};

/**
 * Measures pages at some viewport widths, by running the overlay's script in them, which reads positions from the browser.
 * Nothing else of a page is changed. One that cannot be measured costs the others nothing. Refused if none can be tried.
 */
export const measured = async (world: World, urls: readonly string[], work: Work): Promise<Result<readonly Measured[]>> => {
  const { widths, visit } = work;
  const wrong = urls.find((url) => !URL.canParse(url) || !/^(https?|file):$/.test(new URL(url).protocol));
  if (wrong !== undefined) return refused(`--url must be an address like https://HOST/page, not ${wrong}`);
  if (urls.length > most.urls) return refused(`--url can name at most ${most.urls} addresses`);
  if (widths.length > most.widths) return refused(`--width can name at most ${most.widths} widths`);
  if (visit.browser !== undefined && !existsSync(visit.browser)) return refused(`--browser: there is no file ${visit.browser}`);
  const chromium = await chromiumOf(world);
  if (!chromium.ok) return chromium;
  const until = Date.now() + visit.deadline;
  let running: Browser | null = null;
  try {
    running = await chromium.value.launch({
      ...(visit.browser === undefined ? {} : { executablePath: visit.browser }),
      args: process.getuid?.() === 0 ? ["--no-sandbox"] : [],
    });
    const all: Measured[] = [];
    for (const url of urls) all.push(...(await measurePage(running, url, work, until)));
    return success(all);
  } catch (error) {
    return refused(`${urls[0] ?? ""} could not be measured: ${wordsOf(error).split("\n")[0]}`);
  } finally {
    // A page that never ends may keep its browser from closing; the command ends, and the browser with it.
    if (running) await within(patience.closing, running.close(), "").catch(() => undefined);
  }
};
