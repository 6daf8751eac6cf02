import autocannon from "autocannon";
import { type ChildProcess, spawn } from "node:child_process";
import { join } from "node:path";
import { root } from "./run-script";
import { freePort } from "./serve";
import { print } from "./terminal";

// What `npm run bench` measures of published files and packages, against a bare server (`bench-bare.ts`).

/** Requests a second, and answers that were not what was asked for. */
type Throughput = { readonly perSecond: number; readonly wrong: number };

/** Requests a second, over some seconds, and how many of the answers were not what was asked for. */
const throughput = async (url: string, headers: Readonly<Record<string, string>> = {}): Promise<Throughput> => {
  const result = await autocannon({ url, headers, connections: 10, duration: 6 });
  return { perSecond: result.requests.average, wrong: result.errors + result.timeouts + result["4xx"] + result["5xx"] };
};

/** A bare Node server that makes one query for each request. */
const bareServer = async (database: string, env: NodeJS.ProcessEnv): Promise<{ readonly port: number; readonly bare: ChildProcess }> => {
  const port = await freePort();
  const bare = spawn(process.execPath, ["--import", "tsx", join(root, "scripts/bench-bare.ts")], {
    cwd: root,
    stdio: ["ignore", "pipe", "inherit"],
    env: { ...process.env, TSX_TSCONFIG_PATH: join(root, "web/tsconfig.json"), DATABASE_URL: database, PORT: String(port), ...env },
  });
  await new Promise((resolve) => bare.stdout.once("data", resolve));
  return { port, bare };
};

/** Metadata and tarballs of the registry against a bare Node server that makes the same query and sends the same bytes. */
export const registry = async (address: string, database: string): Promise<void> => {
  const package_ = `${address}/npm/@skerry/passenger-booking`;
  for (const [what, url, query, aim] of [
    ["Package metadata", package_, "metadata", 0.8],
    ["A tarball", `${package_}/-/passenger-booking-2.1.0.tgz`, "tarball", 0.9],
  ] as const) {
    await throughput(url);
    const ours = await throughput(url);
    const ratios: string[] = [];
    for (const QUERY of [query, `${query}-ready`]) {
      const { port, bare } = await bareServer(database, { QUERY, BODY_OF: url });
      const plain = await throughput(`http://127.0.0.1:${port}/`);
      bare.kill("SIGTERM");
      ratios.push((ours.perSecond / plain.perSecond).toFixed(2));
      if (plain.wrong > 0) print(`the bare server gave ${plain.wrong} wrong answers`);
    }
    print(
      `${what}: ${ours.perSecond.toFixed(0)} a second, ${ratios[0]} of a bare server that reads the same (aim ${aim}), ${ratios[1]} of one that has the bytes ready and looks only at who may read them; wrong answers ${ours.wrong}`,
    );
  }
};

/** Reading a published version against a bare Node server that runs the same query, and by its ETag. */
export const published = async (address: string, database: string): Promise<void> => {
  const url = `${address}/api/v1/specs/skerry/passenger-booking/2.1.0`;
  const { port, bare } = await bareServer(database, { QUERY: "document" });
  const etag = (await fetch(url)).headers.get("etag") ?? "";
  await throughput(url);
  const plain = await throughput(`http://127.0.0.1:${port}/`);
  const ours = await throughput(url);
  const unchanged = await throughput(url, { "If-None-Match": etag });
  bare.kill("SIGTERM");
  const wrong = plain.wrong + ours.wrong + unchanged.wrong;
  print(
    `Reading a published version: ${ours.perSecond.toFixed(0)} a second, ${(ours.perSecond / plain.perSecond).toFixed(2)} of a bare server with the same query (aim 0.8); by ETag, 304: ${unchanged.perSecond.toFixed(0)} a second, ${(unchanged.perSecond / ours.perSecond).toFixed(2)} of 200 (aim: above 1); wrong answers ${wrong}`,
  );
};
