import { createHash } from "node:crypto";
import type postgres from "postgres";
import type { Sql } from "../database/database";
import { inTransaction } from "../database/transaction";
import { heavyValue, stranger } from "../heavy/heavy";
import { homeOf, sheetOf } from "../specs/packing";
import { readStoredDraft, type Spec } from "../specs/specs";
import { readStoredVersion } from "../specs/versions";
import { report } from "../settings/report";
import { packageFile } from "@/wire/files";
import type { PackedVersion } from "./metadata";

/** How many packages of a spec's drafts are kept, and how long one stays the next although the draft goes on, seconds. */
const most = 20;
const stays = 60;

/** The end of the numbers of drafts. */
export const isDraftNumber = (number: string): boolean => /-draft\.\d+$/.test(number);

type Row = Omit<PackedVersion, "withdrawn">;

/** The kept packages of a draft, the latest first. */
const kept = async (sql: Sql, specId: number): Promise<readonly (Row & { readonly isCurrent: boolean })[]> =>
  sql<(Row & { isCurrent: boolean })[]>`
    SELECT p.number, p.manifest, p.sha512, p.sha1, p.files, p.unpacked, p.at AS "publishedAt",
      p.revision = d.revision OR p.at > now() - make_interval(secs => ${stays}) AS "isCurrent"
    FROM draft_package p JOIN draft d ON d.spec_id = p.spec_id WHERE p.spec_id = ${specId} ORDER BY p.revision DESC`;

/** Writes the draft as a package, and keeps it; the oldest of many goes. */
const pack = async (sql: postgres.Sql, spec: Spec, address: string): Promise<void> => {
  const draft = await readStoredDraft(sql, spec.id);
  const last = await readStoredVersion(sql, spec.id, null);
  if (!draft) return;
  const client = stranger(address);
  const before = last && { number: last.number, layout: last.layout };
  const found = await heavyValue(client, { kind: "publishable", layout: draft.layout, last: before });
  if (!found.ok) throw new Error(found.problem.detail);
  const number = `${found.value.least}-draft.${draft.revision}`;
  const sheet = sheetOf({ number, publishedAt: draft.updatedAt, note: "The draft, as it was.", layout: found.value.layout }, before);
  const release = { name: spec.package, description: spec.description, home: homeOf(spec.package), earlier: [] };
  const done = await heavyValue(client, { kind: "version", sheet, release, alone: true });
  if (!done.ok) throw new Error(done.problem.detail);
  const { files, package: one } = done.value;
  const body = files.find(({ name }) => name === packageFile)?.body;
  if (!body) throw new Error("a draft was written without its package");
  const sha512 = createHash("sha512").update(body).digest();
  await inTransaction(sql, async (transaction) => {
    await transaction`
      INSERT INTO draft_package (spec_id, revision, number, manifest, body, sha512, sha1, files, unpacked)
      VALUES (${spec.id}, ${draft.revision}, ${number}, ${one.manifest}, ${Buffer.from(body)}, ${sha512}, ${Buffer.from(one.sha1)}, ${one.files},
        ${one.unpacked})
      ON CONFLICT DO NOTHING`;
    await transaction`
      DELETE FROM draft_package WHERE spec_id = ${spec.id} AND revision NOT IN
        (SELECT revision FROM draft_package WHERE spec_id = ${spec.id} ORDER BY revision DESC LIMIT ${most})`;
  });
};

/** Drafts that are being packed, so that simultaneous requests share one task. */
const packing = new Map<number, Promise<void>>();

/**
 * The draft of a spec as packages, for whoever may read the draft: as it was at most a minute ago, and those before it that are
 * kept. A draft that cannot be packed is reported; then the one before it stays the first.
 */
export const draftPackages = async (sql: postgres.Sql, spec: Spec, address: string): Promise<readonly PackedVersion[]> => {
  const [before] = await kept(sql, spec.id);
  if (before?.isCurrent !== true) {
    const work =
      packing.get(spec.id) ??
      pack(sql, spec, address)
        .catch((error: unknown) => report(`packing the draft of ${spec.package}`, error))
        .finally(() => packing.delete(spec.id));
    packing.set(spec.id, work);
    await work;
  }
  return (await kept(sql, spec.id)).map(({ isCurrent: _isCurrent, ...version }) => ({ ...version, withdrawn: null }));
};

/** The package of a draft by its number; null if it is not kept. */
export const readDraftFile = async (
  sql: Sql,
  specId: number,
  number: string,
): Promise<{ readonly body: Uint8Array; readonly sha512: Uint8Array } | null> => {
  const [row] = await sql<{ body: Buffer; sha512: Buffer }[]>`
    SELECT body, sha512 FROM draft_package WHERE spec_id = ${specId} AND number = ${number}`;
  return row ?? null;
};
