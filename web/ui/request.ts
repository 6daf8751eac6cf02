import type { Issue } from "@ypsiline/core";
import type { ConflictOf, GetKey, PathValues, PostKey, RouteKey, Sent, Told } from "@/wire/routes";

/** A problem document as the application's own requests meet it; status 0 when this server did not answer. */
type Fault<Conflict = unknown> = {
  readonly status: number;
  readonly detail: string;
  readonly issues: readonly Issue[];
  /** What a 409 carries, as `wire/routes.ts` says; null otherwise. */
  readonly conflict: Conflict | null;
};

export type Answer<T, Conflict = unknown> =
  { readonly ok: true; readonly value: T; readonly status: number } | { readonly ok: false; readonly fault: Fault<Conflict> };

/** Longest wait for an answer, ms. */
const patience = 20_000;

/** The path of a route with its names filled in. */
export const pathOf = (key: RouteKey, params: Readonly<Record<string, string | number>>): string =>
  key.slice(key.indexOf("/")).replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])));

const nobody = (detail: string): { readonly ok: false; readonly fault: Fault<never> } => ({
  ok: false,
  fault: { status: 0, detail, issues: [], conflict: null },
});

/** The members of a JSON answer; null if it is not JSON, for example from a proxy. */
const membersOf = (text: string): Readonly<Record<string, unknown>> | null => {
  try {
    const read: unknown = text === "" ? {} : JSON.parse(text);
    return typeof read === "object" && read !== null ? (read as Readonly<Record<string, unknown>>) : null;
  } catch {
    return null;
  }
};

const request = async <T, Conflict>(path: string, init: RequestInit): Promise<Answer<T, Conflict>> => {
  try {
    const response = await fetch(path, { ...init, signal: AbortSignal.timeout(patience) });
    const body = membersOf(await response.text());
    if (!body) {
      const came = `${response.status} ${response.statusText}`.trim();
      return nobody(`Something between this page and the server answered in its stead: ${came}.`);
    }
    if (response.ok) return { ok: true, value: body as T, status: response.status };
    const issues = Array.isArray(body["errors"]) ? (body["errors"] as Issue[]) : [];
    const detail = typeof body["detail"] === "string" ? body["detail"] : "Something went wrong.";
    const conflict = response.status === 409 ? (body as Conflict) : null;
    return { ok: false, fault: { status: response.status, detail, issues, conflict } };
  } catch {
    return nobody("The server does not answer.");
  }
};

/** Sends something to a route of this application and reads its answer; every kind of failure comes back as data. */
export const send = <Key extends PostKey>(
  key: Key,
  params: PathValues<Key>,
  body: Sent<Key>,
  { keepalive = false }: { readonly keepalive?: boolean } = {},
): Promise<Answer<Told<Key>, ConflictOf<Key>>> =>
  request(pathOf(key, params), {
    method: "POST",
    keepalive,
    body: JSON.stringify(body),
    headers: { "Content-Type": "application/json" },
  });

/** Asks a route of this application for something. */
export const ask = <Key extends GetKey>(
  key: Key,
  params: PathValues<Key>,
  query: Readonly<Record<string, string>> = {},
): Promise<Answer<Told<Key>>> => {
  const asked = new URLSearchParams(query).toString();
  return request(pathOf(key, params) + (asked === "" ? "" : `?${asked}`), { method: "GET" });
};
