import { createRequire } from "node:module";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { type Result, success, refused, wordsOf } from "../result";
import type { World } from "../world";

/** The part of playwright-core that is used. It is not a dependency: projects that measure pages install it. */
export type Request = { readonly resourceType: () => string };
/** A request that the browser holds until it is told to go on (Chrome DevTools Protocol, domain Fetch). */
type Held = { readonly requestId: string; readonly request: { readonly headers: Readonly<Record<string, string>> } };
type Protocol = {
  readonly on: (event: "Fetch.requestPaused", listener: (held: Held) => void) => void;
  readonly send: (method: "Fetch.enable" | "Fetch.continueRequest", values: object) => Promise<unknown>;
};
export type Page = {
  readonly setViewportSize: (size: { width: number; height: number }) => Promise<void>;
  readonly goto: (url: string, options: { waitUntil: "commit"; timeout: number }) => Promise<{ status: () => number } | null>;
  readonly evaluate: <A, R>(work: string | ((argument: A) => R | Promise<R>), argument?: A) => Promise<R>;
  readonly waitForSelector: (selector: string, options: { state: "visible"; timeout: number }) => Promise<unknown>;
  readonly screenshot: (options: { fullPage: true; clip: { x: number; y: number; width: number; height: number } }) => Promise<Uint8Array>;
  readonly url: () => string;
  readonly close: () => Promise<void>;
  readonly on: (event: "request" | "requestfinished" | "requestfailed", listener: (request: Request) => void) => void;
};
export type Context = {
  readonly newPage: () => Promise<Page>;
  readonly addCookies: (cookies: readonly { name: string; value: string; url: string }[]) => Promise<void>;
  readonly newCDPSession: (page: Page) => Promise<Protocol>;
  readonly close: () => Promise<void>;
};
export type Browser = { readonly newContext: (options: object) => Promise<Context>; readonly close: () => Promise<void> };
type Chromium = { readonly launch: (options: object) => Promise<Browser> };

/** playwright-core of the project that the command runs in, or the one installed beside the command. */
export const chromiumOf = async ({ cwd }: World): Promise<Result<Chromium>> => {
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
