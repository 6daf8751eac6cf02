import { type ChildProcess, spawn } from "node:child_process";
import { join } from "node:path";
import { writeGenerated } from "./build";
import { startCluster } from "./cluster";
import { accounts, password } from "./demo-accounts";
import { root, runScript } from "./run-script";
import { requireFreePort, runningParts } from "./serve";
import { print, run, wordsOf } from "./terminal";

// `npm run dev`: the application from its sources, for developers. Pages change as files are saved; the server restarts
// when its own files change. The database and the demo are those of `npm start`.
run(async () => {
  const port = Number(process.env["PORT"] ?? 3000);
  const children: ChildProcess[] = [];
  const { parts, stop } = runningParts(() => children.forEach((child) => child.kill("SIGTERM")));
  try {
    await requireFreePort(port);
    writeGenerated();
    parts.cluster = process.env["DATABASE_URL"] ? null : await startCluster(".data");
    const env: NodeJS.ProcessEnv = {
      ...process.env,
      DATABASE_URL: parts.cluster?.url ?? process.env["DATABASE_URL"],
      NODE_ENV: "development",
      NEXT_TELEMETRY_DISABLED: "1",
      RATE_LIMIT: "0",
      DEMO: "1",
      WEBHOOKS_PRIVATE: "1",
      PORT: String(port),
    };
    runScript("prepare.ts", ["--demo"], { ...env, DEMO_RECEIVER: `http://127.0.0.1:${port}/demo/receiver` });
    const start = (args: readonly string[]): void => {
      const child = spawn(process.execPath, args, { cwd: join(root, "web"), stdio: ["ignore", "inherit", "inherit"], env });
      child.once("exit", (code) => stop(code ?? 0));
      children.push(child);
    };
    start(["--import", "tsx", "build-server.ts", "--watch"]);
    start([join(root, "node_modules/tsx/dist/cli.mjs"), "watch", "--include", "dist/worker.mjs", "server.ts"]);
    print(`\nThe application is built as it is asked for, at http://127.0.0.1:${port}`);
    print(`Demo accounts (password ${password}): ${accounts.map(({ email }) => email).join(", ")}\nStop it with Ctrl-C.\n`);
  } catch (error) {
    process.stderr.write(`\n${wordsOf(error)}\n`);
    stop(1);
  }
});
