import { compareVersions, parseVersion } from "@ypsiline/core";
import { database } from "./database";
import type { Problem } from "./problem";
import type { Spec } from "./specs";
import { noteUse } from "./tokens";
import { findPublished, readVersion, type Version, versionsOf } from "./versions";
import { allowedByToken, allowedTo, type Credentials, personOf } from "./allowed";
import { type Answer, fileAnswer, tagged } from "./writing/file-response";
import { namedFile } from "./writing/named-file";
import type { SheetOf } from "./writing/pdf";
import { writtenFiles } from "./writing/written-files";

export type PublishedParams = { readonly team: string; readonly spec: string; readonly version: string };

const year = 31_536_000;

/** What the files of a version are written of: the version, and the one before it. */
export const sheetOf = async (spec: Pick<Spec, "id">, version: Version, withBefore: boolean): Promise<SheetOf> => {
  const sql = database();
  const own = parseVersion(version.number);
  const earlier = withBefore
    ? (await versionsOf(sql, spec.id)).find(({ number, withdrawn }) => {
        const parsed = parseVersion(number);
        return !withdrawn && own && parsed && compareVersions(parsed, own) < 0;
      })
    : undefined;
  const before = earlier ? await readVersion(sql, spec.id, parseVersion(earlier.number)) : null;
  return {
    layout: version.layout,
    version: version.number,
    published: `published ${version.publishedAt.toISOString().slice(0, 10)}`,
    at: version.publishedAt,
    note: version.note,
    before: before && { number: before.number, layout: before.layout },
  };
};

/** What is asked for, whatever server it came in by. */
export type PublishedRequest = PublishedParams & {
  readonly file: string;
  readonly search: URLSearchParams;
  readonly ifNoneMatch: string | null;
  readonly credentials: Credentials;
};

/**
 * Answers a request for a file of a published version. A numbered version never changes and may be kept
 * for a year; `latest` is asked for again each time, with its ETag. A fetch by access token is noted.
 */
export const publishedFile = async (request: PublishedRequest): Promise<Answer | Problem> => {
  const { team, spec: slug, file, search, credentials } = request;
  const sql = database();
  const latest = request.version === "latest";
  const number = latest ? null : parseVersion(request.version);
  const { bearer } = credentials;
  const person = bearer === null ? await personOf(credentials) : null;
  const found = await findPublished(sql, { team, slug, number, personId: person?.id ?? null });
  const spec = found?.spec ?? null;
  const allowed = bearer === null ? allowedTo(spec, person, team, slug, "read-version") : await allowedByToken(spec, bearer, team, slug);
  if (!allowed.ok) return allowed.problem;
  if (!latest && !number) return { code: "not-found", detail: `${request.version} is no version number; it is like 2.1.0, or "latest".` };
  const version = found?.version ?? null;
  const none: Problem = {
    code: "not-found",
    detail: latest ? `There is no version of ${slug} yet.` : `There is no version ${request.version} of ${slug}.`,
  };
  if (!version) return none;
  const key = `${version.id} ${file} ${search.toString()}`;
  let answer = writtenFiles.get(key);
  if (!answer) {
    const whole = await readVersion(sql, allowed.spec.id, parseVersion(version.number));
    if (!whole) return none;
    const written = await namedFile(await sheetOf(allowed.spec, whole, file === "sheet.pdf" || file === "all.zip"), file, search);
    if (!written.ok) return written.problem;
    answer = writtenFiles.keep(key, tagged(written.body, written.mediaType));
  }
  if (allowed.tokenId !== null) await noteUse(sql, allowed.tokenId, version.id);
  const reach = allowed.spec.public ? "public" : "private";
  return fileAnswer(request.ifNoneMatch, answer, {
    "Cache-Control": latest ? `${reach}, no-cache` : `${reach}, max-age=${year}, immutable`,
    "X-Ypsiline-Version": version.number,
    ...(version.withdrawn ? { "X-Ypsiline-Withdrawn": encodeURIComponent(version.withdrawn.reason).slice(0, 500) } : {}),
    ...(allowed.spec.public ? { "Access-Control-Allow-Origin": "*" } : { Vary: "Cookie, Authorization" }),
  });
};
