"use client";

import { proxy, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { SetsAnswer, SetsQuestion, SetsWorker } from "@/workers/sets.worker";

export type SetsState = {
  /** The last answer there was; it stays while a new one is worked out. */
  readonly answer: SetsAnswer | null;
  readonly busy: boolean;
  /** What share is walked, once the search takes longer than a moment; null before. */
  readonly share: number | null;
  readonly failed: boolean;
  /** The last question was given up: the answer is of one before. */
  readonly givenUp: boolean;
};

/** After how long a search shows its progress, ms. */
const patience = 200;

/** The sets of a search, found in a worker. A new search cancels the one before; `cancel` cancels this one. */
export const useSets = (question: SetsQuestion | null): SetsState & { readonly cancel: () => void } => {
  const [state, setState] = useState<SetsState>({ answer: null, busy: false, share: null, failed: false, givenUp: false });
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => {
    if (!question) return;
    const worker = new Worker(new URL("../../workers/sets.worker.ts", import.meta.url), { type: "module" });
    let live = true;
    const since = performance.now();
    const finish = (next: Partial<SetsState>): void => {
      if (!live) return;
      live = false;
      worker.terminate();
      setState((before) => ({ ...before, busy: false, share: null, failed: false, givenUp: false, ...next }));
    };
    const begun = setTimeout(() => live && setState((before) => ({ ...before, busy: true, share: before.share ?? 0 })), patience);
    worker.addEventListener("error", () => finish({ failed: true }));
    wrap<SetsWorker>(worker)
      .search(
        question,
        proxy((share: number) => {
          if (live && performance.now() - since > patience) setState((before) => ({ ...before, busy: true, share }));
        }),
      )
      .then(
        (answer) => finish({ answer }),
        () => finish({ failed: true }),
      );
    stop.current = () => finish({ givenUp: true });
    return () => {
      clearTimeout(begun);
      live = false;
      worker.terminate();
    };
  }, [question]);
  return { ...state, cancel: () => stop.current() };
};
