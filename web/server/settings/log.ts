import pino from "pino";
import { isDemo, setting } from "./settings";

const shared = globalThis as { ypsilineLog?: pino.Logger };

/**
 * The log of a process: a line of JSON for each request and each fault, on standard output. In the demo nothing but faults,
 * unless LOG_LEVEL says so.
 */
export const openLog = (): pino.Logger =>
  (shared.ypsilineLog ??= pino({
    level: isDemo() && process.env["LOG_LEVEL"] === undefined ? "error" : setting("LOG_LEVEL"),
    base: { process: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (label) => ({ level: label }) },
  }));

/** The log where one was opened; scripts have none. */
export const log = (): pino.Logger | null => shared.ypsilineLog ?? null;

/** What follows in an address lets whoever has it in. */
const secret = /^(.*?)\/(join|password|sign-up|account\/email)\/[^]*/i;

const decoded = (path: string): string | null => {
  try {
    return decodeURIComponent(path);
  } catch {
    return null;
  }
};

/**
 * An address as it may be logged: without its query, and without secrets in it, however they are written (`/%6aoin/…`,
 * `//join/…`). One that is not well-formed is refused, and logged only up to where it stops being so.
 */
export const loggedPath = (url: string): string => {
  const path = url.split(/[?#]/)[0] ?? "";
  const plain = decoded(path);
  if (plain === null) return `${path.split("%")[0]?.replace(secret, "$1/$2/…") ?? ""}%…`.slice(0, 300);
  const tidy = plain.replace(/[\\/]+/g, "/");
  const found = tidy.startsWith("/api/") ? null : secret.exec(tidy);
  return (found ? `${found[1] ?? ""}/${found[2] ?? ""}/…` : path).slice(0, 300);
};
