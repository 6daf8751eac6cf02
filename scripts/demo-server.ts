import { build } from "./build";
import { type Cluster, copyCluster, startCluster } from "./cluster";
import { installChromium } from "./install";
import { runScript } from "./run-script";
import { freePort, type Kept, keepServing } from "./serve";

/** The demo's address, its database, and its present process. */
export type DemoServer = { readonly address: string; readonly database: string; readonly pid: () => number | undefined };

/** A fresh demo, stopped: what tests with a cluster of their own start from, since making one takes ten times as long as a copy. */
const fresh = ".data-test/demo";

const makeFreshDemo = async (): Promise<void> => {
  const cluster = await startCluster(fresh);
  try {
    runScript("prepare.ts", ["--fresh", "--demo"], { DATABASE_URL: cluster.url });
  } finally {
    cluster.stop();
  }
};

/** Starts a cluster of its own with a copy of the demo that `withDemoServer` has made. */
export const startDemoCluster = async (name: string): Promise<Cluster> => {
  copyCluster(fresh, name);
  return startCluster(name);
};

/** Runs work against the built application with a fresh demo in a database of its own (`.data-test/`), and stops both. */
export const withDemoServer = async (work: (demo: DemoServer) => Promise<void> | void): Promise<void> => {
  installChromium();
  build();
  await makeFreshDemo();
  const cluster = await startDemoCluster(".data-test/main");
  let application: Kept | null = null;
  const stop = async (): Promise<void> => {
    await application?.stop();
    cluster.stop();
  };
  const interrupted = (): void => void stop().finally(() => process.exit(130));
  process.on("SIGINT", interrupted);
  try {
    const port = await freePort();
    application = await keepServing(port, { DATABASE_URL: cluster.url, RATE_LIMIT: "0", DEMO: "1", WEBHOOKS_PRIVATE: "1" });
    await work({ address: `http://127.0.0.1:${port}`, database: cluster.url, pid: application.pid });
  } finally {
    process.off("SIGINT", interrupted);
    await stop();
  }
};
