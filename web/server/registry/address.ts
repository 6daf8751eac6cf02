/** A request to the registry, before names are looked up. */
export type Asked =
  /** Metadata of a package, or of one version of it (a number, or a tag like `latest`). */
  | { readonly kind: "package"; readonly scope: string; readonly name: string; readonly version: string | null }
  | { readonly kind: "tarball"; readonly scope: string; readonly name: string; readonly version: string }
  | { readonly kind: "tags"; readonly scope: string; readonly name: string }
  | { readonly kind: "ping" }
  | { readonly kind: "whoami" }
  | { readonly kind: "unknown" };

/** The registry's path. What follows is decoded once. */
export const registryPath = "/npm";

const part = "[a-z][a-z0-9-]{0,59}";
const packageOf = `@(${part})/(${part})`;
const metadata = new RegExp(`^/${packageOf}(?:/([0-9a-zA-Z.-]{1,40}))?/?$`);
const tarball = new RegExp(`^/${packageOf}/-/(${part})-(\\d{1,9}\\.\\d{1,9}\\.\\d{1,9}(?:-draft\\.\\d{1,15})?)\\.tgz$`);
const tags = new RegExp(`^/-/package/${packageOf}/dist-tags/?$`);

const ofTeam = new RegExp(`^/(${part})(/.*)?$`);

/**
 * Splits a path into the registry it addresses and the path in that. `/npm/TEAM/` is the same registry: clients choose a token
 * by path, so that a project can have one for each of several teams.
 */
export const registryAt = (path: string): { readonly registry: string; readonly path: string } => {
  const [, team, rest = ""] = ofTeam.exec(path) ?? [];
  return team === undefined ? { registry: registryPath, path } : { registry: `${registryPath}/${team}`, path: rest };
};

/**
 * Parses a path below the registry's. Clients send the slash in a package's name as it is or encoded
 * (`@skerry%2fquay-board`). The path must be well-formed, which http/incoming.ts checks.
 */
export const readAddress = (path: string): Asked => {
  const decoded = decodeURIComponent(path);
  const file = tarball.exec(decoded);
  if (file) {
    const [, scope = "", name = "", stem = "", version = ""] = file;
    return stem === name ? { kind: "tarball", scope, name, version } : { kind: "unknown" };
  }
  const about = metadata.exec(decoded);
  if (about) {
    const [, scope = "", name = "", version = null] = about;
    return { kind: "package", scope, name, version };
  }
  const tagged = tags.exec(decoded);
  if (tagged) return { kind: "tags", scope: tagged[1] ?? "", name: tagged[2] ?? "" };
  if (/^\/-\/ping\/?$/.test(decoded)) return { kind: "ping" };
  return /^\/-\/whoami\/?$/.test(decoded) ? { kind: "whoami" } : { kind: "unknown" };
};

/** The path of a package's tarball below the registry's. */
export const tarballPath = (name: string, version: string): string => `/${name}/-/${name.split("/")[1] ?? name}-${version}.tgz`;
