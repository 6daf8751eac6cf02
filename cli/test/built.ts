import { execFileSync } from "node:child_process";
import { join } from "node:path";

/** The tests run the command as it is served. */
export const setup = (): void => {
  execFileSync(process.execPath, ["--import", "tsx", join(import.meta.dirname, "..", "build.ts")], { stdio: "inherit" });
};
