// @ts-check
// Runs a script of this folder: `node scripts/run.mjs NAME [ARGUMENT…]`. A fresh clone has Node and nothing else, so this
// one file is plain JavaScript: it installs the npm packages of package-lock.json, unless exactly those are there, and
// then loads the script, which is TypeScript like everything else.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";

const root = join(import.meta.dirname, "..");
const [name = "", ...args] = process.argv.slice(2);

/** @param {string} words */
const stop = (words) => {
  process.stderr.write(`\n${words}\n`);
  process.exit(1);
};

/** @type {{ engines: { node: string } }} */
const { engines } = JSON.parse(readFileSync(join(root, "package.json"), "utf8"));
const [major = 0, minor = 0] = (engines.node.match(/\d+/g) ?? []).map(Number);
const [ownMajor = 0, ownMinor = 0] = process.versions.node.split(".").map(Number);
if (ownMajor < major || (ownMajor === major && ownMinor < minor))
  stop(`Ypsiline needs Node ${major}.${minor} or later; this is ${process.versions.node}.`);

const stamp = join(root, "node_modules", ".ypsiline-installed");
const wanted = createHash("sha256")
  .update(readFileSync(join(root, "package-lock.json")))
  .digest("hex");
if (!existsSync(stamp) || readFileSync(stamp, "utf8") !== wanted) {
  process.stdout.write("Installing npm packages …\n");
  const result = spawnSync("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, NODE_ENV: "" },
  });
  if (result.status !== 0) stop("npm ci failed (its words are above). Check the connection to the npm registry and start again.");
  writeFileSync(stamp, wanted);
}

const { register } = await import("tsx/esm/api");
register({ tsconfig: join(root, "scripts", "tsconfig.json") });
process.argv = [process.execPath, join(root, "scripts", `${name}.ts`), ...args];
await import(pathToFileURL(join(root, "scripts", `${name}.ts`)).href);
