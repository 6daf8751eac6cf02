import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { formatIds, formats } from "../../src/formats/registry";
import type { Format } from "../../src/formats/types";
import { limits } from "../../src/layout/limits";

const page = readFileSync(join(import.meta.dirname, "../../../docs/format.md"), "utf8").replace(/\s+/g, " ");
const folder = join(import.meta.dirname, "../../src/formats");

const isFormat = (value: unknown): value is Format =>
  typeof value === "object" && value !== null && "mediaType" in value && "write" in value && "recognises" in value;

describe("the registry of formats", () => {
  it("has every format that a file of a format's folder exports", async () => {
    const files = readdirSync(folder, { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith("-format.ts"));
    expect(files.length).toBeGreaterThan(7);
    const registered = new Set<unknown>(Object.values(formats));
    const found: string[] = [];
    for (const file of files)
      for (const [name, value] of Object.entries((await import(join(folder, file))) as Readonly<Record<string, unknown>>))
        if (isFormat(value)) {
          found.push(name);
          expect(registered.has(value), `${file} exports ${name}, which registry.ts does not list`).toBe(true);
        }
    expect(found).toHaveLength(formatIds.length);
  });
});

describe("docs/format.md", () => {
  it("states every limit of a document", () => {
    const stated = /Limits:\*\* (.*?) Past one:/.exec(page)?.[1] ?? "";
    const { extensionsBytes, extensionsDepth, sizeDecimals, ...counts } = limits;
    for (const [name, limit] of Object.entries(counts))
      if (name !== "fonts" && name !== "accepted") expect(stated, name).toMatch(new RegExp(`\\b${limit.toLocaleString("en")}\\b`));
    expect(stated).toContain(`up to ${sizeDecimals} decimals`);
    expect(page).toContain(`at most ${extensionsDepth} deep, ${extensionsBytes / 1024} KiB`);
    expect(page).toContain(`at most ${limits.fonts}. A font stated here`);
  });
});
