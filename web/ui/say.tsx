"use client";

import dynamic from "next/dynamic";
import { useEffect, useSyncExternalStore } from "react";

const Sayings = dynamic(() => import("./sayings").then((module) => module.Sayings), { ssr: false });

/** Words said in passing, with what takes back that which they tell of. */
export type Saying = { readonly words: string; readonly undo: (() => void) | null };

const nothing: readonly Saying[] = [];
let said = nothing;
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

/** Where sayings appear, until it is left: they are of what it shows. What shows them is fetched with the first. */
export const SayingsPlace = () => {
  useEffect(
    () => () => {
      said = nothing;
    },
    [],
  );
  const all = useSyncExternalStore(
    listen,
    () => said,
    () => nothing,
  );
  return all.length > 0 && <Sayings said={all} />;
};
