/** How much a change asks of those who use a spec (Semantic Versioning 2.0.0). */
export const versionLevels = ["patch", "minor", "major"] as const;
export type VersionLevel = (typeof versionLevels)[number];
