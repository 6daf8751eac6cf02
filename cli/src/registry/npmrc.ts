import { readFile } from "node:fs/promises";
import { dirname, join, relative, sep } from "node:path";
import type { World } from "../world";

/** Replaces ${NAME} from the environment as npm does; ${NAME?} is empty if it is not set. */
const filled = (text: string, env: World["env"]): string =>
  text.replace(/\$\{(\w+)(\??)\}/g, (whole, variable: string, optional: string) => env[variable] ?? (optional ? "" : whole));

/** Lines `name = value` of an .npmrc; anything else is passed over. */
const readNpmrc = (text: string, env: World["env"]): ReadonlyMap<string, string> =>
  new Map(
    text.split(/\r?\n/).flatMap((line): [string, string][] => {
      const found = /^\s*([^#;=\s][^=]*?)\s*=\s*(.*?)\s*$/.exec(line);
      if (!found) return [];
      const [, name = "", value = ""] = found;
      return [[filled(name, env), filled(value.replace(/^(["'])(.*)\1$/, "$2"), env)]];
    }),
  );

/**
 * Settings in variables, npm_config_NAME in upper or lower case: _ means -, except in settings of a registry's address.
 */
const ofEnvironment = (env: World["env"]): ReadonlyMap<string, string> =>
  new Map(
    Object.entries(env).flatMap(([variable, value]): [string, string][] => {
      if (!/^npm_config_/i.test(variable) || !value) return [];
      const name = variable.slice("npm_config_".length);
      return [[name.startsWith("//") ? name : name.replace(/(?!^)_/g, "-").toLowerCase(), value]];
    }),
  );

const jsonIn = async (folder: string): Promise<{ readonly workspaces?: unknown } | null> => {
  try {
    return JSON.parse(await readFile(join(folder, "package.json"), "utf8")) as { workspaces?: unknown };
  } catch {
    return null;
  }
};

/** A folder and its parents, from the inside out. */
const outwards = (folder: string): readonly string[] => (dirname(folder) === folder ? [folder] : [folder, ...outwards(dirname(folder))]);

/** Whether a root's `workspaces` name a folder below it: `packages/*`, `apps/**`, or a path. */
const isWorkspace = (workspaces: unknown, path: string): boolean => {
  const listed = Array.isArray(workspaces) ? workspaces : ((workspaces as { packages?: unknown } | undefined)?.packages ?? []);
  return (Array.isArray(listed) ? listed : []).some((pattern) => {
    if (typeof pattern !== "string" || pattern.length > 200) return false;
    const parts = pattern
      .replace(/^\.?\//, "")
      .replace(/\/$/, "")
      .split("/");
    const places = path.split("/");
    const matches = (at: number, place: number): boolean => {
      const part = parts[at];
      if (part === undefined) return place === places.length;
      if (part === "**") return places.slice(place).some((_, more) => matches(at + 1, place + more)) || matches(at + 1, places.length);
      const [before = "", after] = part.split("*", 2);
      const is = places[place];
      const fits = is !== undefined && (after === undefined ? is === part : is.startsWith(before) && is.endsWith(after));
      return fits && matches(at + 1, place + 1);
    };
    return parts.length <= 20 && matches(0, 0);
  });
};

/** The folder of a project's .npmrc: that of the nearest package.json, or the root of its workspaces. */
const projectOf = async (cwd: string): Promise<string> => {
  let own: string | null = null;
  for (const folder of outwards(cwd)) {
    const found = await jsonIn(folder);
    if (!found) continue;
    if (own !== null && isWorkspace(found.workspaces, relative(folder, own).split(sep).join("/"))) return folder;
    own ??= folder;
  }
  return own ?? cwd;
};

/**
 * npm's settings, read as npm does (docs.npmjs.com, npmrc and config): variables, then the project's file, then the
 * person's, then the machine's. `userconfig` and `globalconfig` are the paths of the last two.
 */
export const npmSettings = async ({ cwd, home, env }: World): Promise<ReadonlyMap<string, string>> => {
  const read = async (path: string): Promise<ReadonlyMap<string, string>> => readNpmrc(await readFile(path, "utf8").catch(() => ""), env);
  const variables = ofEnvironment(env);
  const project = await read(join(await projectOf(cwd), ".npmrc"));
  const ofPerson = await read(variables.get("userconfig") ?? project.get("userconfig") ?? join(home, ".npmrc"));
  const prefix = variables.get("prefix") ?? env["PREFIX"] ?? ofPerson.get("prefix");
  const ofMachine = variables.get("globalconfig") ?? (prefix === undefined ? null : join(prefix, "etc", "npmrc"));
  return new Map([...(ofMachine === null ? [] : await read(ofMachine)), ...ofPerson, ...project, ...variables]);
};

/** A registry's address as settings name tokens by it: without its scheme, with a slash at its end. */
const settingsKey = (registry: string): string => `${registry.replace(/^https?:/, "").replace(/\/*$/, "")}/`;

/**
 * The token for an address in the settings: under it, or under a shorter path of the same host. An empty one counts as
 * none.
 */
export const tokenFor = (settings: ReadonlyMap<string, string>, registry: string): string | null => {
  for (let key = settingsKey(registry); /^\/\/[^/]+\//.test(key); key = key.replace(/[^/]*\/$/, "")) {
    const token = settings.get(`${key}:_authToken`);
    if (token && !token.includes("${")) return token;
  }
  return null;
};
