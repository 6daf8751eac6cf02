import { spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";

/** The command as it is served, one file. */
export const command = join(import.meta.dirname, "..", "dist", "ypsiline.js");

export type Ran = { readonly code: number | null; readonly out: string; readonly err: string };

/** Runs the command as a child process and waits for it; piped, or on a terminal that `script` (util-linux) makes. */
export const run = (
  args: readonly string[],
  { cwd, input = "", env = {}, terminal = false }: { cwd?: string; input?: string; env?: Record<string, string>; terminal?: boolean } = {},
): Promise<Ran> =>
  new Promise((resolve, reject) => {
    const quoted = [process.execPath, command, ...args].map((one) => `'${one.replaceAll("'", `'\\''`)}'`).join(" ");
    const [file, all] = terminal ? ["script", ["-qec", quoted, "/dev/null"]] : [process.execPath, [command, ...args]];
    const child = spawn(file, all, {
      cwd,
      env: { ...process.env, NO_COLOR: "", FORCE_COLOR: undefined, TERM: "xterm", YPSILINE_TOKEN: undefined, ...env },
    });
    let out = "";
    let err = "";
    child.stdout.on("data", (data: Buffer) => (out += data.toString("utf8")));
    child.stderr.on("data", (data: Buffer) => (err += data.toString("utf8")));
    child.on("error", reject);
    child.on("close", (code) => resolve({ code, out, err }));
    child.stdin.end(input);
  });

/** A folder of its own with files in it. */
export const folderWith = (files: Readonly<Record<string, string>>): string => {
  const folder = mkdtempSync(join(tmpdir(), "ypsiline-cli-"));
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), text);
  }
  return folder;
};
