import { execFileSync } from "node:child_process";
import { join } from "node:path";

/** The command as it is served is what its tests run. */
export const setup = (): void => {
  execFileSync(process.execPath, ["--import", "tsx", join(import.meta.dirname, "..", "build.ts")], { stdio: "inherit" });
};
