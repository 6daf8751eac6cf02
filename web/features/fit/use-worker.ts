"use client";

import { type Remote, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { FitWorker } from "@/workers/fit.worker";

export type Asked<A> = {
  /** The last answer there was; it stays while a new one is worked out. */
  readonly answer: A | null;
  /** It takes longer than a moment. */
  readonly busy: boolean;
  readonly failed: boolean;
  readonly cancel: () => void;
};

/** After how long work shows that it goes on, ms. */
const patience = 200;

/** What a worker answers to a question; a new question gives up the one before. `ask` is the same function at every render. */
export const useFitWorker = <Q, A>(question: Q | null, ask: (worker: Remote<FitWorker>, question: Q) => Promise<A>): Asked<A> => {
  const [state, setState] = useState<Omit<Asked<A>, "cancel">>({ answer: null, busy: false, failed: false });
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => {
    if (question === null) return;
    const worker = new Worker(new URL("../../workers/fit.worker.ts", import.meta.url), { type: "module" });
    let live = true;
    const finish = (next: Partial<Asked<A>>): void => {
      if (!live) return;
      live = false;
      worker.terminate();
      setState((before) => ({ ...before, busy: false, failed: false, ...next }));
    };
    const begun = setTimeout(() => live && setState((before) => ({ ...before, busy: true })), patience);
    worker.addEventListener("error", () => finish({ failed: true }));
    ask(wrap<FitWorker>(worker), question).then(
      (answer) => finish({ answer }),
      () => finish({ failed: true }),
    );
    stop.current = () => finish({});
    return () => {
      clearTimeout(begun);
      live = false;
      worker.terminate();
    };
  }, [question, ask]);
  return { ...state, cancel: () => stop.current() };
};
