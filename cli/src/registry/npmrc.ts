import { readFile } from "node:fs/promises";
import { join } from "node:path";
import type { World } from "../world";

/** Lines `name = value` of an .npmrc, with ${NAME} taken from the environment as npm does; anything else is passed over. */
export const readNpmrc = (text: string, env: World["env"]): ReadonlyMap<string, string> =>
  new Map(
    text.split(/\r?\n/).flatMap((line): [string, string][] => {
      const found = /^\s*([^#;=\s][^=]*?)\s*=\s*(.*?)\s*$/.exec(line);
      if (!found) return [];
      const [, name = "", value = ""] = found;
      return [[name, value.replace(/^"(.*)"$/, "$1").replace(/\$\{(\w+)\}/g, (whole, variable: string) => env[variable] ?? whole)]];
    }),
  );

/** What npm's own settings say of registries: the project's file before the person's. */
export const npmSettings = async ({ cwd, home, env }: World): Promise<ReadonlyMap<string, string>> => {
  const read = async (folder: string): Promise<ReadonlyMap<string, string>> =>
    readNpmrc(await readFile(join(folder, ".npmrc"), "utf8").catch(() => ""), env);
  return new Map([...(await read(home)), ...(await read(cwd))]);
};

/** A registry's address as settings name tokens by it: without its scheme, with a slash at its end. */
export const settingsKey = (registry: string): string => `${registry.replace(/^https?:/, "").replace(/\/*$/, "")}/`;
