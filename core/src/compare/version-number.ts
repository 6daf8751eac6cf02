/** A version number of a spec: MAJOR.MINOR.PATCH (Semantic Versioning 2.0.0, without pre-release or build parts). */
export type VersionNumber = { readonly major: number; readonly minor: number; readonly patch: number };

/** Reads "2.1.0"; null when the text is no such number (parts to 9 digits, no leading zeros). */
export const parseVersion = (text: string): VersionNumber | null => {
  const found = /^(0|[1-9]\d{0,8})\.(0|[1-9]\d{0,8})\.(0|[1-9]\d{0,8})$/.exec(text);
  return found && { major: Number(found[1]), minor: Number(found[2]), patch: Number(found[3]) };
};

export const versionText = ({ major, minor, patch }: VersionNumber): string => `${major}.${minor}.${patch}`;

/** Negative, 0 or positive as a comes before, is, or comes after b. */
export const compareVersions = (a: VersionNumber, b: VersionNumber): number => a.major - b.major || a.minor - b.minor || a.patch - b.patch;
