import type { IncomingMessage, ServerResponse } from "node:http";
import { guarded } from "./handler";
import { answerProblem } from "./front";
import { publishedFile } from "./published-file";
import { cookieIn } from "./requested-file";
import { sessionCookie } from "./sign-in";
import { bearerIn } from "./tokens";

/** Addresses of files of published versions: the ones that builds and pages everywhere ask for, again and again. */
const published = /^\/api\/v1\/specs\/([a-z][a-z0-9-]{0,59})\/([a-z][a-z0-9-]{0,59})\/([\w.-]{1,40})(?:\/([\w.@-]{1,120}))?(?:\?([^#]*))?$/;

/** Files run nothing and load nothing. */
const always = { "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'; img-src data:" };

/**
 * Answers what is asked for most, ahead of the framework and by the very function its own route calls: the framework
 * takes several times as long to come to that function as the function takes. False where it is not such a request.
 */
export const answerAhead = (request: IncomingMessage, response: ServerResponse): boolean => {
  const found = request.method === "GET" ? published.exec(request.url ?? "") : null;
  if (!found) return false;
  const [path, team = "", spec = "", version = "", file = "layout.json", search = ""] = found;
  const { cookie = null, authorization = null, "if-none-match": ifNoneMatch = null } = request.headers;
  const incoming = {
    method: "GET",
    path: path.split("?")[0] ?? "",
    aborted: () => request.destroyed,
  };
  const credentials = { session: cookieIn(cookie, sessionCookie), bearer: bearerIn(authorization) };
  void guarded(incoming, () =>
    publishedFile({
      team,
      spec,
      version,
      file,
      search: new URLSearchParams(search),
      ifNoneMatch,
      credentials,
      address: String(request.headers["x-ypsiline-address"] ?? "unknown"),
    }),
  ).then(async (answer) => {
    if (answer === null) return response.destroy();
    if ("status" in answer) {
      const { status, headers, body } = answer;
      const length = body === null ? {} : { "Content-Length": Buffer.byteLength(body) };
      return response.writeHead(status, { ...always, ...headers, ...length }).end(body ?? undefined);
    }
    return answerProblem(response, answer);
  });
  return true;
};
