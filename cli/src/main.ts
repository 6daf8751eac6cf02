import { homedir } from "node:os";
import { text as allOf } from "node:stream/consumers";
import { runCommandLine } from "./command-line";
import { warning } from "./world";

const stderr = (text: string): void => void process.stderr.write(text);

// Write errors are handled where text is written. Without a listener they would end the process first.
process.stdout.on("error", () => undefined);

const code = await runCommandLine(process.argv.slice(2), {
  world: {
    cwd: process.cwd(),
    env: process.env,
    home: homedir(),
    // Reading from a terminal would never end.
    stdin: () => (process.stdin.isTTY ? Promise.resolve("") : allOf(process.stdin)),
    warn: (message) => stderr(warning(message)),
  },
  stdout: (text) => new Promise((resolve, reject) => process.stdout.write(text, (error) => (error ? reject(error) : resolve()))),
  stderr,
  isTerminal: Boolean(process.stdout.isTTY),
});
// Exits without waiting for what a page that never finishes has left open.
process.stdout.write("", () => process.exit(code));
