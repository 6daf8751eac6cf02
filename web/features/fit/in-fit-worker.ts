import type { Remote } from "comlink";
import { inWorker } from "@/ui/in-worker";
import type { FitWorker } from "@/workers/fit.worker";

/** Reads boxes or a picture in a worker. @throws if that fails, takes too long, or is cancelled. */
export const inFitWorker = <T>(work: (worker: Remote<FitWorker>) => Promise<T>, signal?: AbortSignal): Promise<T> =>
  inWorker<FitWorker, T>(new Worker(new URL("../../workers/fit.worker.ts", import.meta.url), { type: "module" }), work, signal);
