import { createHash } from "node:crypto";
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { layoutSchema } from "@ypsiline/core";
import { unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { type Asked, readAddress, registryAt, tarballPath } from "@/server/registry/address";
import { latestOf, type Package, packageMetadata, type PackedVersion, versionMetadata } from "@/server/registry/metadata";
import { askedFile, isPlain } from "@/server/writing/named-file";
import { tarballOf } from "@/server/writing/tarball";
import { writeNamedFile } from "@/server/writing/write-named-file";
import { writeVersion } from "@/server/writing/write-version";
import { fileNames, packageFile } from "@/wire/files";
import { cleanLayout } from "../../../../core/test/layouts";

describe("addresses of the registry", () => {
  const pkg = (version: string | null = null): Asked => ({ kind: "package", scope: "skerry", name: "quay-board", version });
  it.each<[string, Asked]>([
    ["/@skerry/quay-board", pkg()],
    ["/@skerry%2fquay-board", pkg()],
    ["/@skerry%2Fquay-board", pkg()],
    ["/%40skerry%2fquay-board/", pkg()],
    ["/@skerry/quay-board/1.0.0", pkg("1.0.0")],
    ["/@skerry/quay-board/latest", pkg("latest")],
    ["/@skerry/quay-board/-/quay-board-1.0.0.tgz", { kind: "tarball", scope: "skerry", name: "quay-board", version: "1.0.0" }],
    ["/-/package/@skerry%2fquay-board/dist-tags", { kind: "tags", scope: "skerry", name: "quay-board" }],
    ["/-/ping", { kind: "ping" }],
    ["/-/whoami", { kind: "whoami" }],
    ...[
      "",
      "/",
      "/quay-board",
      "/@skerry",
      "/@skerry/quay-board/-/other-1.0.0.tgz",
      "/@skerry/quay-board/-/quay-board-1.0.tgz",
      "/@skerry/../quay-board",
      "/@Skerry/quay-board",
      "/-/v1/search",
      `/@${"a".repeat(61)}/b`,
    ].map((path): [string, Asked] => [path, { kind: "unknown" }]),
  ])("%s", (path, asked) => {
    expect(readAddress(path)).toEqual(asked);
  });
  it("are the same below a team's path", () => {
    expect(registryAt("/skerry/@skerry/quay-board")).toEqual({ registry: "/npm/skerry", path: "/@skerry/quay-board" });
    expect(registryAt("/skerry")).toEqual({ registry: "/npm/skerry", path: "" });
    for (const path of ["", "/", "/@skerry/quay-board", "/-/ping", "/Skerry/x", "/%2e%2e/x"])
      expect(registryAt(path)).toEqual({ registry: "/npm", path });
  });
  it("lead to a tarball by its own address", () => {
    expect(readAddress(tarballPath("@skerry/quay-board", "10.20.30"))).toEqual({
      kind: "tarball",
      scope: "skerry",
      name: "quay-board",
      version: "10.20.30",
    });
  });
});

const packed = (number: string, day: string, reason: string | null = null): PackedVersion => ({
  number,
  manifest: JSON.stringify({ name: "@skerry/quay-board", version: number, description: `Board ${number}`, exports: {} }),
  sha512: createHash("sha512").update(number).digest(),
  sha1: createHash("sha1").update(number).digest(),
  files: 17,
  unpacked: 1000,
  publishedAt: new Date(`${day}T10:00:00Z`),
  withdrawn: reason === null ? null : { reason, at: new Date("2026-06-01T10:00:00Z") },
});

describe("metadata of a package", () => {
  const all = [packed("2.1.0", "2026-03-03", "Wrong gutter."), packed("2.0.0", "2026-02-02"), packed("1.0.0", "2026-01-01")];
  const one: Package = { name: "@skerry/quay-board", versions: all, readme: "# Board" };

  it("never calls a withdrawn version the latest, and says why it was withdrawn", () => {
    const full = packageMetadata(one, "https://layouts.example/npm", "full") as { versions: Record<string, { deprecated?: string }> };
    expect(full).toMatchObject({ "dist-tags": { latest: "2.0.0" }, description: "Board 2.0.0", readme: "# Board" });
    expect(Object.keys(full.versions)).toEqual(["1.0.0", "2.0.0", "2.1.0"]);
    expect(
      Object.entries(full.versions).flatMap(([number, { deprecated }]) => (deprecated === undefined ? [] : [[number, deprecated]])),
    ).toEqual([["2.1.0", "Wrong gutter."]]);
    expect(latestOf([packed("1.0.0", "2026-01-01", "Gone.")])).toBeNull();
    expect(packageMetadata({ ...one, versions: [packed("1.0.0", "2026-01-01", "Gone.")] }, "", "full")).toMatchObject({ "dist-tags": {} });
  });
  it("has the times of first and last change, withdrawals included", () => {
    expect(packageMetadata(one, "", "full")).toMatchObject({
      time: { created: "2026-01-01T10:00:00.000Z", modified: "2026-06-01T10:00:00.000Z", "2.0.0": "2026-02-02T10:00:00.000Z" },
    });
  });
  it("has, abbreviated, what installing needs and nothing else", () => {
    const short = packageMetadata(one, "https://layouts.example/npm", "abbreviated") as { versions: Record<string, object> };
    expect(Object.keys(short).sort()).toEqual(["dist-tags", "modified", "name", "versions"]);
    expect(Object.keys(short.versions["2.0.0"] ?? {}).sort()).toEqual(["dist", "name", "version"]);
    expect(versionMetadata(one.name, packed("2.0.0", "2026-02-02"), "https://layouts.example/npm", "full")).toMatchObject({
      _id: "@skerry/quay-board@2.0.0",
      exports: {},
      dist: {
        // SHA-512 of the letters 2.0.0, in base64 as Subresource Integrity writes it.
        integrity: `sha512-${createHash("sha512").update("2.0.0").digest("base64")}`,
        tarball: "https://layouts.example/npm/@skerry/quay-board/-/quay-board-2.0.0.tgz",
      },
    });
  });
});

describe("a tarball", () => {
  const files = [
    { path: "package.json", text: "{}" },
    { path: "a/ü.css", text: "a { color: #000 }\n".repeat(2_000) },
    { path: "run.js", text: "#!/usr/bin/env node\n", run: true },
  ];
  it("has the same bytes whenever it is made, and hashes of them", async () => {
    const [first, second] = [await tarballOf(files), await tarballOf(files)];
    expect(Buffer.from(first.bytes).equals(Buffer.from(second.bytes))).toBe(true);
    expect(first.sha512).toEqual(createHash("sha512").update(first.bytes).digest());
    expect(first).toMatchObject({ files: 3, unpacked: files.reduce((sum, { text }) => sum + Buffer.byteLength(text), 0) });
  });
  it("is unpacked by tar as it was packed", async () => {
    const folder = mkdtempSync(join(tmpdir(), "ypsiline-tar-"));
    try {
      writeFileSync(join(folder, "x.tgz"), (await tarballOf(files)).bytes);
      const listed = execFileSync("tar", ["-tvzf", "x.tgz"], { cwd: folder, encoding: "utf8", env: { ...process.env, TZ: "UTC" } });
      expect(listed.match(/1985-10-26 08:15/g)).toHaveLength(3);
      expect(listed).toMatch(/-rwxr-xr-x 0\/0 .*package\/run\.js/);
      execFileSync("tar", ["-xzf", "x.tgz"], { cwd: folder });
      for (const { path, text } of files) expect(readFileSync(join(folder, "package", path), "utf8")).toBe(text);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});

describe("files written when a version is published", () => {
  const layout = cleanLayout();
  const sheet = { layout, version: "1.2.3", published: "published", at: new Date("2026-01-01T00:00:00Z"), note: "", before: null };
  const about = { name: "@skerry/quay-board", description: "", home: null, earlier: [] };

  it("are all of its files except pictures and archives, and the package; a ZIP has those files unchanged", async () => {
    const { files, package: kept } = await writeVersion(sheet, about, () => false);
    const written = fileNames(layout).filter((name) => !/\.(png|zip)$/.test(name));
    expect(files.map(({ name }) => name).sort()).toEqual([...written, packageFile].sort());
    for (const { name, body, sha512 } of files) expect(createHash("sha512").update(body).digest().equals(sha512), name).toBe(true);
    // As a later release would find them: other bytes than it would write.
    const marked = files.map((file) => ({ ...file, body: Buffer.concat([file.body, Buffer.from(" ")]) }));
    const asked = askedFile("all.zip", new URLSearchParams());
    const packed = asked.ok ? await writeNamedFile(sheet, asked.value, marked) : asked;
    if (!packed.ok) throw new Error(packed.problem.detail);
    const zip = unzipSync(packed.body as Uint8Array);
    expect(Object.keys(zip).sort()).toEqual(
      fileNames(layout)
        .filter((name) => !name.endsWith(".zip"))
        .sort(),
    );
    for (const { name, body } of marked.filter((one) => one.name !== packageFile))
      expect(Buffer.from(zip[name] ?? []).equals(body), name).toBe(true);
    expect(JSON.parse(kept.manifest)).toMatchObject({ name: "@skerry/quay-board", version: "1.2.3" });
    const again = await writeVersion(sheet, about, () => false);
    expect(again.files.map(({ sha512 }) => Buffer.from(sha512).toString("hex"))).toEqual(
      files.map(({ sha512 }) => Buffer.from(sha512).toString("hex")),
    );
  });
  it("are the package alone if there is no time", async () => {
    const { files } = await writeVersion(sheet, about, () => true);
    expect(files.map(({ name }) => name)).toEqual([packageFile]);
  });
  it("are those without options, or with the default options", () => {
    const plain = (name: string, query: string): boolean => {
      const asked = askedFile(name, new URLSearchParams(query));
      return asked.ok && isPlain(asked.value);
    };
    expect([plain("layout.css", ""), plain("layout.css", "unit=px&edges=plain"), plain("overlay-desk.png", "density=1")]).toEqual([
      true,
      true,
      true,
    ]);
    expect([plain("layout.css", "unit=rem"), plain("overlay-desk.png", "density=2"), plain("overlay-desk.svg", "columns=000000")]).toEqual([
      false,
      false,
      false,
    ]);
  });
  it("contain the words of a layout that is hostile in every text", async () => {
    const hostile = layoutSchema.parse({ ...layout, name: "*/ </script> ../../x" });
    const { files } = await writeVersion({ ...sheet, layout: hostile }, about, () => true);
    expect(files[0]?.body.length).toBeGreaterThan(1000);
  });
});
