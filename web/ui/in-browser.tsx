"use client";

import { type ReactNode, startTransition, useEffect, useState, useSyncExternalStore } from "react";
import { replayKey } from "./recorded-input";

const never = (): (() => void) => () => undefined;
/** Whether a page has been hydrated in this browser: pages opened from it need no markup from the server. */
let alive = false;

/**
 * Draws its children only in the browser. The server, where one thread answers everybody, draws a placeholder instead.
 * The children are drawn as a transition, in slices of a few ms, so that a large page does not block the main thread.
 */
export const InBrowser = ({ children, instead }: { readonly children: ReactNode; readonly instead: ReactNode }) => {
  const openedFromPage = useSyncExternalStore(
    never,
    () => alive,
    () => false,
  );
  const [inBrowser, setInBrowser] = useState(false);
  useEffect(() => {
    alive = true;
    startTransition(() => setInBrowser(true));
  }, []);
  return openedFromPage || inBrowser ? children : instead;
};

/** The placeholder of a page; `failed` if it could not be opened. */
export const Opening = ({ words, failed = false }: { readonly words: string; readonly failed?: boolean }) => {
  // What takes its place listens to shortcuts as soon as the effects of that change have run.
  useEffect(() => {
    if (failed) replayKey();
    return () => queueMicrotask(replayKey);
  }, [failed]);
  return (
    <main className="page" aria-busy={!failed}>
      <p className="quiet" role="status">
        {words}
      </p>
    </main>
  );
};
