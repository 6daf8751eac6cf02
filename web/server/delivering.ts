import { createHmac } from "node:crypto";
import { lookup } from "node:dns/promises";
import { request as httpRequest } from "node:http";
import { request as httpsRequest } from "node:https";
import ipaddr from "ipaddr.js";
import { database, isConnectionFault, renewDatabase } from "./database";
import { listenTo } from "./live";
import { report } from "./report";
import { nextDue, noteAttempt, takeDue, type DueDelivery } from "./webhooks";

/** Seconds before each further attempt; after the last a delivery has failed. Times a tenth in the demo, which nobody waits an hour for. */
const backOff = [5, 30, 120, 600, 3600, 14_400] as const;
/** Longest that one attempt may take in all, looking the name up and reading the answer included, ms. */
const patience = 12_000;
/** Seconds another process leaves a delivery alone that this one has taken: well past the longest attempt. */
const lease = 60;
/** Most that is read of an answer, bytes; its status is all that counts. */
const mostAnswer = 64 * 1024;
/** Attempts that run at once in this process: one of each webhook, so that a slow receiver holds up itself alone. */
const atOnce = 64;

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

const connected = async (host: string, signal: AbortSignal): Promise<{ address: string } | null> => {
  if (ipaddr.isValid(host)) return { address: host };
  const aborted = new Promise<null>((resolve) => signal.addEventListener("abort", () => resolve(null), { once: true }));
  // A name that is not known is told as such; which error said so is of no use to anybody.
  return Promise.race([lookup(host).catch(() => null), aborted]);
};

/**
 * Sends one delivery, within `within` ms in all. The name is looked up once and the connection made to that very
 * address, so that a name that changes its mind cannot lead inside; redirects are not followed. A receiver has answered
 * once its status is there: of what it says besides, no more than `mostAnswer` is read and nothing waited for.
 */
export const attemptDelivery = async (
  { id, url: text, secret, event, body }: Omit<DueDelivery, "attempts">,
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
  const payload = JSON.stringify({ event, ...(body as object) });
  const time = String(Math.floor(Date.now() / 1000));
  return new Promise((resolve) => {
    /** The outcome of an answer whose status is there, whatever becomes of the rest of it. */
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

/** Seconds until the next attempt, by how many were made; null after the last. */
export const retryAfter = (attempts: number, pace = 1): number | null => {
  const seconds = backOff[attempts - 1];
  return seconds === undefined ? null : seconds * pace;
};

const pace = (): number => (process.env["DEMO"] === "1" ? 0.1 : 1);

/** Sends one delivery and notes how that went. */
const deliver = async (due: DueDelivery): Promise<void> => {
  const { delivered, answer } = await attemptDelivery(due);
  await noteAttempt(database(), due, { delivered, answer, retryIn: delivered ? null : retryAfter(due.attempts, pace()) });
};

/** Keeps delivering in this process: when something is queued, when a retry is due, and once a minute in any case. */
export const startDelivering = (): void => {
  const flying = new Set<Promise<void>>();
  let filling = false;
  let again = false;
  let timer: NodeJS.Timeout | undefined;
  const failed = (error: unknown): void => {
    // The queue is safe in the database; what was taken is due again when its lease ends.
    report("delivering to webhooks", error);
    if (isConnectionFault(error)) renewDatabase();
  };
  const fly = (due: DueDelivery): void => {
    const flight: Promise<void> = deliver(due)
      .catch(failed)
      .finally(() => {
        flying.delete(flight);
        void fill();
      });
    flying.add(flight);
  };
  const fill = async (): Promise<void> => {
    again = true;
    if (filling) return;
    filling = true;
    clearTimeout(timer);
    let wait = 5;
    try {
      while (again) {
        again = false;
        while (flying.size < atOnce) {
          const due = await takeDue(database(), lease);
          if (!due) break;
          fly(due);
        }
      }
      wait = Math.min(60, Math.max(0.2, (await nextDue(database())) ?? 60));
    } catch (error) {
      failed(error);
    }
    filling = false;
    timer = setTimeout(() => void fill(), wait * 1000);
    timer.unref();
  };
  listenTo("deliveries", () => void fill());
  void fill();
};
