"use client";

import { type ReactNode, useSyncExternalStore } from "react";

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

/** What stands where a page of a draft is about to be. */
export const Opening = ({ words }: { readonly words: string }) => (
  <main className="page" aria-busy="true">
    <p className="quiet" role="status">
      {words}
    </p>
  </main>
);
