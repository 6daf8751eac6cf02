import type { Remote } from "comlink";
import { inWorker } from "@/ui/in-worker";
import type { FitWorker } from "@/workers/fit.worker";

/** Has boxes or a picture read off the main thread. @throws where that cannot be done, takes too long, or is given up. */
export const inFitWorker = <T>(work: (worker: Remote<FitWorker>) => Promise<T>, signal?: AbortSignal): Promise<T> =>
  inWorker<FitWorker, T>(new Worker(new URL("../../workers/fit.worker.ts", import.meta.url), { type: "module" }), work, signal);
