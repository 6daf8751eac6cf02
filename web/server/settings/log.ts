import pino from "pino";
import { isDemo, setting } from "./settings";

const shared = globalThis as { ypsilineLog?: pino.Logger };

/**
 * The log of a process: one line of JSON for each request and each fault, on standard output. The demo logs faults only,
 * unless LOG_LEVEL is set.
 */
export const openLog = (): pino.Logger =>
  (shared.ypsilineLog ??= pino({
    level: isDemo() && process.env["LOG_LEVEL"] === undefined ? "error" : setting("LOG_LEVEL"),
    base: { process: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (label) => ({ level: label }) },
  }));

/** The log, if this process has opened one. Scripts have none. */
export const log = (): pino.Logger | null => shared.ypsilineLog ?? null;

/** Beginnings of paths after which a secret follows. */
const secret = /^(.*?)\/(join|password|sign-up|account\/email)\/[^]*/i;

const decoded = (path: string): string | null => {
  try {
    return decodeURIComponent(path);
  } catch {
    return null;
  }
};

/**
 * An address as it may be logged: without its query and without secrets, however they are written (`/%6aoin/…`, `//join/…`).
 * Of an address that is not well-formed, only the well-formed beginning is logged.
 */
export const loggedPath = (url: string): string => {
  const path = url.split(/[?#]/)[0] ?? "";
  const plain = decoded(path);
  if (plain === null) return `${path.split("%")[0]?.replace(secret, "$1/$2/…") ?? ""}%…`.slice(0, 300);
  const tidy = plain.replace(/[\\/]+/g, "/");
  const found = tidy.startsWith("/api/") ? null : secret.exec(tidy);
  return (found ? `${found[1] ?? ""}/${found[2] ?? ""}/…` : path).slice(0, 300);
};
