import { check, type RuleId, ruleIds } from "@ypsiline/core";
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { checksSlug, compileGuide, compilePage } from "@/server/guide/compile";
import { guideDrawing } from "@/server/guide/drawings";
import { searchGuide } from "@/server/guide/pages";
import { exampleOf } from "@/server/guide/samples";

const root = join(import.meta.dirname, "..", "..", "..", "..");
const files = Object.fromEntries(
  readdirSync(join(root, "docs/guide")).map((name) => [name, readFileSync(join(root, "docs/guide", name), "utf8")]),
);
const pictures = readdirSync(join(root, "docs/screenshots")).map((name) => name.replace(".png", ""));
const pages = compileGuide(files, pictures);

describe("the guide", () => {
  it.each(ruleIds.map((id): [RuleId] => [id]))("has a section for %s, whose example that check finds", (id) => {
    expect(check(exampleOf(id)).findings.map(({ rule }) => rule)).toContain(id);
    const section = pages.find(({ slug }) => slug === checksSlug)?.sections.find((one) => one.id === id);
    for (const part of ["Why it matters.", "Example.", "How to fix it.", "When to accept it.", "Source."])
      expect(section?.text, part).toContain(part);
  });

  it("has no broken link", () => {
    const anchors = new Set(pages.flatMap(({ slug, sections }) => sections.map(({ id }) => `/guide/${slug}${id && `#${id}`}`)));
    const links = pages.flatMap(({ slug, html }) =>
      [...html.matchAll(/(?:href|src)="([^"]*)"/g)].map(([, to = ""]) => (to.startsWith("#") ? `/guide/${slug}${to}` : to)),
    );
    expect(links.length).toBeGreaterThan(60);
    const broken = links.filter((to) =>
      to.startsWith("/guide/pictures/") ? !existsSync(join(root, "docs/screenshots", to.slice(16))) : !anchors.has(to),
    );
    expect(broken).toEqual([]);
  });

  it("has every section the application links to", () => {
    const anchors = new Set([
      "/guide",
      ...pages.flatMap(({ slug, sections }) => sections.map(({ id }) => `/guide/${slug}${id && `#${id}`}`)),
    ]);
    const named = ["app", "features", "ui", "draft"].flatMap((folder) =>
      readdirSync(join(root, "web", folder), { recursive: true, encoding: "utf8" })
        .filter((name) => name.endsWith(".tsx"))
        .flatMap((name) =>
          [...readFileSync(join(root, "web", folder, name), "utf8").matchAll(/href="(\/guide[^"]*)"/g)].map(([, to]) => to),
        ),
    );
    expect(named.length).toBeGreaterThan(4);
    expect(named.filter((to) => !anchors.has(to ?? ""))).toEqual([]);
  });

  it("has the numbers that the arithmetic gives", () => {
    const first = pages[0]?.html ?? "";
    // (1280 − 2 × 64 − 11 × 24) ÷ 12 and (1280 − 2 × 64 − 11 × 20) ÷ 12
    expect([(1280 - 128 - 264) / 12, (1280 - 128 - 220) / 12]).toEqual([74, 77 + 2 / 3]);
    expect(first).toContain("Each column is 74 px");
    expect(first).toContain("The column becomes 77⅔");
    expect(pages.map(({ html }) => html).join("")).not.toMatch(/\{\{|undefined|NaN/);
  });

  it("draws columns where they are", () => {
    const columns = [...guideDrawing("even.desk", "").matchAll(/class="g-column" x="([\d.]+)" y="[\d.]+" width="([\d.]+)"/g)];
    // 640 px of screen for 1280: half of 64 + k × (74 + 24), and half of 74.
    expect(columns.map(([, x]) => Number(x))).toEqual(Array.from({ length: 12 }, (_, k) => 0.5 + (64 + k * 98) / 2));
    expect(new Set(columns.map(([, , width]) => Number(width)))).toEqual(new Set([37]));
  });

  it("finds sections by all words of a search, titles first, and none for an empty search", () => {
    expect(searchGuide("WHOLE pixel", pages)[0]?.title).toBe("Whole pixels");
    expect(searchGuide("withdraw", pages).map(({ href }) => href)).toContain("/guide/review-and-publishing#after-publishing");
    expect(searchGuide("", pages)).toEqual([]);
    expect(searchGuide("zeppelin", pages)).toEqual([]);
    expect(searchGuide("a".repeat(5000), pages)).toEqual([]);
  });

  it.each([
    ["a value", "# A\n\n{{start.desk.colour}}", "names no fact colour"],
    ["a sample", "# A\n\n{{harbour.desk.column}}", "names no sample harbour"],
    ["a drawing", "# A\n\n![x](drawing:nowhere)", "no drawing nowhere"],
    ["a picture", "# A\n\n![x](screenshot:nowhere)", "no picture screenshot:nowhere"],
    ["a title", "No title", "begins with its title"],
  ])("is not built with %s that is not there", (_, markdown, words) => {
    expect(() => compilePage("a", markdown, [])).toThrow(words);
  });
});
