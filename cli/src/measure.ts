import { existsSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { type Layout, writeSnippet } from "@ypsiline/core";
import { type Result, success, refused, wordsOf } from "./result";
import type { World } from "./world";

export type PageAsked = {
  readonly url: string;
  /** Widths of the viewport, px. */
  readonly widths: readonly number[];
  /** Path of a Chromium. Default: the one that playwright-core has. */
  readonly browser?: string | undefined;
  /** CSS selector of the elements to measure; else those of areas, else visible blocks, as the snippet chooses. */
  readonly select?: string | undefined;
  /** How long one width may take in all, ms. */
  readonly longest: number;
};

/** A page's boxes at one width, as a box list in JSON. */
export type Measured = { readonly width: number; readonly text: string };

/** The part of playwright-core that is used. It is not a dependency: projects that measure pages install it. */
type Page = {
  readonly setViewportSize: (size: { width: number; height: number }) => Promise<void>;
  readonly goto: (url: string, options: { waitUntil: "commit"; timeout: number }) => Promise<{ status: () => number } | null>;
  readonly evaluate: <A, R>(work: string | ((argument: A) => R | Promise<R>), argument?: A) => Promise<R>;
};
type Browser = { readonly newPage: () => Promise<Page>; readonly close: () => Promise<void> };
type Chromium = { readonly launch: (options: object) => Promise<Browser> };

/** How long a page may go on loading and changing before it is measured as it is, and how long its browser may take to close, ms. */
const patience = { settling: 15_000, closing: 5_000 };
const mostWidths = 50;

/** The result of `work`, or an error after a time limit, because a page that never ends never answers. */
const within = async <T>(ms: number, work: Promise<T>, words: string): Promise<T> => {
  let timer: NodeJS.Timeout | undefined;
  const over = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new Error(words)), ms);
  });
  try {
    return await Promise.race([work, over]);
  } finally {
    clearTimeout(timer);
  }
};

/**
 * Waits in a page until it has loaded and is stable: nothing was added or removed for half a second, visible pictures
 * and fonts have loaded. It waits no longer than `most`, for example for a picture that never loads.
 */
const settled = async (most: number): Promise<void> => {
  const until = performance.now() + most;
  const left = (): number => Math.max(0, until - performance.now());
  const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, Math.min(ms, left())));
  const orLater = (what: Promise<unknown>): Promise<unknown> => Promise.race([what.catch(() => null), pause(left())]);
  while (document.readyState === "loading" && left() > 0) await pause(20);
  if (document.readyState !== "complete") await orLater(new Promise((resolve) => addEventListener("load", resolve, { once: true })));
  let changed = performance.now();
  const watcher = new MutationObserver(() => (changed = performance.now()));
  watcher.observe(document, { childList: true, subtree: true, characterData: true });
  while (performance.now() - changed < 500 && left() > 0) await pause(50);
  watcher.disconnect();
  await orLater(document.fonts.ready);
  await orLater(Promise.all([...document.images].filter(({ loading }) => loading !== "lazy").map((one) => one.decode().catch(() => null))));
};

/** playwright-core of the project that the command runs in, or the one installed beside the command. */
const chromiumOf = async ({ cwd }: World): Promise<Result<Chromium>> => {
  for (const from of [join(cwd, "package.json"), import.meta.url]) {
    try {
      const path = createRequire(from).resolve("playwright-core");
      const loaded = (await import(pathToFileURL(path).href)) as { chromium?: Chromium; default?: { chromium?: Chromium } };
      const chromium = loaded.chromium ?? loaded.default?.chromium;
      if (chromium) return success(chromium);
    } catch (error) {
      if ((error as { code?: string }).code !== "MODULE_NOT_FOUND") return refused(`playwright-core cannot be used: ${wordsOf(error)}`);
    }
  }
  return refused("measuring a page needs playwright-core (npm install --save-dev playwright-core) and a Chromium (--browser PATH)");
};

/** Measures a page at the width its viewport has. */
const measureAt = async (page: Page, layout: Layout, { url, select, longest }: PageAsked): Promise<Result<string>> => {
  const answer = await page.goto(url, { waitUntil: "commit", timeout: longest });
  if (answer && answer.status() >= 400) return refused(`${url} answered ${answer.status()}`);
  await page.evaluate(settled, Math.min(patience.settling, longest / 2));
  await page.evaluate(writeSnippet(layout, "measured"));
  const text = await page.evaluate((selector: string | null) => {
    const hosts = document.querySelectorAll("ypsiline-overlay");
    const host = hosts[hosts.length - 1] as unknown as { boxes: (selector: string | null) => unknown };
    return JSON.stringify(host.boxes(selector));
  }, select ?? null);
  return success(text);
};

/**
 * Measures a page at some viewport widths, by running the overlay's script in it, which reads positions from the
 * browser. Nothing else of the page is changed.
 */
export const measured = async (world: World, layout: Layout, asked: PageAsked): Promise<Result<readonly Measured[]>> => {
  const { url, widths, browser, longest } = asked;
  if (!URL.canParse(url) || !/^(https?|file):$/.test(new URL(url).protocol))
    return refused(`--url must be an address like https://HOST/page, not ${url}`);
  if (widths.length > mostWidths) return refused(`--width can name at most ${mostWidths} widths`);
  if (browser !== undefined && !existsSync(browser)) return refused(`--browser: there is no file ${browser}`);
  const chromium = await chromiumOf(world);
  if (!chromium.ok) return chromium;
  let running: Browser | null = null;
  try {
    running = await chromium.value.launch({
      ...(browser === undefined ? {} : { executablePath: browser }),
      args: process.getuid?.() === 0 ? ["--no-sandbox"] : [],
    });
    const page = await running.newPage();
    const all: Measured[] = [];
    for (const width of widths) {
      await page.setViewportSize({ width, height: 900 });
      const text = await within(
        longest,
        measureAt(page, layout, asked),
        `it did not finish within ${longest / 1000} s (--timeout). A script on it may never end`,
      );
      if (!text.ok) return text;
      all.push({ width, text: text.value });
    }
    return success(all);
  } catch (error) {
    return refused(`${url} could not be measured: ${wordsOf(error).split("\n")[0]}`);
  } finally {
    // A page that never ends may keep its browser from closing; the command ends, and the browser with it.
    if (running) await within(patience.closing, running.close(), "").catch(() => undefined);
  }
};
