import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const source = join(import.meta.dirname, "..", "src");
const files = readdirSync(source, { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith(".ts"));

describe("core", () => {
  it("imports only itself and its four packages, and has no export *", () => {
    expect(files.length).toBeGreaterThan(40);
    const packages = new Set<string>();
    for (const file of files) {
      const text = readFileSync(join(source, file), "utf8");
      for (const [, from = ""] of text.matchAll(/^(?:import|export|\}).* from "([^"]+)"/gm)) if (!from.startsWith(".")) packages.add(from);
      expect(text, file).not.toMatch(/export \*/);
    }
    expect([...packages].sort()).toEqual(["css-tree", "fast-xml-parser", "fraction.js", "zod/mini"]);
  });

  it("uses no clock, chance, console, network or document", () => {
    // Scripts for the browser are only text here.
    const run = files.filter((file) => !file.startsWith("formats/snippet/") && file !== join("formats", "package", "elements.ts"));
    expect(files.length - run.length).toBe(3);
    for (const file of run) {
      const text = readFileSync(join(source, file), "utf8").replace(/\/\*[\s\S]*?\*\/|\/\/.*$/gm, "");
      expect(text, file).not.toMatch(/\b(Date|Math\.random|performance|console|process|fetch|window|document\.|setTimeout|globalThis)\b/);
    }
  });
});
