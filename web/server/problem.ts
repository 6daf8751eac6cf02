import type { Issue } from "@ypsiline/core";

/** What can go wrong with a request, by one name each. */
export type ProblemCode =
  | "malformed"
  | "signed-out"
  | "forbidden"
  | "not-found"
  | "only-read"
  | "method"
  | "conflict"
  | "too-large"
  | "wrong-type"
  | "unprocessable"
  | "too-slow"
  | "too-many"
  | "broken"
  | "busy"
  | "unavailable";

const meaning: Readonly<Record<ProblemCode, { readonly status: number; readonly title: string }>> = {
  malformed: { status: 400, title: "The request is malformed" },
  "signed-out": { status: 401, title: "Sign in first" },
  forbidden: { status: 403, title: "Your role does not allow this" },
  "not-found": { status: 404, title: "There is nothing here" },
  "only-read": { status: 405, title: "This is only read here" },
  method: { status: 405, title: "This method is not allowed here" },
  conflict: { status: 409, title: "Somebody else was faster" },
  "too-large": { status: 413, title: "The request is too large" },
  "wrong-type": { status: 415, title: "The content type is not one that is read here" },
  unprocessable: { status: 422, title: "The request cannot be worked with" },
  "too-slow": { status: 408, title: "The request came too slowly" },
  "too-many": { status: 429, title: "Too many requests" },
  broken: { status: 500, title: "Something broke on the server" },
  busy: { status: 503, title: "Too much is being worked on" },
  unavailable: { status: 503, title: "The database does not answer" },
};

/** A fault as data; `problemResponse` makes the RFC 9457 document of it. */
export type Problem = {
  readonly code: ProblemCode;
  readonly detail: string;
  /** Path of each fault in what was sent. */
  readonly issues?: readonly Issue[];
  /** Members beside the standard ones. */
  readonly more?: Readonly<Record<string, unknown>>;
  /** Further members, as a JSON object that is text already. */
  readonly text?: string;
  readonly headers?: Readonly<Record<string, string>>;
};

/** The problem document (RFC 9457, application/problem+json) of a fault, with the id its request has in the log. */
export const problemResponse = ({ code, detail, issues, more, text, headers }: Problem, request = ""): Response => {
  const { status, title } = meaning[code];
  const body = JSON.stringify({
    type: `/problems/${code}`,
    title,
    status,
    detail,
    ...(issues ? { errors: issues } : {}),
    ...(request === "" ? {} : { request }),
    ...more,
  });
  return new Response(text === undefined ? body : `${body.slice(0, -1)},${text.slice(1)}`, {
    status,
    headers: { "Content-Type": "application/problem+json", "Cache-Control": "no-store", ...headers },
  });
};
