import { log } from "./log";

/**
 * Faults after which nothing works any more: no file or socket can be opened, or no worker started. What is left open is
 * only closed with the process, which whoever started it starts again.
 */
const fatal: ReadonlySet<string> = new Set(["EMFILE", "ENFILE", "ENOMEM", "ERR_WORKER_INIT_FAILED"]);

const isFatal = (error: unknown): boolean =>
  typeof error === "object" &&
  error !== null &&
  (("code" in error && fatal.has(String(error.code))) || ("cause" in error && isFatal(error.cause)));

/** What ends this process once a fatal fault is told; the server says how (`endOnFatalFaults`). Scripts go on to their own end. */
const shared = globalThis as { ypsilineEnd?: () => void };

/** From now on a fault after which nothing works ends this process. */
export const endOnFatalFaults = (end: () => void): void => {
  shared.ypsilineEnd = end;
};

/**
 * Writes a fault to the server's log, with where it happened: the one way an error that is caught is told of. Nothing of
 * what was sent stands in it.
 */
export const report = (where: string, error: unknown): void => {
  const opened = log();
  const words = error instanceof Error ? (error.stack ?? error.message) : String(error);
  if (opened) opened.error({ where, error: words });
  else process.stderr.write(`${new Date().toISOString()} ${where}: ${words}\n`);
  if (isFatal(error)) shared.ypsilineEnd?.();
};
