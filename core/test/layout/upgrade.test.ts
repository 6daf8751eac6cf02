import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { check, formatVersion, parseLayout, readStoredLayout, upgrade } from "../../src/index";

/** A document in every version of the format so far. These files are never changed. */
const folder = join(import.meta.dirname, "stored");
const documents = readdirSync(folder).map((name) => ({
  name,
  version: Number(/^layout-(\d+)\.json$/.exec(name)?.[1]),
  data: JSON.parse(readFileSync(join(folder, name), "utf8")) as Record<string, unknown>,
}));

describe("documents of every version of the format", () => {
  it("are kept here, one for each version up to today's", () => {
    expect(documents.map(({ version }) => version).sort()).toEqual(Array.from({ length: formatVersion }, (_, index) => index + 1));
  });

  it.each(documents)("$name is read, and its checks run", ({ data, version }) => {
    expect(data["formatVersion"]).toBe(version);
    const parsed = parseLayout(data);
    expect(parsed.ok ? parsed.value.formatVersion : parsed.issues).toBe(formatVersion);
    expect(readStoredLayout(data).breakpoints.length).toBeGreaterThan(1);
    expect(check(readStoredLayout(data)).held.length).toBeGreaterThan(5);
  });
});

describe("an upgrade", () => {
  const table = {
    1: ({ base, ...rest }: Readonly<Record<string, unknown>>) => ({ ...rest, unit: base }),
    2: (document: Readonly<Record<string, unknown>>) => ({ ...document, unit: `${String(document["unit"])}!` }),
  };
  it("goes from version to version up to today's", () => {
    const old = { format: "ypsiline-layout", formatVersion: 1, base: "8px" };
    expect(upgrade(old, table, 3)).toEqual({ format: "ypsiline-layout", formatVersion: 3, unit: "8px!" });
    expect(upgrade({ ...old, formatVersion: 2, unit: "8px" }, table, 3)).toMatchObject({ formatVersion: 3, unit: "8px!" });
    expect(old).toEqual({ format: "ypsiline-layout", formatVersion: 1, base: "8px" });
  });
  it.each([
    ["today's", { format: "ypsiline-layout", formatVersion: 3 }],
    ["a later one", { format: "ypsiline-layout", formatVersion: 9 }],
    ["another format", { format: "other", formatVersion: 1 }],
    ["no version", { format: "ypsiline-layout" }],
    ["half a version", { format: "ypsiline-layout", formatVersion: 1.5 }],
    ["a list", [1]],
    ["nothing", null],
  ])("leaves %s as it is", (_, data) => expect(upgrade(data, table, 3)).toBe(data));

  it("is refused by the schema where the version is later than today's", () => {
    const parsed = parseLayout({ ...documents[0]?.data, formatVersion: formatVersion + 1 });
    expect(parsed.ok ? [] : parsed.issues.map(({ path }) => path)).toEqual(["/formatVersion"]);
  });
});
