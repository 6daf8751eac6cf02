import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { startCluster } from "./cluster.mjs";
import { build, installPackages, root, runScript } from "./install.mjs";
import { run, say, Stop } from "./say.mjs";
import { keepServing, requireFreePort } from "./serve.mjs";

// `npm run serve`: a team's own instance. No demo data, accounts or pages; settings are docs/operations.md's, all of them
// looked at before anything is started.
run(async () => {
  const embedded = process.argv.includes("--embedded");
  let cluster = null;
  let application = null;
  let stopping = false;
  const stop = (code) => {
    if (stopping) return;
    stopping = true;
    // What is being answered is answered: the application ends by itself, and its database after it.
    Promise.resolve(application?.stop()).finally(() => {
      cluster?.stop();
      process.exit(code);
    });
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => stop(0));
  try {
    installPackages();
    cluster = embedded ? await startCluster(".data-instance") : null;
    const env = { ...process.env, ...(cluster ? { DATABASE_URL: cluster.url } : {}) };
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
    application = await keepServing(port, env);
    say(`\nYpsiline is at ${env.PUBLIC_URL || `http://${env.HOST || "127.0.0.1"}:${port}`}\n\nStop it with Ctrl-C.`);
    cluster?.keep();
  } catch (error) {
    process.stderr.write(`\n${error instanceof Stop ? error.message : error.stack}\n`);
    stop(1);
  }
});
