import { createHash } from "node:crypto";
import { parseVersion, type VersionLevel, versionText } from "@ypsiline/core";
import { heavyValue, member } from "../heavy/heavy";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import type { Acted, OfSpec, Outcome } from "../requests/authorized-handlers";
import { publishDraft } from "../specs/publishing";

type Publishing = "POST /api/drafts/:team/:spec/publish" | "POST /api/v1/specs/:team/:spec/publish";

/** What both routes are asked: without a number, the least that the changes need. */
type Asked = {
  readonly revision: number;
  readonly number?: string | undefined;
  readonly level?: VersionLevel | undefined;
  readonly note: string;
};

const hash = (text: string): Buffer => createHash("sha256").update(text).digest();

/** The key in Idempotency-Key; null without one. */
const keyOf = (header: string | null, asked: Asked): Result<{ readonly key: Buffer; readonly request: Buffer } | null> => {
  if (header === null) return { ok: true, value: null };
  if (!/^[\x21-\x7e]{1,255}$/.test(header))
    return { ok: false, problem: { code: "malformed", detail: "Idempotency-Key must be 1 to 255 visible characters of ASCII." } };
  const { revision, number = null, level = null, note } = asked;
  return { ok: true, value: { key: hash(header), request: hash(JSON.stringify([revision, number, level, note])) } };
};

/** Publishes the draft at the revision that was looked at. */
export const publish = async (act: Acted<Publishing, OfSpec>): Outcome => {
  const { answer, conflict, doing, request, sql, write } = act;
  const body: Asked = act.body;
  const number = body.number === undefined ? null : parseVersion(body.number);
  if (body.number !== undefined && !number) {
    const issues = [{ path: "/number", message: "must be a version number like 2.1.0" }];
    return { code: "unprocessable", detail: "The number must be like 2.1.0.", issues };
  }
  if (number && body.level !== undefined) {
    const issues = [{ path: "/level", message: "must be left out where a number is given" }];
    return { code: "unprocessable", detail: "Give a number or a level, not both.", issues };
  }
  const key = keyOf(request.headers.get("idempotency-key"), body);
  if (!key.ok) return key.problem;
  const { specId, personId } = doing;
  const published = await publishDraft(
    sql,
    write,
    { specId, personId, revision: body.revision, note: body.note, number, level: body.level ?? null, key: key.value },
    {
      look: (task) => heavyValue(member(personId), task),
      write: (task) => heavyValue(member(personId), task),
    },
  );
  if (published.ok) return answer({ number: versionText(published.number) }, { status: 201 });
  const unprocessable = (detail: string, more: Readonly<Record<string, unknown>> = {}): Problem => ({
    code: "unprocessable",
    detail,
    more,
  });
  switch (published.code) {
    case "no-draft":
      return { code: "not-found", detail: "This spec has no draft." };
    case "moved-on":
      return conflict("The draft has changed since you looked; look again before you publish.", { revision: published.revision });
    case "same":
      return unprocessable(`Nothing has changed since ${published.last}; give a number to publish it again.`);
    case "key-used":
      return unprocessable("Something else was published under this Idempotency-Key before; take another key.");
    case "problems":
      return unprocessable("Problems stop a version; fix them first.", { findings: published.findings });
    case "too-low": {
      const words = `must be at least ${published.least}: after ${published.last ?? "none"} the changes are ${published.level}`;
      return { code: "unprocessable", detail: `The number ${words}.`, issues: [{ path: "/number", message: words }] };
    }
    case "not-written":
      return published.problem;
    default:
      return published satisfies never;
  }
};
