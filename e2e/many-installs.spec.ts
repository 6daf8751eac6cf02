import { expect, test } from "@playwright/test";
import { address, installed, npm, npmrc, pnpm, project } from "./clients";

const name = "@skerry/passenger-booking";
/** How many projects install at the same time, half of them with each client. INSTALLS=50 tries more. */
const installs = Number(process.env["INSTALLS"] ?? 16);

test(`${installs} installs at once, of both clients, each without a cache: all get the same files, and nobody else waits`, async () => {
  test.setTimeout(300_000);
  let done = false;
  const waits: number[] = [];
  const others = (async () => {
    while (!done) {
      const from = performance.now();
      const answer = await fetch(`${address}/api/v1/specs/skerry/passenger-booking/2.1.0/tokens.json`);
      await answer.arrayBuffer();
      expect(answer.status).toBe(200);
      waits.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  })();
  const folders = await Promise.all(
    Array.from({ length: installs }, async (_, index) => {
      const folder = project({ ".npmrc": npmrc() });
      const ended = index % 2 === 0 ? await npm(folder, "install", `${name}@2.1.0`) : await pnpm(folder, "add", `${name}@2.1.0`);
      expect(ended.code, ended.err + ended.out).toBe(0);
      return folder;
    }),
  );
  done = true;
  await others;
  const texts = new Set(
    folders.flatMap((folder) => ["index.js", "layout.css", "package.json"].map((path) => `${path} ${installed(folder, name, path)}`)),
  );
  expect(texts.size).toBe(3);
  expect(waits.length).toBeGreaterThan(installs / 4);
});
