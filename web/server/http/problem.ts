import type { Issue } from "@ypsiline/core";

/** The kinds of problem a request can have. */
export type ProblemCode =
  | "malformed"
  | "signed-out"
  | "forbidden"
  | "not-found"
  | "only-read"
  | "method"
  | "conflict"
  | "moved-on"
  | "if-match"
  | "too-large"
  | "wrong-type"
  | "unprocessable"
  | "too-slow"
  | "too-many"
  | "broken"
  | "busy"
  | "unavailable";

/** A kind of problem: its status, its title, and what its page says about the cause and the remedy. */
type ProblemKind = { readonly status: number; readonly title: string; readonly about: string };

export const problemKinds: Readonly<Record<ProblemCode, ProblemKind>> = {
  malformed: {
    status: 400,
    title: "The request is malformed",
    about: "The address or the body cannot be read. Each entry of errors names a place and says what would be right there.",
  },
  "signed-out": {
    status: 401,
    title: "Sign in first",
    about:
      "This is for members of a team, or for an access token that is sent as Authorization: Bearer. A session may have ended, a token may have been revoked.",
  },
  forbidden: {
    status: 403,
    title: "Your role does not allow this",
    about: "You are signed in, but your role in the team does not allow this, or the request came from another site.",
  },
  "not-found": {
    status: 404,
    title: "There is nothing here",
    about: "There is nothing at this address, or nothing that you may see. Both get the same answer.",
  },
  "only-read": {
    status: 405,
    title: "This is only read here",
    about: "Packages are published from a spec. A package manager reads them and publishes none.",
  },
  method: {
    status: 405,
    title: "This method is not allowed here",
    about: "The address is answered to other methods. The header Allow names them.",
  },
  conflict: {
    status: 409,
    title: "Somebody else changed this first",
    about:
      "What the request was for has changed in the meantime. The answer holds the current state: apply the change to it and send it again.",
  },
  "moved-on": {
    status: 412,
    title: "The draft has changed since that revision",
    about:
      "Others have changed the same numbers since the revision in If-Match, so nothing was written. The answer holds the draft as it is, and each number with both values. Decide on one, and send it again with the revision of the answer.",
  },
  "if-match": {
    status: 428,
    title: "Say which revision this was made from",
    about:
      "A draft is only replaced by something that was made from one of its revisions, so that no change of others is lost. Send the ETag of the draft you began with as If-Match.",
  },
  "too-large": {
    status: 413,
    title: "The request is too large",
    about: "The body is larger than is read at this address. The detail names the limit.",
  },
  "wrong-type": {
    status: 415,
    title: "This content type is not accepted here",
    about: "Send the body as the type that the detail names, as a rule application/json.",
  },
  unprocessable: {
    status: 422,
    title: "The request cannot be processed",
    about:
      "The request was read, but it asks for something that is not possible. Each entry of errors names a place and says what would be right.",
  },
  "too-slow": {
    status: 408,
    title: "The request came too slowly",
    about: "The body did not arrive in time. Send it again, over a faster connection if there is one.",
  },
  "too-many": {
    status: 429,
    title: "Too many requests",
    about: "There were too many requests from this client. Retry-After says after how many seconds to try again.",
  },
  broken: {
    status: 500,
    title: "Something broke on the server",
    about:
      "This is a fault of Ypsiline. What was saved is safe. Whoever runs this server finds the request in its log by the id in request.",
  },
  busy: {
    status: 503,
    title: "The server is busy",
    about: "Too many other requests are waiting. Retry-After says after how many seconds to try again.",
  },
  unavailable: {
    status: 503,
    title: "The database does not answer",
    about: "The server runs, its database does not answer. Send the request again in a moment.",
  },
};

/** A fault as data; `problemResponse` makes the RFC 9457 document of it. */
export type Problem = {
  readonly code: ProblemCode;
  readonly detail: string;
  /** Path of each fault in what was sent. */
  readonly issues?: readonly Issue[];
  /** Members in addition to the standard ones. */
  readonly more?: Readonly<Record<string, unknown>>;
  /** Further members, as the text of a JSON object. */
  readonly text?: string;
  readonly headers?: Readonly<Record<string, string>>;
};

/** The problem document (RFC 9457, application/problem+json) of a fault, with the id of its request in the log. */
export const problemResponse = ({ code, detail, issues, more, text, headers }: Problem, request = ""): Response => {
  const { status, title } = problemKinds[code];
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
    headers: {
      "Content-Type": "application/problem+json",
      "Cache-Control": "no-store",
      // The credentials that are accepted (RFC 9110, section 15.5.2; RFC 6750).
      ...(status === 401 ? { "WWW-Authenticate": 'Bearer realm="Ypsiline"' } : {}),
      ...headers,
    },
  });
};
