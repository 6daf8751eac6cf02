import { execFileSync } from "node:child_process";
import { join } from "node:path";

/** The folder of the project. */
export const root = join(import.meta.dirname, "..");

/** Runs a TypeScript file of this folder and waits for it. */
export const runScript = (file: string, args: readonly string[], env: NodeJS.ProcessEnv): void =>
  void execFileSync(process.execPath, ["--import", "tsx", join(root, "scripts", file), ...args], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    // Scripts take from the application what it is run with, its short names for its own folders among them.
    env: { ...process.env, TSX_TSCONFIG_PATH: join(root, "web", "tsconfig.json"), ...env },
  });
