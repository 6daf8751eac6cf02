import { renewDatabase } from "./database";
import { type Problem, problemResponse } from "./problem";
import { takeRequest } from "./rate-limit";

type Context<P> = { readonly params: Promise<P> };

/** The address a request came from, as the server saw it. */
export const addressOf = (headers: Headers): string => headers.get("x-ypsiline-address") ?? "unknown";

const isDown = (error: unknown): boolean =>
  typeof error === "object" &&
  error !== null &&
  "code" in error &&
  [
    "ECONNREFUSED",
    "ECONNRESET",
    "EPIPE",
    "CONNECT_TIMEOUT",
    "CONNECTION_CLOSED",
    "CONNECTION_DESTROYED",
    "CONNECTION_ENDED",
    "57P01",
    "57P02",
    "57P03",
  ].includes(String(error.code));

/** Longest that anything may take, ms: an upload over a slow line included. Statements end sooner by themselves. */
const patience = 45_000;
const tooLate = Symbol("too late");

/** What work comes to, or that it took too long; it is not waited for any further then. */
const inTime = <T>(work: Promise<T>): Promise<T | typeof tooLate> =>
  new Promise((resolve, reject) => {
    const timer = setTimeout(() => resolve(tooLate), patience);
    work.then(
      (value) => {
        clearTimeout(timer);
        resolve(value);
      },
      (error: unknown) => {
        clearTimeout(timer);
        reject(error instanceof Error ? error : new Error(String(error)));
      },
    );
  });

/** What has to be known of a request to answer it safely, whatever server it came in by. */
type Incoming = { readonly address: string; readonly method: string; readonly path: string; readonly aborted: () => boolean };

/**
 * Work around which nothing goes wrong unsaid: rate limit first; a database that does not answer is a fault that says
 * so. Anything else is a bug: a fault, and to the server's log without what was sent. Null where nobody waits any more.
 */
export const guarded = async <T>(
  { address, method, path, aborted }: Incoming,
  work: () => Promise<T | Problem>,
): Promise<T | Problem | null> => {
  const wait = takeRequest(address, Date.now());
  if (wait > 0)
    return {
      code: "too-many",
      detail: `Wait ${wait} ${wait === 1 ? "second" : "seconds"} before the next request.`,
      headers: { "Retry-After": String(wait) },
    };
  try {
    const done = await inTime(work());
    if (done !== tooLate) return done;
    renewDatabase();
    return { code: "unavailable", detail: "It took too long; try again in a moment.", headers: { "Retry-After": "2" } };
  } catch (error) {
    // A page that closes while it sends is no fault of anybody's, and nobody reads the answer.
    if (aborted() || (error instanceof Error && error.message === "aborted")) return null;
    if (isDown(error)) {
      renewDatabase();
      return { code: "unavailable", detail: "Try again in a moment.", headers: { "Retry-After": "2" } };
    }
    process.stderr.write(`${method} ${path}: ${error instanceof Error ? (error.stack ?? error.message) : "unknown"}\n`);
    return { code: "broken", detail: "This is a fault of Ypsiline's; what was saved is safe." };
  }
};

/** A route handler around a function, guarded; a fault it returns becomes a problem document. */
export const handler =
  <P = Record<string, never>>(work: (request: Request, params: P) => Promise<Response | Problem>) =>
  async (request: Request, context: Context<P>): Promise<Response> => {
    const incoming: Incoming = {
      address: addressOf(request.headers),
      method: request.method,
      path: new URL(request.url).pathname,
      aborted: () => request.signal.aborted,
    };
    const result = await guarded(incoming, async () => work(request, await context.params));
    if (result === null) return new Response(null, { status: 408 });
    return result instanceof Response ? result : problemResponse(result);
  };

/**
 * Whether a request that changes something comes from this site: browsers say the origin of every such
 * request, and a cookie alone is not taken as a person's will.
 */
export const fromElsewhere = (request: Request): Problem | null => {
  const origin = request.headers.get("origin");
  const host = request.headers.get("host");
  if (origin === null || (URL.canParse(origin) && new URL(origin).host === host)) return null;
  return { code: "forbidden", detail: "Requests that change something must come from this site." };
};
