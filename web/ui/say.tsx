"use client";

import dynamic from "next/dynamic";
import { useSyncExternalStore } from "react";

const Sayings = dynamic(() => import("./sayings").then((module) => module.Sayings), { ssr: false });

/** Words said in passing, with what takes back that which they tell of. */
export type Saying = { readonly words: string; readonly undo: (() => void) | null };

let said: readonly Saying[] = [];
const listeners = new Set<() => void>();

/** Says something in passing, at the foot of the page, with a button that takes it back where it can be. */
export const say = (words: string, undo: (() => void) | null = null): void => {
  said = [...said, { words, undo }];
  for (const listener of listeners) listener();
};

const listen = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};
const nothing: readonly Saying[] = [];

/** Where sayings appear. What shows them is fetched with the first. */
export const SayingsPlace = () => {
  const all = useSyncExternalStore(
    listen,
    () => said,
    () => nothing,
  );
  return all.length > 0 && <Sayings said={all} />;
};
