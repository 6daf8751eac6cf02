import { createHash } from "node:crypto";
import { createServer, type RequestListener } from "node:http";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { pack } from "tar-stream";
import { describe, expect, it } from "vitest";
import { writeLayout } from "@ypsiline/core";
import { cleanLayout } from "../../core/test/layouts";
import { registryOf } from "../src/registry/client";
import { npmSettings, tokenFor } from "../src/registry/npmrc";
import type { World } from "../src/world";
import { folderWith, run } from "./run";

const worldIn = (cwd: string, env: World["env"] = {}, home = join(cwd, "home")): World => ({
  cwd,
  env,
  home,
  stdin: () => Promise.resolve(""),
  warn: () => undefined,
});

describe("settings as npm reads them (docs.npmjs.com: npmrc, config)", () => {
  it("are read at the root of the workspaces; a folder outside them has its own", async () => {
    const folder = folderWith({
      "package.json": JSON.stringify({ workspaces: ["apps/*", "libs/**"] }),
      ".npmrc": "@skerry:registry=https://root.example/npm/\n",
      "apps/web/package.json": "{}",
      "apps/web/.npmrc": "@skerry:registry=https://web.example/npm/\n",
      "apps/web/src/a.ts": "",
      "libs/ui/deep/package.json": "{}",
      "tools/package.json": "{}",
      "tools/.npmrc": "@skerry:registry=https://tools.example/npm/\n",
    });
    const of = async (path: string) => (await npmSettings(worldIn(join(folder, path)))).get("@skerry:registry");
    expect(await of("")).toBe("https://root.example/npm/");
    expect(await of("apps/web")).toBe("https://root.example/npm/");
    expect(await of("apps/web/src")).toBe("https://root.example/npm/");
    expect(await of("libs/ui/deep")).toBe("https://root.example/npm/");
    expect(await of("tools")).toBe("https://tools.example/npm/");
  });

  it("are taken from the environment first, then the project, then the user, then the machine", async () => {
    const folder = folderWith({
      "package.json": "{}",
      ".npmrc": "a=project\nb=project\n",
      "home/.npmrc": "a=person\nb=person\nc=${WHO} and ${NOBODY?}.\n",
      "elsewhere/npmrc": "c=elsewhere\n",
      "machine/etc/npmrc": "c=machine\nd='machine'\n",
    });
    const env = { npm_config_a: "variable", WHO: "Ada", NPM_CONFIG_PREFIX: join(folder, "machine"), npm_config_empty: "" };
    const all = await npmSettings(worldIn(folder, env));
    expect(["a", "b", "c", "d", "empty"].map((name) => all.get(name))).toEqual(["variable", "project", "Ada and .", "machine", undefined]);
    const other = await npmSettings(worldIn(folder, { NPM_CONFIG_USERCONFIG: join(folder, "elsewhere/npmrc") }));
    expect(other.get("c")).toBe("elsewhere");
    const named = await npmSettings(
      worldIn(folder, { "npm_config_//host.example/npm/:_authToken": "t", "NPM_CONFIG_@skerry:registry": "https://x.example/" }),
    );
    expect([named.get("//host.example/npm/:_authToken"), named.get("@skerry:registry")]).toEqual(["t", "https://x.example/"]);
  });

  it("have a token under the address or a shorter path of its host; an empty one, or one of an unset variable, counts as none", async () => {
    const settings = new Map([
      ["//host.example/npm/:_authToken", ""],
      ["//host.example/:_authToken", "short"],
      ["//other.example/npm/:_authToken", "${NOT_SET}"],
    ]);
    expect(tokenFor(settings, "https://host.example/npm/")).toBe("short");
    expect(tokenFor(settings, "https://other.example/npm/")).toBeNull();
    const folder = folderWith({ "package.json": "{}", ".npmrc": "//host.example/:_authToken=kept\n" });
    const token = async (env: World["env"]) => {
      const registry = await registryOf(worldIn(folder, env), "https://host.example/npm/", "@skerry");
      return registry.ok ? registry.value.token : registry.message;
    };
    expect([await token({}), await token({ YPSILINE_TOKEN: "" }), await token({ YPSILINE_TOKEN: "mine" })]).toEqual([
      "kept",
      "kept",
      "mine",
    ]);
  });
});

const serving = async (answer: RequestListener) => {
  const server = createServer(answer);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", () => resolve()));
  return { port: (server.address() as AddressInfo).port, server };
};

/** A registry with one spec, whose 1.1.0 was withdrawn, and whose 2.0.0 was too and is all there is of 2. */
const registry = async () => {
  const tar = pack();
  tar.entry({ name: "package/layout.json" }, writeLayout(cleanLayout()));
  tar.finalize();
  const parts: Buffer[] = [];
  for await (const part of tar) parts.push(part as Buffer);
  const bytes = gzipSync(Buffer.concat(parts));
  const integrity = `sha512-${createHash("sha512").update(bytes).digest("base64")}`;
  const asked: string[] = [];
  const { port, server } = await serving((request, response) => {
    asked.push(request.url ?? "");
    if (request.url?.endsWith(".tgz")) return void response.end(bytes);
    const version = (deprecated?: string) => ({
      dist: { tarball: `http://registry.example:${port}/npm/all.tgz`, integrity },
      ...(deprecated === undefined ? {} : { deprecated }),
    });
    response.end(
      JSON.stringify({
        name: "@skerry/quay-board",
        "dist-tags": { latest: "1.0.0" },
        versions: { "1.0.0": version(), "1.1.0": version("Withdrawn: Too wide."), "2.0.0": version("Too narrow.") },
      }),
    );
  });
  return { port, server, asked };
};

describe("a registry behind a proxy", () => {
  it("is asked through the proxy unless excluded; a withdrawn version is never used without a warning", async () => {
    const own = await registry();
    const through: string[] = [];
    // A plain proxy: accepts absolute addresses, and resolves the registry's name.
    const proxy = await serving((request, response) => {
      through.push(request.url ?? "");
      const { pathname } = new URL(request.url ?? "");
      void fetch(`http://127.0.0.1:${own.port}${pathname}`).then(async (answer) =>
        response.writeHead(answer.status).end(Buffer.from(await answer.arrayBuffer())),
      );
    });
    proxy.server.on("connect", (request, socket) => {
      through.push(`CONNECT ${request.url ?? ""}`);
      socket.end("HTTP/1.1 403 Forbidden\r\n\r\n");
    });
    try {
      const folder = folderWith({
        "package.json": "{}",
        ".npmrc": `@skerry:registry=http://registry.example:${own.port}/npm/\nproxy=http://127.0.0.1:${proxy.port}\n`,
      });
      const ypsiline = (args: readonly string[], env: Record<string, string> = {}) =>
        run(args, { cwd: folder, env: { HOME: folder, ...env } });
      expect(await ypsiline(["check", "@skerry/quay-board"])).toMatchObject({ code: 0, err: "" });
      expect(through).toHaveLength(2);
      // 1.1.0 is named: it is checked, and its withdrawal is a problem. ^1 finds a version that is not withdrawn.
      const withdrawn = await ypsiline(["check", "@skerry/quay-board@1.1.0"]);
      expect(withdrawn).toMatchObject({ code: 1, err: "ypsiline: @skerry/quay-board@1.1.0 was withdrawn: Too wide.\n" });
      expect(withdrawn.out).toContain("@skerry/quay-board@1.1.0 was withdrawn: Too wide.");
      expect(await ypsiline(["check", "@skerry/quay-board@^1"])).toMatchObject({ code: 0, err: "" });
      expect(await ypsiline(["resolve", "@skerry/quay-board@^2", "--width", "1280"])).toMatchObject({
        code: 0,
        err: "ypsiline: @skerry/quay-board@2.0.0 was withdrawn: Too narrow.\n",
      });
      const pulled = await ypsiline(["pull", "@skerry/quay-board@^2"]);
      expect(pulled).toMatchObject({ code: 0, err: "ypsiline: @skerry/quay-board 2.0.0 was withdrawn: Too narrow.\n" });
      const outdated = await ypsiline(["outdated"]);
      expect(outdated.code).toBe(1);
      expect(outdated.out).toContain("2.0.0 was withdrawn: Too narrow.");
      // Excluded hosts are asked directly: that name does not resolve here.
      const spared = await ypsiline(["check", "@skerry/quay-board"], { npm_config_noproxy: "registry.example" });
      expect([spared.code, spared.err]).toEqual([2, expect.stringContaining("cannot be reached")]);
      const secret = await ypsiline(["check", "@skerry/quay-board", "--registry", "https://registry.example/npm/"]);
      expect([secret.code, secret.err]).toEqual([2, expect.stringContaining("answered 403 for registry.example:443")]);
      expect(through.at(-1)).toBe("CONNECT registry.example:443");
    } finally {
      own.server.close();
      proxy.server.close();
      own.server.closeAllConnections();
      proxy.server.closeAllConnections();
    }
  });
});
