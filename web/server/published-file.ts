import { parseVersion } from "@ypsiline/core";
import { allowedByToken, allowedTo, type Credentials, personOf } from "./allowed";
import { database } from "./database";
import { heavy, type Worked } from "./heavy/heavy";
import type { StoredSheet } from "./heavy/tasks";
import type { Problem } from "./problem";
import type { Spec } from "./specs";
import { noteUse } from "./tokens";
import { findPublished, readStoredVersion, type StoredVersion, versionBefore } from "./versions";
import { type Answer, fileAnswer } from "./writing/file-response";
import { askedFile, fileKey } from "./writing/named-file";
import { writtenFiles } from "./writing/written-files";

export type PublishedParams = { readonly team: string; readonly spec: string; readonly version: string };

const year = 31_536_000;

/** What the files of a version are written of: the version, and the one before it where the file says what changed. */
const storedSheet = async (spec: Pick<Spec, "id">, version: StoredVersion, withBefore: boolean): Promise<StoredSheet> => {
  const sql = database();
  const before = withBefore ? await versionBefore(sql, spec.id, parseVersion(version.number)) : null;
  return {
    layout: version.layout,
    version: version.number,
    published: `published ${version.publishedAt.toISOString().slice(0, 10)}`,
    at: version.publishedAt,
    note: version.note,
    before: before && { number: before.number, layout: before.layout },
  };
};

/** Files being written now, so that several who ask for one at once wait for one piece of work. */
const shared = globalThis as { ypsilineBeingWritten?: Map<string, Promise<Worked>> };
const beingWritten = (): Map<string, Promise<Worked>> => (shared.ypsilineBeingWritten ??= new Map());

const writtenOnce = (key: string, write: () => Promise<Worked>): Promise<Worked> => {
  const kept = writtenFiles().get(key);
  if (kept) return Promise.resolve({ ok: true, file: kept });
  const known = beingWritten().get(key);
  if (known) return known;
  const work = write()
    .then((done) => {
      if (done.ok) writtenFiles().set(key, done.file);
      return done;
    })
    .finally(() => beingWritten().delete(key));
  beingWritten().set(key, work);
  return work;
};

/** What is asked for, whatever server it came in by. */
export type PublishedRequest = PublishedParams & {
  readonly file: string;
  readonly search: URLSearchParams;
  readonly ifNoneMatch: string | null;
  readonly credentials: Credentials;
  /** Whose turn it is to have work done (front.ts). */
  readonly address: string;
};

/**
 * Answers a request for a file of a published version. A numbered version of a public spec never changes and may be
 * kept for a year; `latest`, and anything of a spec that is not public, is asked for again each time, with its ETag, so
 * that a right that ended is not kept by a cache. A fetch by access token is noted.
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
  const asked = askedFile(file, search);
  if (!asked.ok) return asked.problem;
  const done = await writtenOnce(`${version.id} ${fileKey(asked.value)}`, async () => {
    const whole = await readStoredVersion(sql, allowed.spec.id, parseVersion(version.number));
    if (!whole) return { ok: false, problem: none };
    const sheet = await storedSheet(allowed.spec, whole, file === "sheet.pdf" || file === "all.zip");
    return heavy(request.address, { kind: "file", sheet, file: asked.value });
  });
  if (!done.ok) return done.problem;
  if (allowed.tokenId !== null) await noteUse(sql, allowed.tokenId, version.id);
  return fileAnswer(request.ifNoneMatch, done.file, {
    "Cache-Control": !allowed.spec.public ? "private, no-cache" : latest ? "public, no-cache" : `public, max-age=${year}, immutable`,
    "X-Ypsiline-Version": version.number,
    ...(version.withdrawn ? { "X-Ypsiline-Withdrawn": encodeURIComponent(version.withdrawn.reason).slice(0, 500) } : {}),
    ...(allowed.spec.public ? { "Access-Control-Allow-Origin": "*" } : { Vary: "Cookie, Authorization" }),
  });
};
