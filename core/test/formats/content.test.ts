import { describe, expect, it } from "vitest";
import { type AreaContent, areaContent, contentLimits, type PageContent, writePage } from "../../src/index";
import { area, deskWith, placed } from "../areas";
import { seeded } from "../random";

const hostile = `</p></section><script>alert(1)</script><img src=x onerror="a()">'&amp;"`;
const layout = {
  ...deskWith([area("a", { desk: placed(1, 3) }), area("b", { desk: placed(4, 3) }), area("in", { desk: placed(1, 1) }, { within: "b" })]),
  text: [{ name: "Body", size: "16px", lineHeight: "24px", font: "Archivo" }],
};
const page = (content: PageContent, pictures: Readonly<Record<string, string>> = {}): string =>
  writePage(layout, { query: "media", sample: "own", css: "", content, pictures });
/** The content of an area's element. */
const inside = (html: string, id: string): string =>
  new RegExp(`<section class="area-${id} [^>]*>(.*?)</section>`, "s").exec(html)?.[1] ?? "";

describe("content of a tried page", () => {
  it("is text in a role, a picture of its proportions, or cards of unequal height", () => {
    const html = inside(page({ a: { kind: "text", role: "Body", words: "One\nline\n \nTwo\n" } }), "a");
    expect(html).toContain('<p class="text-body">One<br>line</p><p class="text-body">Two</p>');
    expect(html).not.toContain("page-name");
    expect(inside(page({ a: { kind: "text", role: "Gone", words: "One" } }), "a")).toContain("<p>One</p>");
    expect(inside(page({ a: { kind: "picture", width: 640, height: 360 } }), "a")).toContain('viewBox="0 0 640 360"');
    expect(inside(page({ a: { kind: "picture", width: 2, height: 1 } }, { a: "picture.png" }), "a")).toContain(
      '<img class="page-picture" src="picture.png"',
    );
    const cards = inside(page({ a: { kind: "cards", count: 5, words: "Sailing" } }), "a").match(/<div><b>.*?<\/div>/g) ?? [];
    expect(cards).toHaveLength(5);
    expect(new Set(cards.map((card) => card.split("Sailing").length)).size).toBeGreaterThan(1);
  });

  it("falls back to the name of an area, and is not shown in an area that has others inside", () => {
    const html = page({ b: { kind: "text", role: null, words: "Unseen" } });
    expect(inside(html, "a")).toContain('<b class="page-name">A</b>');
    expect(html).not.toContain("Unseen");
  });

  it("can never become a tag or leave an attribute, whatever was typed (1,000 contents)", () => {
    const random = seeded("hostile content");
    const piece = () => random.pick([hostile, "<", ">", "&", '"', "'", "</div>", "<!--", "]]>", "\u0000", "]", "a", "\n"]);
    const words = () => Array.from({ length: random.integer(0, 8) }, piece).join("");
    const shape = (html: string) => html.replace(/<body>[\s\S]*/, "").length;
    for (let turn = 0; turn < 1_000; turn += 1) {
      const content: AreaContent = random.pick([
        { kind: "text", role: random.pick(["Body", hostile, null]), words: words() },
        { kind: "cards", count: random.integer(1, 4), words: words() },
      ]);
      const html = page({ a: content }, { a: words() });
      const tags = [...inside(html, "a").matchAll(/<(\/?)([^\s>]*)([^>]*)>/g)].map(([, , name, rest]) => `${name}${rest}`);
      for (const tag of tags) expect(tag).toMatch(/^(p( class="text-body")?|div( class="page-(content page-own|cards)")?|b|br)$/);
      expect(shape(html)).toBe(shape(page({})));
    }
    expect(page({ a: { kind: "picture", width: 1, height: 1 } }, { a: hostile })).not.toContain("<script");
  });

  it.each([
    ["no kind", {}],
    ["a kind there is not", { kind: "video" }],
    ["more members", { kind: "picture", width: 1, height: 1, source: "x" }],
    ["a picture of no width", { kind: "picture", width: 0, height: 1 }],
    ["a picture that is too high", { kind: "picture", width: 1, height: contentLimits.side + 1 }],
    ["too many cards", { kind: "cards", count: contentLimits.cards + 1, words: "" }],
    ["half a card", { kind: "cards", count: 1.5, words: "" }],
    ["text that is too long", { kind: "text", role: null, words: "a".repeat(2_001) }],
  ])("is refused with %s", (_, given) => {
    expect(areaContent.safeParse(given).success).toBe(false);
  });
});
