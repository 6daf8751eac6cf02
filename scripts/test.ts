import { spawn, spawnSync } from "node:child_process";
import { join } from "node:path";
import { build } from "./build";
import { withDemoServer } from "./demo-server";
import { root } from "./run-script";
import { print, run, Stop } from "./terminal";

/** A tool of the project: its title, its file in node_modules, and what it is given. */
type Tool = { readonly title: string; readonly file: string; readonly args: readonly string[]; readonly env?: NodeJS.ProcessEnv };

const begun = performance.now();
/** How long all of it has taken so far. */
const soFar = (): string => `${Math.round((performance.now() - begun) / 1000)} s`;

/** Runs a tool; throws a Stop if it fails. */
const runTool = ({ title, file, args, env = {} }: Tool): void => {
  print(`\n— ${title} (starts after ${soFar()})`);
  const result = spawnSync(process.execPath, [join(root, "node_modules", file), ...args], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, ...env },
  });
  if (result.status !== 0) throw new Stop(`${title}: failed.`);
};

/** Runs tools one after the other beside other work. The output of each is printed as one piece when it has ended. */
const runBeside = async (tools: readonly Tool[]): Promise<void> => {
  for (const { title, file, args, env = {} } of tools) {
    const child = spawn(process.execPath, [join(root, "node_modules", file), ...args], {
      cwd: root,
      stdio: ["ignore", "pipe", "pipe"],
      env: { ...process.env, ...env },
    });
    const output: Buffer[] = [];
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (data: Buffer) => output.push(data));
    const code = await new Promise<number | null>((resolve) => child.on("close", resolve));
    print(`\n— ${title} (done after ${soFar()})\n${Buffer.concat(output).toString()}`.trimEnd());
    if (code !== 0) throw new Stop(`${title}: failed.`);
  }
};

run(async () => {
  // Next.js writes the types of its routes while it builds; the type check reads them.
  build();
  // What reads all sources and shares nothing goes side by side.
  await Promise.all([
    runBeside([
      { title: "lint", file: "eslint/bin/eslint.js", args: [".", "--max-warnings", "0"] },
      { title: "lint by types", file: "oxlint/bin/oxlint", args: ["--type-aware", "."] },
    ]),
    runBeside([
      ...["core", "cli", "web", "scripts"].map((part) => ({ title: `types of ${part}`, file: "typescript-7/bin/tsc", args: ["-p", part] })),
      { title: "unused files, exports and packages", file: "knip/bin/knip.js", args: ["--no-config-hints"] },
      { title: "format", file: "prettier/bin/prettier.cjs", args: ["--check", "--log-level", "warn", "."] },
    ]),
  ]);
  runTool({ title: "unit tests", file: "vitest/vitest.mjs", args: ["run", "--reporter=default"] });
  await withDemoServer(({ address, database }) =>
    runTool({
      title: "browser tests",
      file: "@playwright/test/cli.js",
      args: ["test", ...process.argv.slice(2)],
      env: { BASE_URL: address, DATABASE_URL: database },
    }),
  );
});
