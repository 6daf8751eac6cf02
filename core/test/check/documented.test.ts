import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { rules } from "../../src/check/registry";

const page = readFileSync(join(import.meta.dirname, "../../../docs/arithmetic.md"), "utf8");

describe("docs/arithmetic.md", () => {
  it("lists every rule with its level, and no other", () => {
    const listed = [...page.matchAll(/^\| ([a-z0-9-]+) +\| (problem|caution|note) +\|/gm)].map(([, rule, level]) => `${rule} ${level}`);
    expect(listed.sort()).toEqual(
      Object.entries(rules)
        .map(([id, { level }]) => `${id} ${level}`)
        .sort(),
    );
  });
});
