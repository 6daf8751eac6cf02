import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { startCluster } from "./cluster.mjs";
import { build, installChromium, installPackages, root, runScript } from "./install.mjs";
import { run, say, Stop } from "./say.mjs";
import { freePort, serve } from "./serve.mjs";

/** Runs one of the project's tools and stops the whole when it fails. */
const tool = (title, file, args, env = {}) => {
  say(`\n— ${title}`);
  const result = spawnSync(process.execPath, [join(root, "node_modules", file), ...args], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, ...env },
  });
  if (result.status !== 0) throw new Stop(`${title}: failed.`);
};

run(async () => {
  installPackages();
  installChromium();
  // Next.js writes the types of its routes while it builds; the type check reads them.
  build();
  for (const part of ["core", "web", "scripts"]) tool(`types of ${part}`, "typescript/bin/tsc", ["-p", part]);
  tool("lint", "eslint/bin/eslint.js", ["."]);
  tool("format", "prettier/bin/prettier.cjs", ["--check", "--log-level", "warn", "."]);
  tool("unit tests", "vitest/vitest.mjs", ["run", "--reporter=default"]);

  const cluster = await startCluster(".data-test");
  let child = null;
  const stop = () => {
    if (child?.exitCode === null) child.kill("SIGTERM");
    cluster.stop();
  };
  process.on("SIGINT", () => {
    stop();
    process.exit(130);
  });
  try {
    runScript("prepare.ts", ["--fresh", "--demo"], { DATABASE_URL: cluster.url });
    const port = await freePort();
    child = await serve(port, { DATABASE_URL: cluster.url, RATE_LIMIT: "0", DEMO: "1" });
    tool("browser tests", "@playwright/test/cli.js", ["test", ...process.argv.slice(2)], {
      BASE_URL: `http://127.0.0.1:${port}`,
      DATABASE_URL: cluster.url,
    });
  } finally {
    stop();
  }
});
