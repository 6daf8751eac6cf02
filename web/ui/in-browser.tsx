"use client";

import { type ReactNode, useEffect, useSyncExternalStore } from "react";
import { takeEarlyKey } from "./early";

const never = (): (() => void) => () => undefined;

/**
 * Shows what works a layout out in the browser alone: on the server, where one thread answers everybody, nothing of it is
 * drawn. Until then it says what comes.
 */
export const InBrowser = ({ children, instead }: { readonly children: ReactNode; readonly instead: ReactNode }) =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
    ? children
    : instead;

/** What stands where a page is about to be; `failed`: where it could not be opened. */
export const Opening = ({ words, failed = false }: { readonly words: string; readonly failed?: boolean }) => {
  // What takes its place listens to shortcuts as soon as the effects of that change have run.
  useEffect(() => {
    if (failed) takeEarlyKey();
    return () => queueMicrotask(takeEarlyKey);
  }, [failed]);
  return (
    <main className="page" aria-busy={!failed}>
      <p className="quiet" role="status">
        {words}
      </p>
    </main>
  );
};
