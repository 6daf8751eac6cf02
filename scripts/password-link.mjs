import { startCluster } from "./cluster.mjs";
import { installPackages, installPostgres, runScript } from "./install.mjs";
import { run, Stop } from "./say.mjs";

// `npm run password-link -- ADDRESS`: a link by which an account sets a new password, for an instance that sends no mail. Of the
// private cluster with --embedded, else of DATABASE_URL.
const [, , ...rest] = process.argv;
const address = rest.find((one) => !one.startsWith("--"));

run(async () => {
  if (address === undefined) throw new Stop("Say whose: npm run password-link -- ADDRESS.");
  installPackages();
  const embedded = rest.includes("--embedded");
  if (embedded) installPostgres();
  const cluster = embedded ? await startCluster(".data-instance") : null;
  const url = cluster?.url ?? process.env.DATABASE_URL;
  if (!url) throw new Stop("DATABASE_URL is not set; set it, or say --embedded for the private cluster.");
  try {
    runScript("password-link.ts", [address], { DATABASE_URL: url });
  } catch {
    // The script has said why.
    process.exitCode = 1;
  } finally {
    if (cluster && !cluster.taken) cluster.stop();
  }
});
