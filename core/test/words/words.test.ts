import { describe, expect, it } from "vitest";
import {
  breakpointSentence,
  changesByBreakpoint,
  check,
  exact,
  findingWords,
  fixLabel,
  isName,
  joined,
  type Layout,
  lengthWords,
  listed,
  name,
  plainText,
  toJson,
  words,
} from "../../src/index";
import { cleanLayout, margin, withColumns } from "../layouts";

/** Names that look like syntax: fractions, sums, arrows, lists. */
const hostile = ["Wall 16/9", "½ screen", "12 → 10", "Desk, gutter", "a and b", "-3/4 of 7 1/2", "columns"];

describe("words as parts", () => {
  it("keep numbers exact, names apart, and join into one text", () => {
    const said = words`At ${name("Wall 16/9")} each of ${12} columns measures ${exact(233, 3)}.`;
    expect(said.map((part) => (typeof part === "string" ? "text" : isName(part) ? "name" : toJson(part)))).toEqual([
      "text",
      "name",
      "text",
      "12",
      "text",
      "233/3",
      "text",
    ]);
    expect(plainText(said)).toBe("At Wall 16/9 each of 12 columns measures 77⅔.");
  });

  it("list as people do", () => {
    const list = (...all: readonly string[]) => plainText(listed(all.map((one) => [one])));
    expect([list(), list("a"), list("a", "b"), list("a", "b", "c")]).toEqual(["", "a", "a and b", "a, b and c"]);
    expect(plainText(joined([["a"], ["b"]], "; "))).toBe("a; b");
  });

  it.each([
    ["24px", "24"],
    ["1.5rem", "1.5rem"],
    ["0.25fr", "0.25fr"],
    ["12", "12"],
    ["none", "none"],
  ])("say the length %s as %s", (text, said) => expect(plainText(lengthWords(text))).toBe(said));

  it.each(hostile)("give the name “%s” whole, wherever findings and changes name it", (named) => {
    const rename = (layout: Layout): Layout => ({ ...layout, breakpoints: layout.breakpoints.map((one) => ({ ...one, name: named })) });
    const before = rename(cleanLayout());
    const after = withColumns(before, "desk", { gutter: "20px", margin: margin("8px") });
    const names = (said: readonly unknown[]): readonly unknown[] =>
      said.filter((part) => typeof part === "object" && part && "name" in part);
    let told = 0;
    for (const finding of check(after).findings) {
      const { title, message, sum } = findingWords(finding, named);
      for (const part of names([...title, ...message, ...sum])) expect(part).toEqual({ name: named });
      if (names(message).length > 0) told += 1;
      for (const fix of finding.fixes) expect(fixLabel(fix)).not.toContain(named);
    }
    expect(told).toBeGreaterThan(0);
    const sentences = changesByBreakpoint(before, after)
      .breakpoints.map(breakpointSentence)
      .filter((said) => said.length > 0);
    expect(sentences.map(([first]) => first)).toEqual([{ name: named }]);
    expect(plainText(sentences[0] ?? [])).toMatch(/^.* gutter 24 → 20 and margin 64 → 8, so /);
  });
});
