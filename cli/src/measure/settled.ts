import type { Page, Request } from "./browser";

/** How long nothing may change before a page counts as settled, ms. */
const still = 500;
/** How long a request of a kind is waited for, ms. What is not named here may never end: a picture, a stream, a video. */
const waits: Readonly<Record<string, number>> = {
  document: Infinity,
  script: Infinity,
  stylesheet: Infinity,
  font: Infinity,
  fetch: 8000,
  xhr: 8000,
};
const otherWait = 3000;

/** What a page has asked for and not yet been given, and since when. */
export type Pending = ReadonlyMap<Request, number>;

/** Follows the requests of a page from now on. */
export const pendingOf = (page: Page): Pending => {
  const pending = new Map<Request, number>();
  page.on("request", (request) => void pending.set(request, Date.now()));
  page.on("requestfinished", (request) => void pending.delete(request));
  page.on("requestfailed", (request) => void pending.delete(request));
  return pending;
};

const isWaitedFor = (pending: Pending): boolean =>
  [...pending].some(([request, since]) => Date.now() - since < (waits[request.resourceType()] ?? otherWait));

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** In the page: waits until it has been read and nothing was added, removed or moved for `still` ms, and fonts have loaded. */
const standsStill = async ({ still, most }: { readonly still: number; readonly most: number }): Promise<void> => {
  const until = performance.now() + most;
  const left = (): number => Math.max(0, until - performance.now());
  const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, Math.min(ms, left())));
  while (document.readyState === "loading" && left() > 0) await pause(20);
  let changed = performance.now();
  const watcher = new MutationObserver(() => (changed = performance.now()));
  watcher.observe(document, { childList: true, subtree: true, characterData: true });
  while (performance.now() - changed < still && left() > 0) await pause(50);
  watcher.disconnect();
  await Promise.race([document.fonts.ready, pause(left())]);
};

/**
 * Waits until a page is stable: its scripts, stylesheets, fonts and what they ask for have come, and nothing on it changes.
 * A request that may never end costs some seconds, and all of it no more than `most` ms.
 */
export const settled = async (page: Page, pending: Pending, most: number): Promise<void> => {
  const until = Date.now() + most;
  const left = (): number => Math.max(0, until - Date.now());
  let isThere = false;
  // What came at last may have changed the page, asked for more, or gone to another page.
  while ((!isThere || isWaitedFor(pending)) && left() > 0) {
    while (isWaitedFor(pending) && left() > 0) await pause(50);
    isThere = await page.evaluate(standsStill, { still, most: left() }).then(
      () => true,
      () => false,
    );
    if (!isThere) await pause(100);
  }
};
