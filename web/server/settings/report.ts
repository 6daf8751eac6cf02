import { log } from "./log";

/**
 * Errors after which nothing works any more: no file or socket can be opened, or no worker can be started. Only ending
 * the process frees them; the process that started it starts another.
 */
const fatal: ReadonlySet<string> = new Set(["EMFILE", "ENFILE", "ENOMEM", "ERR_WORKER_INIT_FAILED"]);

const isFatal = (error: unknown): boolean =>
  typeof error === "object" &&
  error !== null &&
  (("code" in error && fatal.has(String(error.code))) || ("cause" in error && isFatal(error.cause)));

/** Ends this process after a fatal fault; set by the server (`endOnFatalFaults`). Scripts run on to their own end. */
const shared = globalThis as { ypsilineEnd?: () => void };

/** From now on a fatal fault ends this process. */
export const endOnFatalFaults = (end: () => void): void => {
  shared.ypsilineEnd = end;
};

/**
 * Writes a fault to the server's log, with where it happened. Every error that is caught and not answered goes through here.
 * Nothing that a client sent is logged.
 */
export const report = (where: string, error: unknown): void => {
  const opened = log();
  const words = error instanceof Error ? (error.stack ?? error.message) : String(error);
  if (opened) opened.error({ where, error: words });
  else process.stderr.write(`${new Date().toISOString()} ${where}: ${words}\n`);
  if (isFatal(error)) shared.ypsilineEnd?.();
};
