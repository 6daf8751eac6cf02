/** A document as it came, of any version. */
type Document = Readonly<Record<string, unknown>>;

/** The version that is written today. */
export const formatVersion = 1;

/**
 * What makes a document of a version one of the next: `upgrades[1]` takes version 1 to 2. A later format adds its entry,
 * and every document ever stored or exported is read on.
 */
const upgrades: Readonly<Record<number, (document: Document) => Document>> = {};

const versionOf = (data: unknown): number | null => {
  if (typeof data !== "object" || data === null || Array.isArray(data)) return null;
  const { format, formatVersion: version } = data as Document;
  return format === "ypsiline-layout" && typeof version === "number" && Number.isInteger(version) ? version : null;
};

/**
 * A layout document of an older version as one of today's, step by step; anything else (today's version, a later one,
 * no layout at all) as it is, for the schema to speak of. `table` and `now` are other than ours in tests alone.
 */
export const upgrade = (data: unknown, table = upgrades, now: number = formatVersion): unknown => {
  let document = data;
  for (let version = versionOf(document); version !== null && version < now; version = versionOf(document)) {
    const step = table[version];
    if (!step) return document;
    document = { ...step(document as Document), formatVersion: version + 1 };
  }
  return document;
};
