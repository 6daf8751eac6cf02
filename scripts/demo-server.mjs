import { startCluster } from "./cluster.mjs";
import { build, installChromium, installPackages, runScript } from "./install.mjs";
import { freePort, keepServing } from "./serve.mjs";

/**
 * Runs work against the built application with a fresh demo in a database of its own (`.data-test/`), and
 * stops what it started. `work` is given the address, the database's URL, and how to
 * ask for the process that runs now.
 */
export const withDemoServer = async (work) => {
  installPackages();
  installChromium();
  build();
  const cluster = await startCluster(".data-test");
  let application = null;
  const stop = async () => {
    await application?.stop();
    cluster.stop();
  };
  const interrupted = () => stop().finally(() => process.exit(130));
  process.on("SIGINT", interrupted);
  try {
    runScript("prepare.ts", ["--fresh", "--demo"], { DATABASE_URL: cluster.url });
    const port = await freePort();
    application = await keepServing(port, { DATABASE_URL: cluster.url, RATE_LIMIT: "0", DEMO: "1", WEBHOOKS_PRIVATE: "1" });
    await work({ address: `http://127.0.0.1:${port}`, database: cluster.url, pid: application.pid });
  } finally {
    process.off("SIGINT", interrupted);
    await stop();
  }
};
