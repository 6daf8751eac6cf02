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

/** Parts of addresses that let whoever has them in. */
const secrets = /^\/(join|password|sign-up|account\/email)\/[^/]+/;

/** An address as it may be logged: without its query, and without secrets in it. */
export const loggedPath = (url: string): string => (url.split("?")[0] ?? "").slice(0, 300).replace(secrets, "/$1/…");
