import type { Issue } from "@ypsiline/core";

/** A problem document as the application's own requests meet it; status 0 when nothing answered. */
export type Fault = {
  readonly status: number;
  readonly detail: string;
  readonly issues: readonly Issue[];
  readonly body: Readonly<Record<string, unknown>>;
};

export type Answer<T> = { readonly ok: true; readonly value: T; readonly status: number } | { readonly ok: false; readonly fault: Fault };

/** Longest wait for an answer, ms. */
const patience = 20_000;

/** Sends JSON to this application and reads its answer; every kind of failure comes back as data. */
export const send = async <T>(path: string, init: { method: "GET" | "POST"; body?: unknown; keepalive?: boolean }): Promise<Answer<T>> => {
  try {
    const response = await fetch(path, {
      method: init.method,
      keepalive: init.keepalive,
      signal: AbortSignal.timeout(patience),
      ...(init.body === undefined ? {} : { body: JSON.stringify(init.body), headers: { "Content-Type": "application/json" } }),
    });
    const text = await response.text();
    const body = (text === "" ? {} : JSON.parse(text)) as Record<string, unknown>;
    if (response.ok) return { ok: true, value: body as T, status: response.status };
    const issues = Array.isArray(body["errors"]) ? (body["errors"] as Issue[]) : [];
    return { ok: false, fault: { status: response.status, detail: String(body["detail"] ?? "Something went wrong."), issues, body } };
  } catch {
    return { ok: false, fault: { status: 0, detail: "The server does not answer.", issues: [], body: {} } };
  }
};
