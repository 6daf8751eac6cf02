import { isConnectionFault, renewDatabase } from "../database/database";
import { type Problem, problemResponse } from "../http/problem";
import { report } from "../settings/report";
import { site } from "../settings/settings";

type Context<P> = { readonly params: Promise<P> };

/** The client address of a request (http/incoming.ts). */
export const addressOf = (headers: Headers): string => headers.get("x-ypsiline-address") ?? "unknown";

/** The host of a request, as the browser sent it (http/incoming.ts). */
const hostOf = (headers: Headers): string => headers.get("x-ypsiline-host") ?? "localhost";

/** Time limit of a request, ms, including an upload over a slow line. SQL statements have a shorter one. */
const patience = 45_000;
const tooLate = Symbol("too late");

/** The outcome of work, or that it took too long. */
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

/** What `guarded` needs to know about a request. */
type Incoming = { readonly method: string; readonly path: string; readonly aborted: () => boolean };

/**
 * Does work and reports every error. If the database does not answer, the answer says so. Any other error is a bug: it
 * is answered as one, and logged without what was sent. Null if the client has disconnected.
 */
export const guarded = async <T>({ method, path, aborted }: Incoming, work: () => Promise<T | Problem>): Promise<T | Problem | null> => {
  try {
    const done = await inTime(work());
    if (done !== tooLate) return done;
    // Only this request ends, nothing that others share.
    report(`${method} ${path}`, new Error(`no answer within ${patience / 1000} s`));
    return { code: "unavailable", detail: "It took too long; try again in a moment.", headers: { "Retry-After": "2" } };
  } catch (error) {
    // A page that closes while it is sending is not an error, and nobody reads the answer.
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

/** A guarded route handler. A problem that `work` returns becomes a problem document. */
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
 * Whether a request that changes something comes from another site. Browsers send the origin of every such request; a cookie
 * alone does not prove that its owner wants this.
 */
export const fromElsewhere = (request: Request): Problem | null => {
  const origin = request.headers.get("origin");
  const own = [new URL(site()).host, hostOf(request.headers)];
  if (origin === null || (URL.canParse(origin) && own.includes(new URL(origin).host))) return null;
  return { code: "forbidden", detail: "Requests that change something must come from this site." };
};
