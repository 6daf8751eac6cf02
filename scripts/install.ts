import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { print, Stop } from "./terminal";

/** Whether this process is run as root. */
export const isRoot = process.getuid?.() === 0;

const aptInstall = (packages: readonly string[], what: string): void => {
  if (!isRoot || spawnSync("apt-get", ["--version"]).status !== 0)
    throw new Stop(
      `${what} is not installed and cannot be installed from here. Install it (on Debian: sudo apt-get install ${packages.join(" ")}) and start again.`,
    );
  print(`Installing ${what} from Debian's packages …`);
  const env: NodeJS.ProcessEnv = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const apt = (args: readonly string[]): boolean =>
    spawnSync("apt-get", args, { stdio: ["ignore", "ignore", "inherit"], env }).status === 0;
  if (
    !apt(["install", "-y", "-q", "--no-install-recommends", ...packages]) &&
    !(apt(["update", "-q"]) && apt(["install", "-y", "-q", "--no-install-recommends", ...packages]))
  )
    throw new Stop(`apt-get could not install ${packages.join(" ")} (its words are above). Install ${what} by hand and start again.`);
};

/** The folder of PostgreSQL's programs with the highest version, or null. */
const findPostgres = (): string | null => {
  const debian = "/usr/lib/postgresql";
  const folders = existsSync(debian)
    ? readdirSync(debian)
        .sort((a, b) => Number(b) - Number(a))
        .map((version) => join(debian, version, "bin"))
    : [];
  const onPath = (process.env["PATH"] ?? "").split(":");
  return [...folders, ...onPath].find((folder) => existsSync(join(folder, "initdb")) && existsSync(join(folder, "pg_ctl"))) ?? null;
};

/** PostgreSQL's program folder; installs it from Debian's packages if it is missing and that is allowed. */
export const installPostgres = (): string => {
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

/** Debian's Chromium without its windows, which does the same work in two thirds of the time. */
const headlessShell = "/usr/bin/chromium-headless-shell";
const chromium = "/usr/bin/chromium";

/** Chromium for the browser tests: the headless shell if it is installed. */
export const chromiumPath = (): string => (existsSync(headlessShell) ? headlessShell : chromium);

/** Installs what the browser tests need of Debian's Chromium. Without the headless shell, the whole browser is used. */
export const installChromium = (): void => {
  if (!existsSync(chromium)) aptInstall(["chromium"], "Chromium");
  if (existsSync(headlessShell)) return;
  try {
    aptInstall(["chromium-headless-shell"], "Chromium's headless shell");
  } catch (error) {
    if (!(error instanceof Stop)) throw error;
    print("It is done without: the tests take the whole browser, and longer.");
  }
};
