import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { startCluster } from "./cluster.mjs";
import { build, installPackages, root, runScript } from "./install.mjs";
import { run, say, Stop } from "./say.mjs";
import { keepServing, requireFreePort, runningParts } from "./serve.mjs";

// `npm run serve`: a team's own instance. No demo data, accounts or pages; settings are docs/operations.md's, all of them
// looked at before anything is started.
run(async () => {
  const embedded = process.argv.includes("--embedded");
  const { parts, stop } = runningParts();
  try {
    installPackages();
    parts.cluster = embedded ? await startCluster(".data-instance") : null;
    const env = { ...process.env, ...(parts.cluster ? { DATABASE_URL: parts.cluster.url } : {}) };
    const looked = spawnSync(process.execPath, ["--import", "tsx", join(root, "scripts", "check-settings.ts")], {
      cwd: root,
      stdio: ["ignore", "inherit", "inherit"],
      env: { ...env, TSX_TSCONFIG_PATH: join(root, "web", "tsconfig.json") },
    });
    if (looked.status !== 0) throw new Stop("Nothing was started.");
    const port = Number(env.PORT || 3000);
    await requireFreePort(port);
    runScript("prepare.ts", ["--set-up"], env);
    build();
    parts.application = await keepServing(port, env);
    say(`\nYpsiline is at ${env.PUBLIC_URL || `http://${env.HOST || "127.0.0.1"}:${port}`}\n\nStop it with Ctrl-C.`);
    parts.cluster?.keep();
  } catch (error) {
    process.stderr.write(`\n${error instanceof Stop ? error.message : error.stack}\n`);
    stop(1);
  }
});
