import { addressOf, handler } from "./handler";
import { readJsonText } from "../http/request-body";
import { noQuery } from "../writing/file-query";
import { responseOf } from "../http/file-response";
import type { ComputedKind } from "../heavy/kinds";
import { heavy, stranger, type Worked } from "../heavy/heavy";

/** A response with the result of a worker. */
export const workedResponse = (done: Worked) =>
  done.ok ? responseOf({ status: 200, headers: { "Content-Type": done.file.mediaType }, body: done.file.body }) : done.problem;

/** A route that computes something from its body and stores nothing. A worker parses, computes and writes it. */
export const computed = (kind: ComputedKind) =>
  handler(async (request) => {
    const asked = noQuery(new URL(request.url).searchParams);
    if (asked) return asked;
    const text = await readJsonText(request);
    if (!text.ok) return text.problem;
    return workedResponse(await heavy(stranger(addressOf(request.headers)), { kind, body: text.value }, request.signal));
  });
