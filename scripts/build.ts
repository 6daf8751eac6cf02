import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { root, runScript } from "./run-script";
import { print, Stop } from "./terminal";

/** Folders and files beside sources that nothing is built from. */
const notSources = /^(node_modules|\.next.*|dist|test|.*\.tsbuildinfo|next-env\.d\.ts)$/;

/** The files of a folder that something is built from, in a fixed order; paths from the project's folder. */
const sourceFiles = (folder: string): readonly string[] =>
  readdirSync(join(root, folder), { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => {
      const path = `${folder}/${entry.name}`;
      if (notSources.test(entry.name)) return [];
      return entry.isDirectory() ? sourceFiles(path) : [path];
    });

/** The SHA-256 of files, their paths included. */
const fileHash = (paths: readonly string[]): string => {
  const hash = createHash("sha256");
  for (const path of paths)
    hash
      .update(path)
      .update("\0")
      .update(readFileSync(join(root, path)))
      .update("\0");
  return hash.digest("hex");
};

/** Makes something of files, unless what is there was made of exactly these: `stamp` keeps their hash. */
const unlessMadeOf = (stamp: string, sources: readonly string[], make: () => void): void => {
  const file = join(root, stamp);
  const wanted = fileHash(["package-lock.json", "tsconfig.base.json", ...sources]);
  if (existsSync(file) && readFileSync(file, "utf8") === wanted) return;
  make();
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, wanted);
};

/** Runs Node in the project's folder; throws a Stop with `fault` if it fails. */
const runNode = (args: readonly string[], fault: string): void => {
  const result = spawnSync(process.execPath, args, { cwd: root, stdio: ["ignore", "inherit", "inherit"] });
  if (result.status !== 0) throw new Stop(`${fault} (its words are above).`);
};

/** Writes the stylesheets of our own layout with our own command. The application is laid out by them. */
const writeOwnLayout = (): void => {
  const folder = join(root, "web", "generated");
  mkdirSync(folder, { recursive: true });
  for (const [format, file] of [
    ["css", "layout.css"],
    ["sass", "layout.scss"],
  ] as const)
    runNode(
      [join(root, "cli/dist/ypsiline.js"), "export", "design/ypsiline.layout.json", "--format", format, "-o", join(folder, file)],
      "The stylesheet of our own layout could not be written",
    );
};

/** Builds the application, its server and its workers. */
const buildApplication = (): void => {
  print("Building the application …");
  const result = spawnSync(process.execPath, [join(root, "node_modules/next/dist/bin/next"), "build"], {
    cwd: join(root, "web"),
    stdio: ["ignore", "pipe", "pipe"],
    encoding: "utf8",
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
  });
  if (result.status !== 0) throw new Stop(`${result.stdout}\n${result.stderr}\nThe build failed (its words are above).`);
  buildServer();
};

/** Builds the server and its workers, one file each. */
export const buildServer = (): void => runNode(["--import", "tsx", join(root, "web/build-server.ts")], "The server could not be built");

/** What the application needs before it is built or run from its sources: the command, the guide, our own layout. */
export const writeGenerated = (): void => {
  const core = sourceFiles("core/src");
  const command = [...core, ...sourceFiles("cli")];
  unlessMadeOf("cli/dist/built", ["docs/command.md", "docs/lint.md", ...command], () =>
    runNode(["--import", "tsx", join(root, "cli/build.ts")], "The command could not be built"),
  );
  unlessMadeOf(
    "web/generated/written",
    ["scripts/write-guide.ts", ...sourceFiles("docs/guide"), ...core, ...sourceFiles("web/server/guide")],
    () => runScript("write-guide.ts", [], {}),
  );
  unlessMadeOf("web/generated/layout-written", ["design/ypsiline.layout.json", ...command], writeOwnLayout);
};

/** Builds everything that is not yet built from exactly these sources. */
export const build = (): void => {
  writeGenerated();
  unlessMadeOf(
    "web/.next/ypsiline-built",
    ["design/ypsiline.layout.json", ...sourceFiles("core/src"), ...sourceFiles("web")],
    buildApplication,
  );
};
