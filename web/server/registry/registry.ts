import { LRUCache } from "lru-cache";
import { allowedByToken, allowedTo, callerOf, specAllowed } from "../requests/allowed";
import { database } from "../database/database";
import { heavyValue, stranger } from "../heavy/heavy";
import { packOlder } from "../specs/packing";
import type { Spec } from "../specs/specs";
import type { Problem } from "../http/problem";
import { publishedFile } from "../requests/published-file";
import { packageFile } from "@/wire/files";
import { findToken, noteUse } from "../identity/tokens";
import { type Answer, fileAnswer, keptTagged, tagged, type TaggedFile } from "../http/file-response";
import { type Asked, readAddress, registryAt, registryPath } from "./address";
import { ownNameOf, ownPackages, readOwnFile, readOwnPackage } from "./own-packages";
import { draftPackages, isDraftNumber, readDraftFile } from "./draft-packages";
import { allOf, type MetadataForm, type Package, packageMetadata, tagsOf, versionMetadata } from "./metadata";
import { findPackage, projectOfToken, readPackage } from "./packages";

/** A request to the registry. */
export type RegistryRequest = {
  readonly method: string;
  /** The path below the registry's, as it was sent. */
  readonly path: string;
  readonly accept: string;
  readonly ifNoneMatch: string | null;
  /** The access token of a project, or null. */
  readonly bearer: string | null;
  /** Whether credentials of any kind were sent. */
  readonly shown: boolean;
  /** Scheme and host of this instance, for the addresses in its answers. */
  readonly origin: string;
  readonly address: string;
};

const abbreviated = "application/vnd.npm.install-v1+json";

/** Recently written metadata, limited in characters. Its key changes with every version and withdrawal. */
const most = 16 * 1024 * 1024;
const written = new LRUCache<string, TaggedFile>({ maxSize: most, maxEntrySize: most / 4, sizeCalculation: ({ body }) => body.length });

const none = (scope: string, name: string): Problem => ({
  code: "not-found",
  detail: `There is no package @${scope}/${name} that you may read here. A private one needs an access token of a project: a line //HOST${registryPath}/:_authToken=ypsl_… in .npmrc.`,
});
const noVersion = (name: string, version: string): Problem => ({ code: "not-found", detail: `There is no version ${version} of ${name}.` });
const badToken: Problem = {
  code: "signed-out",
  detail: "This access token does not work; it may have been revoked. Make another one under the team's projects.",
  headers: { "WWW-Authenticate": 'Bearer realm="Ypsiline"' },
};
const onlyRead: Problem = {
  code: "only-read",
  detail: "This registry is read only: a version is published in Ypsiline, from the draft of its spec, and comes here by itself.",
  headers: { Allow: "GET, HEAD" },
};

const json = (value: unknown): TaggedFile => tagged(JSON.stringify(value), "application/json");

/** Specs whose older versions are being packed, so that simultaneous requests share one task. */
const packing = new Map<number, Promise<number>>();

const packed = (specId: number, address: string): Promise<number> => {
  const known = packing.get(specId);
  if (known) return known;
  const work = packOlder(database(), (task) => heavyValue(stranger(address), task), { specId, most: Infinity }).finally(() =>
    packing.delete(specId),
  );
  packing.set(specId, work);
  return work;
};

/** A package that may be read: its tag, how its answers may be cached, and how to read it. */
type Found = {
  readonly key: string;
  readonly public: boolean;
  readonly read: () => Promise<Package>;
};
type Finding = { readonly ok: true; readonly value: Found } | { readonly ok: false; readonly problem: Problem };

/** Whether a request with a token may read the draft of a spec, and so what is next. */
const mayReadDraft = async (bearer: string | null, { team, slug }: Spec): Promise<boolean> => {
  if (bearer === null) return false;
  const asking = { sql: database(), holds: false } as const;
  const caller = await callerOf(asking, { session: null, bearer });
  return caller.ok && (await specAllowed(asking, caller.value, team, slug, "read-draft")).ok;
};

const found = async (request: RegistryRequest, scope: string, name: string): Promise<Finding> => {
  const sql = database();
  const { bearer, address } = request;
  const own = ownNameOf(scope, name);
  if (own !== null) return { ok: true, value: { key: `@${scope}/${name}`, public: true, read: () => readOwnPackage(sql, own) } };
  const state = await findPackage(sql, scope, name);
  const spec = state?.spec ?? null;
  // Without a token, a private spec and a missing one are answered alike.
  const allowed = bearer === null ? allowedTo(spec, null, scope, name, "read-version") : await allowedByToken(spec, bearer, scope, name);
  if (!allowed.ok && bearer !== null && allowed.problem.code === "signed-out") return { ok: false, problem: badToken };
  if (!allowed.ok || !state || state.versions === 0) return { ok: false, problem: none(scope, name) };
  if (allowed.tokenId !== null) await noteUse(sql, allowed.tokenId, null);
  if (state.unpacked > 0) await packed(allowed.spec.id, address);
  const drafts = (await mayReadDraft(bearer, allowed.spec)) ? await draftPackages(sql, allowed.spec, address) : [];
  const key = `${allowed.spec.id} ${state.versions} ${state.withdrawn} ${drafts[0]?.number ?? ""}`;
  const read = async () => ({ ...(await readPackage(sql, allowed.spec)), drafts });
  return { ok: true, value: { key, public: allowed.spec.public && drafts.length === 0, read } };
};

/** Metadata, written again only when the package changes. `of` is which. */
const writtenOnce = async (
  { key, read }: Found,
  of: string,
  write: (one: Package) => TaggedFile | Problem,
): Promise<TaggedFile | Problem> => {
  const kept = written.get(`${key} ${of}`);
  if (kept) return kept;
  const file = write(await read());
  if ("body" in file && !key.startsWith("@")) written.set(`${key} ${of}`, file);
  return file;
};

const answered = ({ ifNoneMatch }: RegistryRequest, isPublic: boolean, file: TaggedFile | Problem): Answer | Problem =>
  "body" in file
    ? fileAnswer(ifNoneMatch, file, {
        "Cache-Control": isPublic ? "public, no-cache" : "private, no-cache",
        Vary: isPublic ? "Accept" : "Accept, Authorization",
      })
    : file;

const aboutPackage = async (
  request: RegistryRequest,
  registry: string,
  asked: Extract<Asked, { kind: "package" }>,
): Promise<Answer | Problem> => {
  const { accept, origin } = request;
  const base = origin + registry;
  const { scope, name, version } = asked;
  const known = await found(request, scope, name);
  if (!known.ok) return known.problem;
  const form: MetadataForm = accept.includes(abbreviated) && version === null ? "abbreviated" : "full";
  const file = await writtenOnce(known.value, `${form} ${version ?? ""} ${base}`, (one) => {
    if (version === null)
      return tagged(JSON.stringify(packageMetadata(one, base, form)), form === "full" ? "application/json" : abbreviated);
    const number = tagsOf(one)[version] ?? version;
    const wanted = allOf(one).find((each) => each.number === number);
    return wanted ? json(versionMetadata(one.name, wanted, base, "full")) : noVersion(one.name, version);
  });
  return answered(request, known.value.public, file);
};

/** A tarball. For a spec it is the version's package.tgz, with the same rights, and counts as a fetch of the project. */
const tarball = async (request: RegistryRequest, asked: Extract<Asked, { kind: "tarball" }>): Promise<Answer | Problem> => {
  const { ifNoneMatch, bearer, address } = request;
  const { scope, name, version } = asked;
  const own = ownNameOf(scope, name);
  if (own !== null) {
    const kept = await readOwnFile(database(), own, version);
    if (!kept) return noVersion(`@${scope}/${name}`, version);
    return fileAnswer(ifNoneMatch, keptTagged({ ...kept, mediaType: "application/gzip" }), {
      "Cache-Control": "public, max-age=31536000, immutable",
    });
  }
  if (isDraftNumber(version)) {
    const state = await findPackage(database(), scope, name);
    const kept = state && (await mayReadDraft(bearer, state.spec)) ? await readDraftFile(database(), state.spec.id, version) : null;
    if (!kept) return none(scope, name);
    return fileAnswer(ifNoneMatch, keptTagged({ ...kept, mediaType: "application/gzip" }), { "Cache-Control": "private, no-cache" });
  }
  const credentials = { session: null, bearer };
  const file = { team: scope, spec: name, version, file: packageFile, search: new URLSearchParams(), ifNoneMatch, credentials, address };
  const answer = await publishedFile(file);
  if ("status" in answer || answer.code !== "signed-out") return answer;
  return bearer === null ? none(scope, name) : badToken;
};

/** Answers the read part of the npm registry's protocol: metadata, tarballs, tags, ping and whoami. */
export const registryAnswer = async (request: RegistryRequest): Promise<Answer | Problem> => {
  const { method, bearer, shown } = request;
  const { registry, path } = registryAt(request.path);
  if (method !== "GET" && method !== "HEAD") return onlyRead;
  // Credentials that are not a token of ours are refused, not ignored.
  if (shown && bearer === null) return badToken;
  const asked = readAddress(path);
  switch (asked.kind) {
    case "package":
      return aboutPackage(request, registry, asked);
    case "tarball":
      return tarball(request, asked);
    case "tags": {
      const known = await found(request, asked.scope, asked.name);
      if (!known.ok) return known.problem;
      return answered(request, known.value.public, await writtenOnce(known.value, "tags", (one) => json(tagsOf(one))));
    }
    case "ping":
      return answered(request, true, json({}));
    case "whoami": {
      const known = bearer === null ? null : await findToken({ sql: database(), holds: false }, bearer);
      const username = known && (await projectOfToken(database(), known.token.id));
      return username === null ? badToken : answered(request, false, json({ username }));
    }
    case "unknown":
      return {
        code: "not-found",
        detail: `This registry holds published layouts, as @TEAM/SPEC, and ${ownPackages}; take other packages from another registry.`,
      };
    default:
      return asked satisfies never;
  }
};
