import type { IncomingMessage, ServerResponse } from "node:http";
import { routes } from "@/wire/routes";
import { openApi } from "./openapi";
import type { Problem } from "./problem";
import { forAnySite } from "./file-response";

/** An address of the API: its pattern, the methods it answers, and whether pages of any site may call it. */
type Served = { readonly path: string; readonly pattern: RegExp; readonly methods: readonly string[]; readonly forPrograms: boolean };

const patternOf = (path: string): RegExp => new RegExp(`^${path.replace(/[.]/g, "\\.").replace(/\{[^}]+\}|:[a-zA-Z]+/g, "[^/]+")}$`);

/** Every address of both APIs, from the lists that describe them. Those that work with specs are for no other site's pages. */
const served: readonly Served[] = (() => {
  const own = new Map<string, string[]>();
  for (const name of Object.keys(routes)) {
    const [method = "", path = ""] = name.split(" ");
    own.set(path, [...(own.get(path) ?? []), method]);
  }
  const described = Object.entries(openApi()["paths"] as Record<string, object>)
    .filter(([path]) => !own.has(`/api/v1${path.replace(/\{(\w+)\}/g, ":$1")}`))
    .map(([path, methods]): Served => ({
      path,
      pattern: patternOf(`/api/v1${path}`),
      methods: Object.keys(methods).map((method) => method.toUpperCase()),
      forPrograms: true,
    }));
  const pages = [...own].map(([path, methods]): Served => ({ path, pattern: patternOf(path), methods, forPrograms: false }));
  return [
    ...described,
    { path: "/api/v1/openapi.json", pattern: patternOf("/api/v1/openapi.json"), methods: ["GET"], forPrograms: true },
    ...pages,
  ];
})();

const namesIn = ({ path }: Served): number => path.split(/\{|:/).length - 1;

const pathOf = ({ url }: IncomingMessage): string => (url ?? "/").split("?", 1)[0] ?? "/";

/**
 * Handles the method of a request to one of the APIs. OPTIONS is answered here, including preflight requests (CORS). A method
 * that the address does not answer is refused with those that it does. Addresses that compute and store nothing are open to
 * any site; published files send their own headers. Returns true if the request has been answered.
 */
export const answerMethod = (request: IncomingMessage, response: ServerResponse): Problem | boolean => {
  const path = pathOf(request);
  if (!path.startsWith("/api/")) return false;
  const matching = served.filter(({ pattern }) => pattern.test(path));
  if (matching.length === 0) return false;
  // "draft" is no version: an address with fewer names in its pattern comes first.
  const fewest = Math.min(...matching.map(namesIn));
  const all = matching.filter((one) => namesIn(one) === fewest);
  const methods = [...new Set(all.flatMap((one) => one.methods))];
  const allow = [...methods, ...(methods.includes("GET") ? ["HEAD"] : []), "OPTIONS"].join(", ");
  const forPrograms = all.some((one) => one.forPrograms);
  const method = request.method ?? "GET";
  if (forPrograms && (methods.includes("POST") || path.endsWith("/openapi.json")))
    for (const [name, value] of Object.entries(forAnySite)) response.setHeader(name, value);
  if (method === "OPTIONS") {
    response.writeHead(204, {
      Allow: allow,
      ...(forPrograms
        ? {
            ...forAnySite,
            "Access-Control-Allow-Methods": allow,
            "Access-Control-Allow-Headers": "Content-Type, If-None-Match",
            "Access-Control-Max-Age": "86400",
          }
        : {}),
    });
    response.end();
    return true;
  }
  if (methods.includes(method) || (method === "HEAD" && methods.includes("GET"))) return false;
  return { code: "method", detail: `${method} is not answered at ${path}; ${allow} are.`, headers: { Allow: allow } };
};
