import { log } from "./log";

/**
 * Writes a fault to the server's log, with where it happened: the one way an error that is caught is told of. Nothing of
 * what was sent stands in it.
 */
export const report = (where: string, error: unknown): void => {
  const opened = log();
  const words = error instanceof Error ? (error.stack ?? error.message) : String(error);
  if (opened) opened.error({ where, error: words });
  else process.stderr.write(`${new Date().toISOString()} ${where}: ${words}\n`);
};
