import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { withDemoServer } from "./demo-server.mjs";
import { build, installPackages, root } from "./install.mjs";
import { run, say, Stop } from "./say.mjs";

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
  // Next.js writes the types of its routes while it builds; the type check reads them.
  build();
  for (const part of ["core", "cli", "web", "scripts"]) tool(`types of ${part}`, "typescript/bin/tsc", ["-p", part]);
  tool("lint", "eslint/bin/eslint.js", ["."]);
  tool("format", "prettier/bin/prettier.cjs", ["--check", "--log-level", "warn", "."]);
  tool("unit tests", "vitest/vitest.mjs", ["run", "--reporter=default"]);

  await withDemoServer(({ address, database }) =>
    tool("browser tests", "@playwright/test/cli.js", ["test", ...process.argv.slice(2)], { BASE_URL: address, DATABASE_URL: database }),
  );
});
