import { createHmac } from "node:crypto";
import { lookup } from "node:dns/promises";
import { request as httpRequest } from "node:http";
import { request as httpsRequest } from "node:https";
import ipaddr from "ipaddr.js";
import { database, renewDatabase } from "./database";
import { listenTo } from "./live";
import { nextDue, noteAttempt, takeDue, type DueDelivery } from "./webhooks";

/** Seconds before each further attempt; after the last a delivery has failed. Times a tenth in the demo, which nobody waits an hour for. */
const backOff = [5, 30, 120, 600, 3600, 14_400] as const;
/** Longest wait for a receiver, ms. */
const patience = 10_000;
/** Seconds another process leaves a delivery alone that this one has taken. */
const lease = 60;

const allowsPrivate = (): boolean => process.env["WEBHOOKS_PRIVATE"] === "1";

/** Whether an address is of the open internet: not loopback, private, link-local, reserved or mapped to one of these. */
export const isPublicAddress = (address: string): boolean => {
  if (!ipaddr.isValid(address)) return false;
  const parsed = ipaddr.process(address);
  return parsed.range() === "unicast";
};

export type WebhookUrl = { readonly ok: true; readonly url: string } | { readonly ok: false; readonly message: string };

/** Looks at an address to deliver to before it is taken: http or https, no name and password in it, not plainly private. */
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

type Attempt = { readonly delivered: boolean; readonly answer: string };

/**
 * Sends one delivery. The name is looked up once and the connection made to that very address, so that a name that
 * changes its mind cannot lead inside; redirects are not followed.
 */
const attempt = async ({ id, url: text, secret, event, body }: DueDelivery): Promise<Attempt> => {
  const url = new URL(text);
  const host = url.hostname.replace(/^\[|\]$/g, "");
  let address = host;
  try {
    if (!ipaddr.isValid(host)) address = (await lookup(host)).address;
  } catch {
    return { delivered: false, answer: `the name ${host} is not known` };
  }
  if (!allowsPrivate() && !isPublicAddress(address))
    return { delivered: false, answer: "a private address: this instance does not deliver there" };
  const payload = JSON.stringify({ event, ...(body as object) });
  const time = String(Math.floor(Date.now() / 1000));
  return new Promise((resolve) => {
    const send = url.protocol === "https:" ? httpsRequest : httpRequest;
    const request = send(
      {
        host: address,
        servername: ipaddr.isValid(host) ? undefined : host,
        port: url.port || undefined,
        path: `${url.pathname}${url.search}`,
        method: "POST",
        timeout: patience,
        headers: {
          Host: url.host,
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
        response.resume();
        response.on("end", () => resolve({ delivered: status >= 200 && status < 300, answer: `answered ${status}` }));
        response.on("error", () => resolve({ delivered: false, answer: "the answer broke off" }));
      },
    );
    request.on("timeout", () => request.destroy(new Error("no answer within 10 seconds")));
    request.on("error", (error: NodeJS.ErrnoException) =>
      resolve({ delivered: false, answer: error.code === "ECONNREFUSED" ? "nothing listens there" : error.message.slice(0, 200) }),
    );
    request.end(payload);
  });
};

/** Seconds until the next attempt, by how many were made; null after the last. */
export const retryAfter = (attempts: number, pace = 1): number | null => {
  const seconds = backOff[attempts - 1];
  return seconds === undefined ? null : seconds * pace;
};

const pace = (): number => (process.env["DEMO"] === "1" ? 0.1 : 1);

/** Delivers everything that is due, one after the other. */
const deliverDue = async (): Promise<void> => {
  const sql = database();
  for (let due = await takeDue(sql, lease); due; due = await takeDue(sql, lease)) {
    const { delivered, answer } = await attempt(due);
    await noteAttempt(sql, due.id, { delivered, answer, retryIn: delivered ? null : retryAfter(due.attempts, pace()) });
  }
};

/** Keeps delivering in this process: when something is queued, when a retry is due, and once a minute in any case. */
export const startDelivering = (): void => {
  let running = false;
  let again = false;
  let timer: NodeJS.Timeout | undefined;
  const run = async (): Promise<void> => {
    if (running) {
      again = true;
      return;
    }
    running = true;
    clearTimeout(timer);
    let wait: number;
    try {
      do {
        again = false;
        // Several at a time, so that a slow receiver does not hold up the others.
        await Promise.all([deliverDue(), deliverDue(), deliverDue(), deliverDue()]);
      } while (again);
      wait = Math.min(60, Math.max(0.2, (await nextDue(database())) ?? 60));
    } catch {
      // The database is away; the queue is safe in it.
      renewDatabase();
      wait = 5;
    }
    running = false;
    timer = setTimeout(() => void run(), wait * 1000);
    timer.unref();
  };
  listenTo("deliveries", () => void run());
  void run();
};
