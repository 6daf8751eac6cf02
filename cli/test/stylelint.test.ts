import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import stylelint, { type Config } from "stylelint";
import { describe, expect, it } from "vitest";
import { lintRules } from "../src/lint/lint";
import type { rulesFor as RulesFor } from "../src/stylelint/plugin";
import { plantedFiles, plantedLayout } from "./planted";
import { folderWith, run } from "./run";

/** The plugin as it is served. */
const served = join(import.meta.dirname, "..", "dist", "stylelint", "plugin.js");
const { rulesFor } = (await import(pathToFileURL(served).href)) as { readonly rulesFor: typeof RulesFor };

const syntaxes: Readonly<Record<string, string>> = {
  scss: "postcss-scss",
  less: "postcss-less",
  html: "postcss-html",
  vue: "postcss-html",
};

const configOf = (name: string, options: Parameters<typeof RulesFor>[0]): Config => {
  const syntax = syntaxes[name.split(".").at(-1) ?? ""];
  return { plugins: [served], rules: rulesFor(options), ...(syntax === undefined ? {} : { customSyntax: syntax }) };
};

const folder = folderWith({ "layout.json": JSON.stringify(plantedLayout) });
const spec = join(folder, "layout.json");

describe("the rules as a stylelint plugin", () => {
  it("lists what the command lists, with the same words at the same places, and mends the same", async () => {
    for (const { name, text } of plantedFiles("stylelint", 4)) {
      if (name === "a.svelte") continue;
      writeFileSync(join(folder, name), text);
      const command = JSON.parse((await run(["lint", name, "--format", "json"], { cwd: folder })).out) as {
        findings: readonly { rule: string; line: number; column: number; message: string }[];
      };
      const { results } = await stylelint.lint({ code: text, config: configOf(name, { spec }) });
      const words = (one: { rule: string; line: number; column: number; message: string }) =>
        `${one.line}:${one.column} ${one.rule} ${one.message}`;
      const listed = (results[0]?.warnings ?? []).map(({ rule, line, column, text: said }) =>
        words({ rule: rule.replace("ypsiline/", ""), line, column, message: said.replace(/ \([\w/-]+\)$/, "") }),
      );
      // The linter sorts its list only when it is printed.
      expect(listed.sort()).toEqual(command.findings.map(words).sort());
      const mended = await stylelint.lint({ code: text, fix: true, config: configOf(name, { spec }) });
      await run(["lint", name, "--fix"], { cwd: folder });
      expect(mended.code).toBe(readFileSync(join(folder, name), "utf8"));
    }
  });

  it("takes severities, exemptions of both kinds, and names that other stylesheets define", async () => {
    writeFileSync(join(folder, "own.css"), ":root { --space-n: 3px }");
    const linted = async (code: string, options: Parameters<typeof RulesFor>[0]) =>
      (await stylelint.lint({ code, config: configOf("a.css", options) })).results[0]?.warnings.map(({ rule, severity }) => [
        rule,
        severity,
      ]);
    const code =
      ".a { gap: 1px }\n.b { gap: 1px } /* ypsiline-ok off-base: a hairline */\n/* stylelint-disable-next-line ypsiline/off-base */\n.c { gap: 1px }\n.d { margin: var(--space-n) }";
    expect(await linted(code, { spec })).toEqual([
      ["ypsiline/off-base", "warning"],
      ["ypsiline/unknown-name", "error"],
    ]);
    expect(await linted(code, { spec, definedIn: join(folder, "own.css") })).toEqual([["ypsiline/off-base", "warning"]]);
  });

  it("sees a layout document that changed, and says which it cannot read and why", async () => {
    const moving = folderWith({ "layout.json": JSON.stringify(plantedLayout) });
    const at = join(moving, "layout.json");
    const linted = async (options: object) =>
      (await stylelint.lint({ code: ".a { gap: 5px }", config: configOf("a.css", options) })).results[0];
    expect((await linted({ spec: at }))?.warnings).toHaveLength(1);
    writeFileSync(at, JSON.stringify({ ...plantedLayout, base: "5px" }));
    expect((await linted({ spec: at }))?.warnings).toHaveLength(0);
    writeFileSync(at, "{");
    expect((await linted({ spec: at }))?.invalidOptionWarnings[0]?.text).toContain(`${at} is no layout document`);
    writeFileSync(at, JSON.stringify({ ...plantedLayout, base: "5" }));
    expect((await linted({ spec: at }))?.invalidOptionWarnings[0]?.text).toContain("base");
    expect((await linted({ spec: join(moving, "none.json") }))?.invalidOptionWarnings[0]?.text).toContain("none.json is not there");
    expect((await linted({ spec, definedIn: join(moving, "layout.json") }))?.invalidOptionWarnings[0]?.text).toContain("no stylesheet");
    expect((await linted({ spec: 3 }))?.invalidOptionWarnings).not.toHaveLength(0);
  });

  it("is documented rule by rule", () => {
    const said = [...readFileSync(join(import.meta.dirname, "../../docs/lint.md"), "utf8").matchAll(/^\| `([\w-]+)` +\| (\w+) /gm)];
    expect(said.map(([, id, level]) => [id, level])).toEqual(lintRules.map(({ id, level }) => [id, level]));
  });
});
