import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { documentsMade, withParts } from "../../scripts/made-documents";

const root = join(import.meta.dirname, "..", "..");
const read = (path: string): string => readFileSync(join(root, path), "utf8");
type Package = {
  readonly version: string;
  readonly engines: { readonly node: string };
  readonly workspaces?: readonly string[];
  readonly scripts?: Readonly<Record<string, string>>;
  readonly dependencies?: Readonly<Record<string, string>>;
  readonly devDependencies?: Readonly<Record<string, string>>;
};
const packageOf = (folder: string): Package => JSON.parse(read(join(folder, "package.json"))) as Package;
const whole = packageOf(".");
const parts = (whole.workspaces ?? []).map(packageOf);

describe("what the project says about itself", () => {
  it("lists every npm script in the README, and no other", () => {
    const listed = [...read("README.md").matchAll(/^\| `npm (?:run )?([\w-]+)`/gm)].map(([, name]) => name);
    expect([...listed].sort()).toEqual(Object.keys(whole.scripts ?? {}).sort());
  });

  it("has one version and one Node for all parts, and a heading in the changelog for that version", () => {
    expect(parts.length).toBeGreaterThan(2);
    for (const { version, engines } of parts) expect([version, engines]).toEqual([whole.version, whole.engines]);
    expect(read("CHANGELOG.md")).toContain(`## [${whole.version}] - `);
    expect(read(".nvmrc").trim()).toBe(whole.engines.node.replace(">=", ""));
  });

  it.each(documentsMade)("%s has the parts that are made from code as the code is now (npm run documents writes them)", (path) => {
    expect(read(path)).toBe(withParts(path, read(path)));
  });

  it("pins every package in one style: a caret and a whole version", () => {
    const pins = [whole, ...parts].flatMap(({ dependencies, devDependencies }) => Object.entries({ ...dependencies, ...devDependencies }));
    expect(pins.length).toBeGreaterThan(60);
    for (const [name, pin] of pins) expect(pin, name).toMatch(name.startsWith("@ypsiline/") ? /^\*$/ : /^(npm:[\w@/-]+@)?\^\d+\.\d+\.\d+$/);
  });

  it("keeps the lines of its documents within 120 characters, except tables, code and links", () => {
    const documents = readdirSync(join(root, "docs"), { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith(".md"));
    expect(documents.length).toBeGreaterThan(15);
    for (const path of ["README.md", "CONTRIBUTING.md", "CHANGELOG.md", ...documents.map((name) => join("docs", name))])
      for (const line of read(path)
        .replace(/^```[^]*?^```/gm, "")
        .split("\n"))
        if (!line.startsWith("|") && !line.includes("](http")) expect(line.length, `${path}: ${line}`).toBeLessThanOrEqual(120);
  });
});
