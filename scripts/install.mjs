import { createHash } from "node:crypto";
import { execFileSync, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { say, Stop } from "./say.mjs";

export const root = join(import.meta.dirname, "..");
export const isRoot = process.getuid?.() === 0;

const fileHash = (paths) => {
  const hash = createHash("sha256");
  for (const path of paths)
    hash
      .update(path)
      .update("\0")
      .update(readFileSync(join(root, path)))
      .update("\0");
  return hash.digest("hex");
};

const stampIs = (path, value) => existsSync(path) && readFileSync(path, "utf8") === value;

/** Installs the npm packages of package-lock.json unless exactly those are there. */
export const installPackages = () => {
  const major = Number(process.versions.node.split(".")[0]);
  if (major < 20) throw new Stop(`Ypsiline needs Node 20.20 or later; this is ${process.versions.node}.`);
  const stamp = join(root, "node_modules", ".ypsiline-installed");
  const wanted = fileHash(["package-lock.json", "package.json", "cli/package.json", "core/package.json", "web/package.json"]);
  if (stampIs(stamp, wanted)) return;
  say("Installing npm packages …");
  const result = spawnSync("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, NODE_ENV: "" },
  });
  if (result.status !== 0) throw new Stop("npm ci failed (its words are above). Check the connection to the npm registry and start again.");
  writeFileSync(stamp, wanted);
};

const aptInstall = (packages, what) => {
  if (!isRoot || spawnSync("apt-get", ["--version"]).status !== 0)
    throw new Stop(
      `${what} is not installed and cannot be installed from here. Install it (on Debian: sudo apt-get install ${packages.join(" ")}) and start again.`,
    );
  say(`Installing ${what} from Debian's packages …`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const apt = (args) => spawnSync("apt-get", args, { stdio: ["ignore", "ignore", "inherit"], env }).status === 0;
  if (
    !apt(["install", "-y", "-q", "--no-install-recommends", ...packages]) &&
    !(apt(["update", "-q"]) && apt(["install", "-y", "-q", "--no-install-recommends", ...packages]))
  )
    throw new Stop(`apt-get could not install ${packages.join(" ")} (its words are above). Install ${what} by hand and start again.`);
};

/** The folder of PostgreSQL's programs with the highest version, or null. */
const findPostgres = () => {
  const debian = "/usr/lib/postgresql";
  const folders = existsSync(debian)
    ? readdirSync(debian)
        .sort((a, b) => Number(b) - Number(a))
        .map((version) => join(debian, version, "bin"))
    : [];
  const onPath = (process.env.PATH ?? "").split(":");
  return [...folders, ...onPath].find((folder) => existsSync(join(folder, "initdb")) && existsSync(join(folder, "pg_ctl"))) ?? null;
};

/** PostgreSQL's program folder; installs it from Debian's packages where it is missing and that is allowed. */
export const installPostgres = () => {
  const found = findPostgres();
  if (found) return found;
  // Debian's package would make and start a cluster of its own, which nobody here needs.
  if (isRoot && existsSync("/etc")) {
    mkdirSync("/etc/postgresql-common", { recursive: true });
    if (!existsSync("/etc/postgresql-common/createcluster.conf"))
      writeFileSync("/etc/postgresql-common/createcluster.conf", "create_main_cluster = false\n");
  }
  aptInstall(["postgresql"], "PostgreSQL");
  const installed = findPostgres();
  if (!installed)
    throw new Stop(
      "PostgreSQL was installed, but initdb and pg_ctl are not where they should be. Set DATABASE_URL to a database of your own.",
    );
  return installed;
};

export const chromiumPath = "/usr/bin/chromium";

/** Debian's Chromium, for the browser tests. */
export const installChromium = () => {
  if (!existsSync(chromiumPath)) aptInstall(["chromium"], "Chromium");
};

const sourceFiles = (folder) =>
  readdirSync(join(root, folder), { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => {
      const path = `${folder}/${entry.name}`;
      if (
        entry.name === "node_modules" ||
        entry.name.startsWith(".next") ||
        entry.name === "dist" ||
        entry.name.endsWith(".tsbuildinfo") ||
        entry.name === "next-env.d.ts"
      )
        return [];
      return entry.isDirectory() ? sourceFiles(path) : statSync(join(root, path)).isFile() ? [path] : [];
    });

/** Builds the command that the registry serves unless what is built comes from exactly these sources. */
const buildCommand = () => {
  const stamp = join(root, "cli", "dist", "built");
  const wanted = fileHash([
    "package-lock.json",
    "tsconfig.base.json",
    "docs/command.md",
    ...sourceFiles("core/src"),
    ...sourceFiles("cli"),
  ]);
  if (stampIs(stamp, wanted)) return;
  const result = spawnSync(process.execPath, [join(root, "cli", "build.mjs")], { cwd: root, stdio: ["ignore", "inherit", "inherit"] });
  if (result.status !== 0) throw new Stop("The command could not be built (its words are above).");
  writeFileSync(stamp, wanted);
};

/** Writes the guide's pages, their numbers and drawings worked out, unless those there come from exactly these sources. */
const writeGuide = () => {
  const stamp = join(root, "web", "generated", "written");
  const wanted = fileHash([
    "package-lock.json",
    "scripts/write-guide.ts",
    ...sourceFiles("docs/guide"),
    ...sourceFiles("core/src"),
    ...sourceFiles("web/server/guide"),
  ]);
  if (stampIs(stamp, wanted)) return;
  runScript("write-guide.ts", [], {});
  writeFileSync(stamp, wanted);
};

/** Writes the stylesheets of our own layout with our own command, which is built by then. The application is laid out by them. */
const writeOwnLayout = () => {
  const folder = join(root, "web", "generated");
  const stamp = join(folder, "layout-written");
  const wanted = fileHash(["design/ypsiline.layout.json", ...sourceFiles("core/src"), ...sourceFiles("cli")]);
  if (stampIs(stamp, wanted)) return;
  mkdirSync(folder, { recursive: true });
  for (const [format, file] of [
    ["css", "layout.css"],
    ["sass", "layout.scss"],
  ]) {
    const command = [join(root, "cli", "dist", "ypsiline.js"), "export", "design/ypsiline.layout.json", "--format", format];
    const result = spawnSync(process.execPath, [...command, "-o", join(folder, file)], {
      cwd: root,
      stdio: ["ignore", "inherit", "inherit"],
    });
    if (result.status !== 0) throw new Stop("The stylesheet of our own layout could not be written (the command's words are above).");
  }
  writeFileSync(stamp, wanted);
};

/** Builds the application and the command unless what is built comes from exactly these sources. */
export const build = () => {
  buildCommand();
  writeGuide();
  writeOwnLayout();
  const stamp = join(root, "web", ".next", "ypsiline-built");
  const wanted = fileHash([
    "package-lock.json",
    "tsconfig.base.json",
    "design/ypsiline.layout.json",
    ...sourceFiles("core/src"),
    ...sourceFiles("web"),
  ]);
  if (stampIs(stamp, wanted)) return;
  say("Building the application …");
  const result = spawnSync(process.execPath, [join(root, "node_modules/next/dist/bin/next"), "build"], {
    cwd: join(root, "web"),
    stdio: ["ignore", "pipe", "pipe"],
    encoding: "utf8",
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
  });
  if (result.status !== 0) throw new Stop(`${result.stdout}\n${result.stderr}\nThe build failed (its words are above).`);
  const worker = spawnSync(process.execPath, [join(root, "web", "build-worker.mjs")], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
  });
  if (worker.status !== 0) throw new Stop("The workers' code could not be built (its words are above).");
  writeFileSync(stamp, wanted);
};

/** Runs a TypeScript file of this folder and waits for it. */
export const runScript = (file, args, env) =>
  execFileSync(process.execPath, ["--import", "tsx", join(root, "scripts", file), ...args], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    // Scripts take from the application what it is run with, its short names for its own folders among them.
    env: { ...process.env, TSX_TSCONFIG_PATH: join(root, "web", "tsconfig.json"), ...env },
  });
