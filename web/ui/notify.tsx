"use client";

import dynamic from "next/dynamic";
import { useEffect, useSyncExternalStore } from "react";

const Notices = dynamic(() => import("./notices").then((module) => module.Notices), { ssr: false });

/** Words that are shown for a while, with what undoes that which they tell of. Numbered in the order they came. */
export type Notice = { readonly number: number; readonly words: string; readonly undo: (() => void) | null };

/** Notices that are kept: more than are seen at once. */
const mostKept = 20;

const none: readonly Notice[] = [];
let notices = none;
let count = 0;
const listeners = new Set<() => void>();

/** Shows a notice at the bottom of the page for a while, with an Undo button if it can be undone. */
export const notify = (words: string, undo: (() => void) | null = null): void => {
  count += 1;
  notices = [...notices.slice(1 - mostKept), { number: count, words, undo }];
  for (const listener of listeners) listener();
};

const listen = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Where notices appear. They are about what is shown here and end with it. What shows them is fetched with the first. */
export const NoticesPlace = () => {
  useEffect(
    () => () => {
      notices = none;
    },
    [],
  );
  const all = useSyncExternalStore(
    listen,
    () => notices,
    () => none,
  );
  return all.length > 0 && <Notices notices={all} />;
};
