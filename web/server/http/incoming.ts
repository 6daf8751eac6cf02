import { randomBytes, randomUUID } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import ipaddr from "ipaddr.js";
import { type Problem, problemResponse } from "./problem";
import { takeRequest } from "./rate-limit";
import { setting, site } from "../settings/settings";

/** The number of proxies before this server that are trusted about a request's origin (TRUST_PROXY, default 0). */
const trustedProxies = (): number => setting("TRUST_PROXY");

/** The last `count` entries of a forwarding header, which each proxy adds to at its end; the first of these is the farthest believed. */
const believed = (header: string | string[] | undefined, count: number): string | null => {
  const entries = (Array.isArray(header) ? header.join(",") : (header ?? "")).split(",").map((one) => one.trim());
  return count > 0 ? (entries.slice(-count)[0] ?? null) : null;
};

/**
 * The address that a request is counted under: the one seen by the farthest trusted proxy, or the other end of the
 * connection. An IPv6 address counts as its /64, which belongs to one household or machine.
 */
export const clientAddress = (socket: string, forwarded: string | string[] | undefined, proxies: number): string => {
  const said = believed(forwarded, proxies);
  const address = said !== null && ipaddr.isValid(said) ? said : socket;
  if (!ipaddr.isValid(address)) return "unknown";
  const parsed = ipaddr.process(address);
  if (parsed.kind() === "ipv4") return parsed.toString();
  return `${ipaddr.IPv6.networkAddressFromCIDR(`${parsed.toString()}/64`).toString()}/64`;
};

const isHttps = (): boolean => site().startsWith("https:");

const hostPattern = /^[a-z0-9.-]{1,253}(:\d{1,5})?$|^\[[0-9a-f:.]{2,45}\](:\d{1,5})?$/i;

/**
 * The host that the browser requested, which trusted proxies may state. It is only compared with the page a request
 * comes from (`fromElsewhere`), and never used in a link.
 */
export const hostOf = (headers: IncomingMessage["headers"], proxies: number): string => {
  const forwarded = believed(headers["x-forwarded-host"], proxies);
  return ([forwarded, headers.host].find((one) => one && hostPattern.test(one)) ?? "localhost").toLowerCase();
};

/** Longest address with its query. */
const longest = 8_000;

/** Whether an address can be read as text that may be stored: well-formed %-encoding of UTF-8, no U+0000. */
const unreadable = (url: string): string | null => {
  if (url.length > longest) return `The address may be at most ${longest.toLocaleString("en")} characters.`;
  try {
    // A plus means a space in queries; an invalid percent encoding is refused, because browsers never send one.
    return decodeURIComponent(url).includes("\0") ? "The address must not hold the character U+0000." : null;
  } catch {
    return "The address must be UTF-8, %-encoded where it needs to be.";
  }
};

/** What is sent with every answer, whatever it is. */
const always = (https: boolean): Readonly<Record<string, string>> => ({
  "X-Content-Type-Options": "nosniff",
  "Referrer-Policy": "same-origin",
  "X-Frame-Options": "SAMEORIGIN",
  ...(https ? { "Strict-Transport-Security": "max-age=31536000" } : {}),
});

/** What is sent with files: they run nothing, and load nothing but a stylesheet beside them. */
const file = { "Content-Security-Policy": "default-src 'none'; style-src 'self' 'unsafe-inline'; img-src data:" };
const fileSafety = { http: { ...always(false), ...file }, https: { ...always(true), ...file } };
export const fileHeaders = (): Readonly<Record<string, string>> => fileSafety[isHttps() ? "https" : "http"];

/** While somebody works on the application, the framework's own scripts evaluate code; never in a build. */
const evaluated = process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : "";

/** What is sent with pages; scripts run by their nonce alone. */
const safetyHeaders = (nonce: string, https: boolean): Readonly<Record<string, string>> => ({
  ...always(https),
  "Content-Security-Policy": `default-src 'self'; script-src 'self' 'nonce-${nonce}'${evaluated}; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; worker-src 'self' blob:; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'self'`,
});

/** Answers a plain Node response with a problem document. */
export const answerProblem = async (request: IncomingMessage, response: ServerResponse, problem: Problem): Promise<void> => {
  const answer = problemResponse(problem, String(request.headers["x-ypsiline-request"] ?? ""));
  response.writeHead(answer.status, { ...fileHeaders(), ...Object.fromEntries(answer.headers) }).end(await answer.text());
};

/** Puts on a response what pages are sent with, before the framework answers. */
export const safeguard = (request: IncomingMessage, response: ServerResponse): void => {
  const nonce = randomBytes(16).toString("base64");
  const safety = safetyHeaders(nonce, isHttps());
  for (const [name, value] of Object.entries(safety)) response.setHeader(name, value);
  // The framework puts the nonce of this header on its own scripts.
  request.headers["content-security-policy"] = safety["Content-Security-Policy"];
};

/**
 * The first check of every request: its sender, whether its address can be decoded, and whether the sender has sent too
 * much. Route handlers read sender and host from headers that only this sets. Null if the request may continue.
 */
export const receive = (request: IncomingMessage): Problem | null => {
  const proxies = trustedProxies();
  const address = clientAddress(request.socket.remoteAddress ?? "unknown", request.headers["x-forwarded-for"], proxies);
  request.headers["x-ypsiline-request"] = randomUUID();
  request.headers["x-ypsiline-address"] = address;
  request.headers["x-ypsiline-path"] = request.url ?? "/";
  request.headers["x-ypsiline-host"] = hostOf(request.headers, proxies);
  const wait = takeRequest(address, performance.now());
  if (wait > 0)
    return {
      code: "too-many",
      detail: `Wait ${wait} ${wait === 1 ? "second" : "seconds"} before the next request.`,
      headers: { "Retry-After": String(wait) },
    };
  // Neither is asked for by a browser or a client of ours; TRACE would send cookies back.
  if (request.method === "TRACE" || request.url === "*")
    return { code: "method", detail: `${request.method ?? ""} is not answered here.`, headers: { Allow: "GET, HEAD, POST, OPTIONS" } };
  const unread = unreadable(request.url ?? "");
  return unread === null ? null : { code: "malformed", detail: unread };
};
