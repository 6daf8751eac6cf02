import { existsSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { type Layout, writeSnippet } from "@ypsiline/core";
import { type Got, got, refused, wordsOf } from "./got";
import type { World } from "./world";

export type PageAsked = {
  readonly url: string;
  /** Widths of the viewport, px. */
  readonly widths: readonly number[];
  /** Path of a Chromium; the one playwright-core knows of where it is left out. */
  readonly browser?: string | undefined;
  /** CSS selector of the elements to measure; else those of areas, else visible blocks, as the snippet chooses. */
  readonly select?: string | undefined;
};

/** A page's boxes at one width, as a box list in JSON. */
export type Measured = { readonly width: number; readonly text: string };

/** What of playwright-core is used here. It is no dependency: whoever measures pages has one. */
type Page = {
  readonly setViewportSize: (size: { width: number; height: number }) => Promise<void>;
  readonly goto: (url: string, options: { waitUntil: "load"; timeout: number }) => Promise<{ status: () => number } | null>;
  readonly evaluate: <A, R>(work: string | ((argument: A) => R | Promise<R>), argument?: A) => Promise<R>;
};
type Browser = { readonly newPage: () => Promise<Page>; readonly close: () => Promise<void> };
type Chromium = { readonly launch: (options: object) => Promise<Browser> };

const patience = 30_000;
const mostWidths = 50;

/** playwright-core as the project has it that the command runs in, or as it stands beside the command. */
const chromiumOf = async ({ cwd }: World): Promise<Got<Chromium>> => {
  for (const from of [join(cwd, "package.json"), import.meta.url]) {
    try {
      const path = createRequire(from).resolve("playwright-core");
      const loaded = (await import(pathToFileURL(path).href)) as { chromium?: Chromium; default?: { chromium?: Chromium } };
      const chromium = loaded.chromium ?? loaded.default?.chromium;
      if (chromium) return got(chromium);
    } catch (error) {
      if ((error as { code?: string }).code !== "MODULE_NOT_FOUND") return refused(`playwright-core cannot be used: ${wordsOf(error)}`);
    }
  }
  return refused("measuring a page needs playwright-core: npm install --save-dev playwright-core, and a Chromium by --browser PATH");
};

/**
 * Measures a page at some widths of the viewport: the overlay's own script is run in it, which asks the browser where things
 * stand. Nothing of the page is changed but by that.
 */
export const measured = async (
  world: World,
  layout: Layout,
  { url, widths, browser, select }: PageAsked,
): Promise<Got<readonly Measured[]>> => {
  if (!URL.canParse(url) || !/^(https?|file):$/.test(new URL(url).protocol))
    return refused(`--url must be an address like https://HOST/page, not ${url}`);
  if (widths.length > mostWidths) return refused(`--width may name at most ${mostWidths} widths`);
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
      const answer = await page.goto(url, { waitUntil: "load", timeout: patience });
      if (answer && answer.status() >= 400) return refused(`${url} answered ${answer.status()}`);
      await page.evaluate(writeSnippet(layout, "measured"));
      const text = await page.evaluate(async (selector: string | null) => {
        await document.fonts.ready;
        const hosts = document.querySelectorAll("ypsiline-overlay");
        const host = hosts[hosts.length - 1] as unknown as { boxes: (selector: string | null) => unknown };
        return JSON.stringify(host.boxes(selector));
      }, select ?? null);
      all.push({ width, text });
    }
    return got(all);
  } catch (error) {
    return refused(`${url} could not be measured: ${wordsOf(error).split("\n")[0]}`);
  } finally {
    await running?.close();
  }
};
