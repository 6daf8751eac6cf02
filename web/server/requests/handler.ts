import { isConnectionFault, renewDatabase } from "../database/database";
import { type Problem, problemResponse } from "../http/problem";
import { report } from "../settings/report";
import { site } from "../settings/settings";

type Context<P> = { readonly params: Promise<P> };

/** The address a request came from, as the server saw it (front.ts). */
export const addressOf = (headers: Headers): string => headers.get("x-ypsiline-address") ?? "unknown";

/** The host a request was made to, as the browser has it (front.ts). */
const hostOf = (headers: Headers): string => headers.get("x-ypsiline-host") ?? "localhost";

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
type Incoming = { readonly method: string; readonly path: string; readonly aborted: () => boolean };

/**
 * Work around which nothing goes wrong unsaid: a database that does not answer is a fault that says
 * so. Anything else is a bug: a fault, and to the server's log without what was sent. Null where nobody waits any more.
 */
export const guarded = async <T>({ method, path, aborted }: Incoming, work: () => Promise<T | Problem>): Promise<T | Problem | null> => {
  try {
    const done = await inTime(work());
    if (done !== tooLate) return done;
    // The request ends, and nothing that others share with it.
    report(`${method} ${path}`, new Error(`no answer within ${patience / 1000} s`));
    return { code: "unavailable", detail: "It took too long; try again in a moment.", headers: { "Retry-After": "2" } };
  } catch (error) {
    // A page that closes while it sends is no fault of anybody's, and nobody reads the answer.
    if (aborted() || (error instanceof Error && error.message === "aborted")) return null;
    if (isConnectionFault(error)) {
      report(`${method} ${path}`, error);
      renewDatabase();
      return { code: "unavailable", detail: "Try again in a moment.", headers: { "Retry-After": "2" } };
    }
    report(`${method} ${path}`, error);
    return { code: "broken", detail: "This is a fault of Ypsiline's; what was saved is safe." };
  }
};

/** A route handler around a function, guarded; a fault it returns becomes a problem document. */
export const handler =
  <P = Record<string, never>>(work: (request: Request, params: P) => Promise<Response | Problem>) =>
  async (request: Request, context: Context<P>): Promise<Response> => {
    const incoming: Incoming = {
      method: request.method,
      path: new URL(request.url).pathname,
      aborted: () => request.signal.aborted,
    };
    const result = await guarded(incoming, async () => work(request, await context.params));
    if (result === null) return new Response(null, { status: 408 });
    return result instanceof Response ? result : problemResponse(result, request.headers.get("x-ypsiline-request") ?? "");
  };

/**
 * Whether a request that changes something comes from this site: browsers say the origin of every such
 * request, and a cookie alone is not taken as a person's will.
 */
export const fromElsewhere = (request: Request): Problem | null => {
  const origin = request.headers.get("origin");
  const own = [new URL(site()).host, hostOf(request.headers)];
  if (origin === null || (URL.canParse(origin) && own.includes(new URL(origin).host))) return null;
  return { code: "forbidden", detail: "Requests that change something must come from this site." };
};
