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

/**
 * A route handler around a function: rate limit first; a fault it returns becomes a problem document; a
 * database that does not answer is 503. Anything else is a bug: 500, and to the server's log without what was sent.
 */
export const handler =
  <P = Record<string, never>>(work: (request: Request, params: P) => Promise<Response | Problem>) =>
  async (request: Request, context: Context<P>): Promise<Response> => {
    const wait = takeRequest(addressOf(request.headers), Date.now());
    if (wait > 0)
      return problemResponse({
        code: "too-many",
        detail: `Wait ${wait} ${wait === 1 ? "second" : "seconds"} before the next request.`,
        headers: { "Retry-After": String(wait) },
      });
    try {
      const result = await work(request, await context.params);
      return result instanceof Response ? result : problemResponse(result);
    } catch (error) {
      // A page that closes while it sends is no fault of anybody's, and nobody reads the answer.
      if (request.signal.aborted || (error instanceof Error && error.message === "aborted")) return new Response(null, { status: 408 });
      if (isDown(error)) return problemResponse({ code: "unavailable", detail: "Try again in a moment.", headers: { "Retry-After": "2" } });
      process.stderr.write(
        `${request.method} ${new URL(request.url).pathname}: ${error instanceof Error ? (error.stack ?? error.message) : "unknown"}\n`,
      );
      return problemResponse({ code: "broken", detail: "This is a fault of Ypsiline's; what was saved is safe." });
    }
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
