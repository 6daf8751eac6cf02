import { spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { runCommandLine } from "../src/command-line";
import { warning } from "../src/world";

/** The command as it is served: one file. */
export const served = join(import.meta.dirname, "..", "dist", "ypsiline.js");

export type Ran = { readonly code: number | null; readonly out: string; readonly err: string };

type Surroundings = {
  readonly cwd?: string;
  readonly input?: string;
  readonly env?: Readonly<Record<string, string>>;
  readonly terminal?: boolean;
};

/** Runs a command line in this process, as the program does, so that tests of its output need no process each. */
export const run = async (
  args: readonly string[],
  { cwd = process.cwd(), input = "", env = {}, terminal = false }: Surroundings = {},
): Promise<Ran> => {
  let out = "";
  let err = "";
  const stderr = (text: string): void => void (err += text);
  const code = await runCommandLine(args, {
    world: {
      cwd,
      env: { PATH: process.env["PATH"], TERM: "xterm", ...env },
      home: join(cwd, "home"),
      stdin: () => Promise.resolve(input),
      warn: (message) => stderr(warning(message)),
    },
    stdout: (text) => Promise.resolve(void (out += text)),
    stderr,
    isTerminal: terminal,
  });
  return { code, out, err };
};

/** Runs the served file as a process and waits for it: piped, or on a terminal that `script` (util-linux) makes. */
export const runServed = (args: readonly string[], { cwd, input = "", env = {}, terminal = false }: Surroundings = {}): Promise<Ran> =>
  new Promise((resolve, reject) => {
    const quoted = [process.execPath, served, ...args].map((one) => `'${one.replaceAll("'", `'\\''`)}'`).join(" ");
    const [file, all] = terminal ? ["script", ["-qec", quoted, "/dev/null"]] : [process.execPath, [served, ...args]];
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

/** Makes a temporary folder with these files. */
export const folderWith = (files: Readonly<Record<string, string>>): string => {
  const folder = mkdtempSync(join(tmpdir(), "ypsiline-cli-"));
  for (const [path, text] of Object.entries(files)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), text);
  }
  return folder;
};
