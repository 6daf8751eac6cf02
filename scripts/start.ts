import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { build } from "./build";
import { startCluster } from "./cluster";
import { accounts, password } from "./demo-accounts";
import { root, runScript } from "./run-script";
import { keepServing, requireFreePort, runningParts } from "./serve";
import { print, run, Stop, wordsOf } from "./terminal";

const lock = join(root, ".data", "start.pid");

/** Two starts in one folder would share the cluster, and the first to stop would stop it for both. */
const takeLock = (): void => {
  mkdirSync(join(root, ".data"), { recursive: true });
  if (existsSync(lock)) {
    const pid = Number(readFileSync(lock, "utf8"));
    let running = false;
    try {
      running = pid > 0 && pid !== process.pid && readFileSync(`/proc/${pid}/cmdline`, "utf8").includes("run.mjs");
    } catch {
      // No such process: the lock is stale.
    }
    if (running) throw new Stop(`Ypsiline is running from this folder already (process ${pid}). Stop it first: kill ${pid}`);
  }
  writeFileSync(lock, String(process.pid));
};

run(async () => {
  const port = Number(process.env["PORT"] ?? 3000);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Stop(`PORT must be a number from 1 to 65535, not ${process.env["PORT"]}.`);
  takeLock();
  const { parts, stop } = runningParts(() => rmSync(lock, { force: true }));
  try {
    await requireFreePort(port);
    const given = process.env["DATABASE_URL"];
    parts.cluster = given ? null : await startCluster(".data");
    const url = parts.cluster?.url ?? given;
    runScript("prepare.ts", ["--demo"], { DATABASE_URL: url, DEMO_RECEIVER: `http://127.0.0.1:${port}/demo/receiver` });
    build();
    parts.application = await keepServing(port, {
      DATABASE_URL: url,
      RATE_LIMIT: process.env["RATE_LIMIT"] ?? "0",
      DEMO: "1",
      WEBHOOKS_PRIVATE: process.env["WEBHOOKS_PRIVATE"] ?? "1",
    });
  } catch (error) {
    process.stderr.write(`\n${wordsOf(error)}\n`);
    return stop(1);
  }
  print(`\nYpsiline is at http://127.0.0.1:${port}\n`);
  print(`Demo accounts (password ${password}):`);
  for (const { email, role } of accounts) print(`  ${email.padEnd(24)} ${role}`);
  print(`\nA booking page that uses the published layout: http://127.0.0.1:${port}/demo/booking`);
  print(`The layout of our own screens: http://127.0.0.1:${port}/specs/interface/ypsiline/versions/latest`);
  print("\nStop it with Ctrl-C.");
  parts.cluster?.keep();
});
