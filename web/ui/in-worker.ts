import { type Remote, wrap } from "comlink";

/** Longest that work asked for once may take, ms; then its worker is ended. */
const patience = 20_000;

/** Starts a worker for one task and ends it. @throws if it cannot run, takes too long, or is cancelled. */
export const inWorker = async <W, T>(worker: Worker, work: (remote: Remote<W>) => Promise<T>, signal?: AbortSignal): Promise<T> => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    const gone = new Promise<never>((_, reject) => {
      worker.addEventListener("error", () => reject(new Error("the worker cannot run")));
      signal?.addEventListener("abort", () => reject(new Error("it was given up")));
      timer = setTimeout(() => reject(new Error("it takes too long")), patience);
    });
    return await Promise.race([work(wrap<W>(worker)), gone]);
  } finally {
    clearTimeout(timer);
    worker.terminate();
  }
};
