import type { IncomingMessage, ServerResponse } from "node:http";
import { guarded } from "../requests/handler";
import { answerProblem, fileHeaders } from "../http/incoming";
import { publishedFile } from "../requests/published-file";
import { cookieIn } from "../http/cookies";
import type { Problem } from "../http/problem";
import { registryPath } from "../registry/address";
import { registryAnswer } from "../registry/registry";
import { site } from "../settings/settings";
import { sessionCookie } from "../identity/sign-in";
import { bearerIn } from "../identity/tokens";
import type { Answer } from "../http/file-response";

/** Addresses of files of published versions, which builds and pages request most. */
const published =
  /^\/api\/v1\/specs\/([a-z][a-z0-9-]{0,59})\/([a-z][a-z0-9-]{0,59})\/(latest|\d[\w.-]{0,39})(?:\/([\w.@-]{1,120}))?(?:\?([^#]*))?$/;

/** Sends an answer; null if the client has disconnected. */
const send = async (request: IncomingMessage, response: ServerResponse, answer: Answer | Problem | null): Promise<void> => {
  if (answer === null) return void response.destroy();
  if (!("status" in answer)) return answerProblem(request, response, answer);
  const { status, headers, body } = answer;
  const length = body === null ? {} : { "Content-Length": Buffer.byteLength(body) };
  response.writeHead(status, { ...fileHeaders(), ...headers, ...length }).end(body ?? undefined);
};

/** Answers a request to the registry; its body is not read. False if it is not one. */
const answerRegistry = (request: IncomingMessage, response: ServerResponse): boolean => {
  const [path = ""] = (request.url ?? "").split("?");
  if (path !== registryPath && !path.startsWith(`${registryPath}/`)) return false;
  const { authorization = null, accept = "", "if-none-match": ifNoneMatch = null } = request.headers;
  const { method = "GET" } = request;
  const incoming = { method, path, aborted: () => request.destroyed };
  // Clients that publish send the whole package before they read the answer.
  if (method !== "GET" && method !== "HEAD") request.resume();
  const asked = {
    method,
    path: path.slice(registryPath.length),
    accept,
    ifNoneMatch,
    bearer: bearerIn(authorization),
    shown: authorization !== null,
    origin: site(),
    address: String(request.headers["x-ypsiline-address"] ?? "unknown"),
  };
  void guarded(incoming, () => registryAnswer(asked)).then((answer) =>
    // Registry clients show the member `error` of what they are refused with.
    send(request, response, answer !== null && "code" in answer ? { ...answer, more: { ...answer.more, error: answer.detail } } : answer),
  );
  return true;
};

/**
 * Answers the most frequent requests before the framework, with the same function that the framework's route calls: the
 * framework takes several times as long to get there as the function itself. False for other requests.
 */
export const answerBeforeFramework = (request: IncomingMessage, response: ServerResponse): boolean => {
  if (answerRegistry(request, response)) return true;
  const found = request.method === "GET" ? published.exec(request.url ?? "") : null;
  if (!found) return false;
  const [path, team = "", spec = "", version = "", file = "layout.json", search = ""] = found;
  const { cookie = null, authorization = null, "if-none-match": ifNoneMatch = null } = request.headers;
  const incoming = {
    method: "GET",
    path: path.split("?")[0] ?? "",
    aborted: () => request.destroyed,
  };
  const credentials = { session: cookieIn(cookie, sessionCookie()), bearer: bearerIn(authorization) };
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
  ).then((answer) => send(request, response, answer));
  return true;
};
