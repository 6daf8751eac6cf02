import { createHmac } from "node:crypto";
import { lookup } from "node:dns/promises";
import { request as httpRequest } from "node:http";
import { request as httpsRequest } from "node:https";
import ipaddr from "ipaddr.js";
import { setting } from "../settings/settings";
import { payloadOf } from "./webhook-body";
import type { DueDelivery } from "./webhooks";

/** Time limit of one attempt, including the DNS lookup and reading the answer, ms. */
const patience = 12_000;
/** Maximum that is read of an answer, bytes. Only its status counts. */
const mostAnswer = 64 * 1024;

const allowsPrivate = (): boolean => setting("WEBHOOKS_PRIVATE");

/** Whether an address is on the public internet: not loopback, private, link-local, reserved or mapped to one of these. */
export const isPublicAddress = (address: string): boolean => {
  if (!ipaddr.isValid(address)) return false;
  const parsed = ipaddr.process(address);
  return parsed.range() === "unicast";
};

export type WebhookUrl = { readonly ok: true; readonly url: string } | { readonly ok: false; readonly message: string };

/** Checks a webhook's address: http or https, without user name and password, not obviously private. */
export const webhookUrl = (text: string): WebhookUrl => {
  if (!URL.canParse(text) || text.length > 2000)
    return { ok: false, message: "must be an address like https://hooks.skerry.example/layouts" };
  const url = new URL(text);
  if (url.protocol !== "https:" && url.protocol !== "http:") return { ok: false, message: "must begin with https:// or http://" };
  if (url.username !== "" || url.password !== "") return { ok: false, message: "must hold no name and password" };
  const host = url.hostname.replace(/^\[|\]$/g, "");
  if (!allowsPrivate() && (host === "localhost" || host.endsWith(".localhost") || (ipaddr.isValid(host) && !isPublicAddress(host))))
    return { ok: false, message: "must not be a private address; this instance delivers to the open internet only" };
  return { ok: true, url: url.toString() };
};

/** The signature of a delivery: HMAC SHA-256 of "time.body" under the webhook's secret, in hexadecimal. */
export const signature = (secret: string, time: string, body: string): string =>
  createHmac("sha256", secret).update(`${time}.${body}`).digest("hex");

export type Attempt = { readonly delivered: boolean; readonly answer: string };

const connected = async (host: string, signal: AbortSignal): Promise<{ address: string } | null> => {
  if (ipaddr.isValid(host)) return { address: host };
  const aborted = new Promise<null>((resolve) => signal.addEventListener("abort", () => resolve(null), { once: true }));
  // An unknown name is reported as such, without the kind of error, which helps nobody.
  return Promise.race([lookup(host).catch(() => null), aborted]);
};

/**
 * Sends one delivery, within `within` ms. The host name is looked up once and the connection made to exactly that address,
 * so that a changing DNS answer cannot lead to a private one. Redirects are not followed. The status line counts as the
 * answer: at most `mostAnswer` bytes of the body are read, and we do not wait for the rest.
 */
export const attemptDelivery = async (
  { id, url: text, form, secret, event, body }: Omit<DueDelivery, "attempts">,
  within: number = patience,
): Promise<Attempt> => {
  const signal = AbortSignal.timeout(within);
  const url = new URL(text);
  const host = url.hostname.replace(/^\[|\]$/g, "");
  const found = await connected(host, signal);
  if (!found) return { delivered: false, answer: `the name ${host} is not known` };
  const { address } = found;
  if (!allowsPrivate() && !isPublicAddress(address))
    return { delivered: false, answer: "a private address: this instance does not deliver there" };
  const payload = payloadOf(form, { event, body });
  const time = String(Math.floor(Date.now() / 1000));
  return new Promise((resolve) => {
    /** The outcome once the status has arrived, whatever happens to the rest of the answer. */
    let answered: Attempt | null = null;
    const send = url.protocol === "https:" ? httpsRequest : httpRequest;
    const request = send(
      {
        host: address,
        servername: ipaddr.isValid(host) ? undefined : host,
        port: url.port || undefined,
        path: `${url.pathname}${url.search}`,
        method: "POST",
        agent: false,
        signal,
        headers: {
          Host: url.host,
          Connection: "close",
          "Content-Type": "application/json",
          "Content-Length": Buffer.byteLength(payload),
          "User-Agent": "Ypsiline",
          "X-Ypsiline-Event": event,
          "X-Ypsiline-Delivery": String(id),
          "X-Ypsiline-Time": time,
          "X-Ypsiline-Signature": `sha256=${signature(secret, time, payload)}`,
        },
      },
      (response) => {
        const status = response.statusCode ?? 0;
        const outcome: Attempt = { delivered: status >= 200 && status < 300, answer: `answered ${status}` };
        answered = outcome;
        let read = 0;
        response.on("data", (chunk: Buffer) => {
          read += chunk.length;
          if (read > mostAnswer) request.destroy();
        });
        response.on("close", () => resolve(outcome));
        response.on("error", () => resolve(outcome));
      },
    );
    request.on("error", (error: NodeJS.ErrnoException) =>
      resolve(
        answered ?? {
          delivered: false,
          answer: signal.aborted
            ? `no answer within ${within / 1000} seconds`
            : error.code === "ECONNREFUSED"
              ? "nothing listens there"
              : error.message.slice(0, 200),
        },
      ),
    );
    request.end(payload);
  });
};
