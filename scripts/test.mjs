import { spawn, spawnSync } from "node:child_process";
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

/** Runs tools one after the other beside what else runs; what they say is told once each has ended, so that it stays together. */
const beside = async (tools) => {
  for (const [title, file, args] of tools) {
    const child = spawn(process.execPath, [join(root, "node_modules", file), ...args], { cwd: root, stdio: ["ignore", "pipe", "pipe"] });
    const told = [];
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (data) => told.push(data));
    const code = await new Promise((resolve) => child.on("close", resolve));
    say(`\n— ${title}\n${Buffer.concat(told).toString()}`.trimEnd());
    if (code !== 0) throw new Stop(`${title}: failed.`);
  }
};

run(async () => {
  installPackages();
  // Next.js writes the types of its routes while it builds; the type check reads them.
  build();
  // What reads all sources and shares nothing goes side by side.
  await Promise.all([
    beside(["core", "cli", "web", "scripts"].map((part) => [`types of ${part}`, "typescript/bin/tsc", ["-p", part]])),
    beside([
      ["lint", "eslint/bin/eslint.js", ["."]],
      ["format", "prettier/bin/prettier.cjs", ["--check", "--log-level", "warn", "."]],
    ]),
  ]);
  tool("unit tests", "vitest/vitest.mjs", ["run", "--reporter=default"]);

  await withDemoServer(({ address, database }) =>
    tool("browser tests", "@playwright/test/cli.js", ["test", ...process.argv.slice(2)], { BASE_URL: address, DATABASE_URL: database }),
  );
});
