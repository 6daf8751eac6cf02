import { parseVersion } from "@ypsiline/core";
import { allowedByToken, allowedTo, type Credentials, personOf } from "./allowed";
import { database } from "../database/database";
import { clientOf, heavy, heavyValue, type Worked } from "../heavy/heavy";
import { roomFault } from "../teams/kept-bytes";
import { packOlder, sheetOf } from "../specs/packing";
import type { Problem } from "../http/problem";
import type { Spec } from "../specs/specs";
import { packageFile } from "@/wire/files";
import { noteUse } from "../identity/tokens";
import { inTransaction } from "../database/transaction";
import { keepVersionFile, readVersionFile, readVersionFiles } from "../specs/version-files";
import { findPublished, highestInRange, highestNumber, readAddressRange, readStoredVersion, versionBefore } from "../specs/versions";
import { type Answer, fileAnswer, forAnySite, keptTagged } from "../http/file-response";
import { askedFile, fileKey, isArchive, isPlain, savedName } from "../writing/named-file";
import { type KeptFile, keptFile } from "../http/kept-file";
import { writtenFiles } from "../writing/written-files";

export type PublishedParams = { readonly team: string; readonly spec: string; readonly version: string };

const year = 31_536_000;
/** How long a range may lead to the same version, seconds. */
const rangeSeconds = 300;

/** Files that are being written, so that simultaneous requests share one task. */
const shared = globalThis as { ypsilineBeingWritten?: Map<string, Promise<Worked>> };
const beingWritten = (): Map<string, Promise<Worked>> => (shared.ypsilineBeingWritten ??= new Map<string, Promise<Worked>>());

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

/** Stores a file that was written on request. If the team has no room, it is only sent. */
const keptNow = (spec: Spec, versionId: number, file: KeptFile): Promise<KeptFile> =>
  inTransaction(database(), async (sql) =>
    (await roomFault(sql, spec.teamId, file.body.byteLength, "versions")) ? file : keepVersionFile(sql, spec.id, versionId, file),
  );

/** A request for a file of a version. */
export type PublishedRequest = PublishedParams & {
  readonly file: string;
  readonly search: URLSearchParams;
  readonly ifNoneMatch: string | null;
  readonly credentials: Credentials;
  /** The client address, for taking turns. */
  readonly address: string;
};

/**
 * Answers a request for a file of a published version. Its plain files were written when it was published, or when they were
 * first requested if they are large, and are read as stored. Archives are packed from them for each request.
 *
 * Files of a numbered version of a public spec, except archives, may be cached for a year. Files with options are written now,
 * and a later release may write them differently. These, `latest`, archives, and everything of a spec that is not public are
 * revalidated by ETag, so that no cache outlives a right. A fetch with an access token is recorded. A range (2, 2.1) leads to the
 * highest version in it that is not withdrawn.
 */
export const publishedFile = async (request: PublishedRequest): Promise<Answer | Problem> => {
  const { team, spec: slug, file, search, credentials } = request;
  const sql = database();
  const latest = request.version === "latest";
  const number = latest ? null : parseVersion(request.version);
  const { bearer } = credentials;
  const somebody = bearer === null ? await personOf({ sql, holds: false }, credentials.session) : null;
  const person = somebody && { ...somebody, token: null };
  const found = await findPublished(sql, { team, slug, number, personId: person?.id ?? null });
  const spec = found?.spec ?? null;
  const allowed = bearer === null ? allowedTo(spec, person, team, slug, "read-version") : await allowedByToken(spec, bearer, team, slug);
  if (!allowed.ok) return allowed.problem;
  const range = readAddressRange(request.version);
  if (range) {
    const highest = await highestInRange(sql, allowed.spec.id, range);
    if (highest === null)
      return { code: "not-found", detail: `There is no version of ${slug} in ${request.version} that is not withdrawn.` };
    const query = search.size === 0 ? "" : `?${search.toString()}`;
    return {
      status: 302,
      headers: {
        Location: `/api/v1/specs/${team}/${slug}/${highest}/${file}${query}`,
        "Cache-Control": allowed.spec.public ? `public, max-age=${rangeSeconds}` : "private, no-cache",
        ...(allowed.spec.public ? forAnySite : { Vary: "Cookie, Authorization" }),
      },
      body: null,
    };
  }
  if (!latest && !number)
    return { code: "not-found", detail: `${request.version} is no version number; it is like 2.1.0, 2.1, 2 or "latest".` };
  const version = found?.version ?? null;
  const none: Problem = { code: "not-found", detail: `There is no version ${request.version} of ${slug}.` };
  if (!version && latest) {
    const last = await highestNumber(sql, allowed.spec.id);
    const detail = last === null ? `There is no version of ${slug} yet.` : `Every version of ${slug} was withdrawn, ${last} last.`;
    return { code: "not-found", detail };
  }
  if (!version) return none;
  const asked = askedFile(file, search);
  if (!asked.ok) return asked.problem;
  const asPlain = isPlain(asked.value);
  const { name } = asked.value;
  const client = clientOf(person, request.address);
  const done = await writtenOnce(`${version.id} ${fileKey(asked.value)}`, async () => {
    if (asPlain) {
      // A version without a package is from before packages existed.
      if (name === packageFile) await packOlder(sql, (task) => heavyValue(client, task), { specId: allowed.spec.id });
      const kept = await readVersionFile(sql, version.id, name);
      if (kept) return { ok: true, file: keptTagged(kept) };
    }
    const number = parseVersion(version.number);
    const whole = await readStoredVersion(sql, allowed.spec.id, number);
    if (!whole) return { ok: false, problem: none };
    const before = name === "sheet.pdf" || name === "all.zip" ? await versionBefore(sql, allowed.spec.id, number) : null;
    // An archive contains stored files unchanged.
    const kept = asPlain && isArchive(name) ? await readVersionFiles(sql, version.id) : [];
    const written = await heavy(client, { kind: "file", sheet: sheetOf(whole, before), file: asked.value, kept });
    if (!written.ok || !asPlain || isArchive(name)) return written;
    const { body, mediaType } = written.file;
    return { ok: true, file: keptTagged(await keptNow(allowed.spec, version.id, keptFile(name, mediaType, body))) };
  });
  if (!done.ok) return done.problem;
  if (allowed.tokenId !== null) await noteUse(sql, allowed.tokenId, version.id);
  return fileAnswer(request.ifNoneMatch, done.file, {
    "Cache-Control": !allowed.spec.public
      ? "private, no-cache"
      : latest || !asPlain || isArchive(name)
        ? "public, no-cache"
        : `public, max-age=${year}, immutable`,
    "X-Ypsiline-Version": version.number,
    ...savedName(search, `${slug}-${version.number}`, asked.value),
    ...(version.withdrawn ? { "X-Ypsiline-Withdrawn": encodeURIComponent(version.withdrawn.reason).slice(0, 500) } : {}),
    ...(allowed.spec.public ? forAnySite : { Vary: "Cookie, Authorization" }),
  });
};
