import { execFile } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { type APIRequestContext, expect } from "@playwright/test";
import { makeSpec, requestsOf } from "./people";

/** The address of the application under test. */
export const address = process.env["BASE_URL"] ?? "http://127.0.0.1:3000";

export const root = join(import.meta.dirname, "..");

export type Ran = { readonly code: number; readonly out: string; readonly err: string };

/**
 * Runs a program and waits for it, whatever its exit code. It does not inherit this process's settings for package
 * managers.
 */
export const ran = (cwd: string, file: string, args: readonly string[], env: Readonly<Record<string, string>> = {}): Promise<Ran> =>
  new Promise((resolve) => {
    const own = Object.fromEntries(
      Object.entries(process.env).filter(([name]) => !/^npm_|^NODE_OPTIONS$|^INIT_CWD$|^FORCE_COLOR$/i.test(name)),
    );
    execFile(file, [...args], { cwd, env: { ...own, ...env }, timeout: 120_000, maxBuffer: 64 * 1024 * 1024 }, (error, out, err) => {
      const code = error === null ? 0 : typeof error.code === "number" ? error.code : 255;
      resolve({ code, out, err });
    });
  });

/** A temporary folder, as somebody's project. */
export const project = (files: Readonly<Record<string, string>> = {}): string => {
  const folder = mkdtempSync(join(tmpdir(), "ypsiline-project-"));
  for (const [path, text] of Object.entries({ "package.json": '{ "name": "site", "version": "1.0.0", "private": true }\n', ...files })) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), text);
  }
  return folder;
};

/** The real clients, each with an empty cache in the project. */
export const npm = (folder: string, ...args: string[]): Promise<Ran> =>
  ran(folder, "npm", [...args, "--no-audit", "--no-fund", "--no-update-notifier", "--loglevel=warn"], {
    npm_config_cache: join(folder, ".cache"),
    npm_config_fetch_retries: "0",
    npm_config_userconfig: join(folder, ".nobody"),
  });
export const pnpm = (folder: string, ...args: string[]): Promise<Ran> =>
  ran(folder, process.execPath, [join(root, "node_modules", "pnpm", "bin", "pnpm.cjs"), ...args], {
    npm_config_store_dir: join(folder, ".store"),
    npm_config_cache_dir: join(folder, ".cache"),
    npm_config_fetch_retries: "0",
    npm_config_userconfig: join(folder, ".nobody"),
    CI: "1",
  });

export const yarn = (folder: string, ...args: string[]): Promise<Ran> =>
  ran(folder, process.execPath, [join(root, "node_modules", "@yarnpkg", "cli-dist", "bin", "yarn.js"), ...args], {
    YARN_GLOBAL_FOLDER: join(folder, ".yarn-global"),
    YARN_ENABLE_TELEMETRY: "0",
    YARN_ENABLE_IMMUTABLE_INSTALLS: "false",
    YARN_UNSAFE_HTTP_WHITELIST: "127.0.0.1",
    CI: "1",
  });

/** Yarn 1, which reads npm's settings. */
export const yarnClassic = (folder: string, ...args: string[]): Promise<Ran> =>
  ran(folder, process.execPath, [join(root, "node_modules", "yarn-classic", "bin", "yarn.js"), ...args, "--non-interactive"], {
    HOME: folder,
    YARN_CACHE_FOLDER: join(folder, ".yarn-cache"),
    npm_config_userconfig: join(folder, ".nobody"),
    CI: "1",
  });

/** The lines of .npmrc with a team's registry and, optionally, a token. */
export const npmrc = (token?: string): string =>
  [
    `@skerry:registry=${address}/npm/`,
    ...(token === undefined ? [] : [`${address.replace("http:", "")}/npm/:_authToken=${token}`]),
    "",
  ].join("\n");

export const installed = (folder: string, name: string, path = "package.json"): string =>
  readFileSync(join(folder, "node_modules", name, path), "utf8");
export const versionOf = (folder: string, name: string): string => (JSON.parse(installed(folder, name)) as { version: string }).version;

/** Makes a spec with these published versions; before each, the desk's gutter is changed. */
export const publishedSpec = async (versions: readonly (readonly [number: string, gutter: string])[]): Promise<string> => {
  const path = await makeSpec(address, { kind: "columns", width: 1440, columns: 12 });
  const spec = path.split("/").at(-1) ?? "";
  for (const [number, gutter] of versions) await publishNext(spec, number, gutter);
  return spec;
};

/** Publishes a spec's next version with another gutter. */
export const publishNext = async (spec: string, number: string, gutter: string, at = address): Promise<void> => {
  const author = await requestsOf(at, "author");
  const draft = `/api/drafts/skerry/${spec}`;
  const { revision, layout } = (await (await author.get(draft)).json()) as {
    revision: number;
    layout: { breakpoints: { id: string; columns: { gutter: string } }[] };
  };
  const last = layout.breakpoints.at(-1);
  const from = last?.columns.gutter;
  let now = revision;
  if (from !== gutter) {
    const changes = [{ path: ["breakpoints", last?.id ?? "", "columns", "gutter"], from, to: gutter }];
    const saved = await author.post(draft, { data: { revision, changes } });
    expect(saved.status(), await saved.text()).toBe(200);
    now = ((await saved.json()) as { revision: number }).revision;
  }
  await author.dispose();
  const lead = await requestsOf(at, "lead");
  const answer = await lead.post(`${draft}/publish`, { data: { revision: now, number, note: `Version ${number}.` } });
  expect(answer.status(), await answer.text()).toBe(201);
  await lead.dispose();
};

/** Makes a project with an access token, as the lead does. */
export const tokenOf = async (lead: APIRequestContext, name: string): Promise<{ readonly token: string; readonly id: number }> => {
  const made = await lead.post("/api/teams/skerry/projects", { data: { name } });
  expect(made.ok(), await made.text()).toBe(true);
  const { id } = (await made.json()) as { id: number };
  const answer = await lead.post(`/api/teams/skerry/projects/${id}/tokens`, { data: { name: "Build" } });
  return { id, token: ((await answer.json()) as { token: string }).token };
};
