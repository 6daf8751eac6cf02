import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { build } from "./build";
import { startCluster } from "./cluster";
import { root, runScript } from "./run-script";
import { keepServing, requireFreePort, runningParts } from "./serve";
import { print, run, Stop, wordsOf } from "./terminal";

// `npm run serve`: a team's own instance, without demo data, accounts or pages. Settings are in docs/operations.md; all
// of them are checked before anything is started.
run(async () => {
  const embedded = process.argv.includes("--embedded");
  const { parts, stop } = runningParts();
  try {
    parts.cluster = embedded ? await startCluster(".data-instance") : null;
    const env: NodeJS.ProcessEnv = { ...process.env, ...(parts.cluster ? { DATABASE_URL: parts.cluster.url } : {}) };
    const looked = spawnSync(process.execPath, ["--import", "tsx", join(root, "scripts", "check-settings.ts")], {
      cwd: root,
      stdio: ["ignore", "inherit", "inherit"],
      env: { ...env, TSX_TSCONFIG_PATH: join(root, "web", "tsconfig.json") },
    });
    if (looked.status !== 0) throw new Stop("Nothing was started.");
    const port = Number(env["PORT"] || 3000);
    await requireFreePort(port);
    runScript("prepare.ts", ["--set-up"], env);
    build();
    parts.application = await keepServing(port, env);
    print(`\nYpsiline is at ${env["PUBLIC_URL"] || `http://${env["HOST"] || "127.0.0.1"}:${port}`}\n\nStop it with Ctrl-C.`);
    parts.cluster?.keep();
  } catch (error) {
    process.stderr.write(`\n${wordsOf(error)}\n`);
    stop(1);
  }
});
