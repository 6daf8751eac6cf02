import fc from "fast-check";
import { transform } from "lightningcss";
import { describe, expect, it } from "vitest";
import { exact, type CssOptions, type Layout, plainCss, readCss, resolve, sameJson, toJson, toNumber, writeCss } from "../../src/index";
import { anyColumns } from "../any-columns";
import { cleanLayout, withBreakpoint, withColumns } from "../layouts";

const options: fc.Arbitrary<CssOptions> = fc.record({
  unit: fc.constantFrom("px" as const, "rem" as const),
  query: fc.constantFrom("media" as const, "container" as const),
  edges: fc.constantFrom("plain" as const, "exact" as const),
  gridClass: fc.constantFrom("with" as const, "without" as const),
  spans: fc.constantFrom("with" as const, "without" as const),
});

const geometry = (layout: Layout, width: number) => {
  const resolved = resolve(layout, { width: exact(width) });
  if (!resolved.ok) throw new Error("resolves");
  const { terms, columns } = resolved.value;
  return [
    terms.count,
    toJson(terms.gutter),
    toJson(terms.container.start),
    toJson(terms.container.width),
    ...columns.map(({ start }) => toJson(start)),
  ].join(" ");
};

describe("the stylesheet", () => {
  it("is read back with the same columns, gutters, margins and container, in every way it can be written", () => {
    fc.assert(
      fc.property(anyColumns, anyColumns, options, (first, second, how) => {
        const layout = withColumns(withColumns(cleanLayout(), "phone", first), "desk", second);
        const read = readCss(writeCss(layout, how));
        if (!read.ok) throw new Error(JSON.stringify(read.issues));
        expect(read.layout.breakpoints.map(({ id, from }) => [id, from])).toEqual(layout.breakpoints.map(({ id, from }) => [id, from]));
        for (const width of [320, 599, 600, 1024, 1280, 1999]) expect(geometry(read.layout, width)).toBe(geometry(layout, width));
        if (how.unit === "px")
          expect(read.layout.breakpoints.map(({ columns }) => columns.gutter.endsWith("fr"))).toEqual(
            layout.breakpoints.map(({ columns }) => columns.gutter.endsWith("fr")),
          );
      }),
      { numRuns: 150 },
    );
  });

  it("survives a minifier with the same widths and counts, and numbers to a hundredth of a px", () => {
    fc.assert(
      fc.property(
        anyColumns,
        options,
        fc.constantFrom("16px", "18px", "10px", "17.6px"),
        fc.integer({ min: 400, max: 2400 }),
        (columns, how, rootFontSize, from) => {
          const [first, second] = withColumns(cleanLayout(), "phone", columns).breakpoints;
          if (!first || !second) throw new Error("two breakpoints");
          const drawnAt = { ...second.drawnAt, width: from };
          const layout = {
            ...cleanLayout(),
            rootFontSize,
            breakpoints: [
              { ...first, from: 320 },
              { ...second, from, drawnAt },
            ],
          };
          const shortened = transform({ filename: "layout.css", code: Buffer.from(writeCss(layout, how)), minify: true }).code.toString();
          const read = readCss(shortened);
          if (!read.ok) throw new Error(JSON.stringify(read.issues));
          expect(read.layout.breakpoints.map((one) => one.from)).toEqual([320, from]);
          for (const width of [320, from, 2560]) {
            const [ours, theirs] = [layout, read.layout].map((one) => resolve(one, { width: exact(width) }));
            if (!ours?.ok || !theirs?.ok) throw new Error("resolves");
            expect(theirs.value.columns.length).toBe(ours.value.columns.length);
            ours.value.columns.forEach(({ start }, index) =>
              expect(Math.abs(toNumber(start) - toNumber(theirs.value.columns[index]?.start ?? exact(-1)))).toBeLessThan(0.01),
            );
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it("keeps the base, the root font size and the spacing steps", () => {
    const layout = { ...cleanLayout(), base: "10px", rootFontSize: "20px" };
    for (const unit of ["px", "rem"] as const) {
      const read = readCss(writeCss(layout, { ...plainCss, unit }));
      expect(read.ok && [read.layout.base, read.layout.rootFontSize, sameJson(read.layout.spacing, layout.spacing)]).toEqual([
        "10px",
        "20px",
        true,
      ]);
    }
  });

  it("puts the lowest breakpoint outside any query and the others in rising order", () => {
    const shuffled = { ...cleanLayout(), breakpoints: [...cleanLayout().breakpoints].reverse() };
    const css = writeCss(shuffled, plainCss);
    expect([...css.matchAll(/@media \((.*?)\)/g)].map((match) => match[1])).toEqual(["width >= 600px", "width >= 1024px"]);
    expect(css.indexOf(":root {")).toBeLessThan(css.indexOf("@media"));
    // In a media query, rem is the browser's 16 px, whatever :root says (Media Queries Level 4, section 1.3, from
    // memory).
    expect(writeCss({ ...shuffled, rootFontSize: "20px" }, { ...plainCss, unit: "rem" })).toContain("@media (width >= 37.5rem)");
  });

  it("states row pitch and baseline, and resets what a wider breakpoint does not have", () => {
    const layout = withBreakpoint(cleanLayout(), "phone", (one) => ({
      ...one,
      rows: { kind: "repeating", height: "8px", gutter: "8px", offset: "0px" },
      baseline: { step: "4px", offset: "0px", emphasis: 4 },
    }));
    const css = writeCss(layout, plainCss);
    expect(css.match(/--layout-row-pitch: [^;]+/g)).toEqual([
      "--layout-row-pitch: calc(8px + 8px)",
      "--layout-row-pitch: initial",
      "--layout-row-pitch: initial",
    ]);
    expect(css.match(/--layout-baseline: [^;]+/g)).toEqual([
      "--layout-baseline: 4px",
      "--layout-baseline: initial",
      "--layout-baseline: initial",
    ]);
  });

  it("cannot be ended or broken out of by a name", () => {
    const nasty = '*/ } body { display: none } /* "\n\u2028';
    const layout = withBreakpoint(
      {
        ...cleanLayout(),
        name: nasty,
        spacing: [
          { name: nasty, multiple: 1 },
          { name: "Ä", multiple: 2 },
          { name: "a", multiple: 3 },
        ],
      },
      "desk",
      (one) => ({ ...one, name: nasty }),
    );
    const css = writeCss(layout, plainCss);
    expect(css.replace(/\/\*[\s\S]*?\*\//g, "")).not.toMatch(/body\s*\{|display: none/);
    expect(css.match(/--space-[a-z0-9-]+/g)).toEqual(["--space-body-display-none", "--space-a", "--space-a-2"]);
    expect(readCss(css).ok).toBe(true);
  });
});

describe("a foreign stylesheet", () => {
  it("is read as far as it defines columns, with what was lost and its line", () => {
    const read = readCss(`.page { color: red }
.wrap { display: grid; grid-template-columns: repeat(4, 1fr); gap: 12px 16px; padding: 0 16px; }
@media (min-width: 48em) {
  .wrap { grid-template-columns: repeat(12, minmax(0, 1fr)); column-gap: 1.5rem; max-width: 1140px; padding-inline: 32px }
}
@media (orientation: landscape) { .wrap { gap: 0 } }
@media (width >= 2000px) { .wrap { grid-template-columns: 1fr 2fr } }
.other { grid-template-columns: 1fr 1fr }`);
    expect(
      read.ok &&
        read.layout.breakpoints.map(({ from, columns }) => [
          from,
          columns.count,
          columns.gutter,
          columns.margin.start,
          columns.container.kind,
        ]),
    ).toEqual([
      [320, 4, "16px", "16px", "fluid"],
      [768, 12, "1.5rem", "32px", "capped"],
    ]);
    const lost = read.ok ? read.lost.join("\n") : "";
    for (const line of ["line 6", "line 7"]) expect(lost).toContain(line);
    expect(read.ok && [read.grid, read.others?.map(({ name, layout }) => [name, layout.breakpoints[0]?.columns.count])]).toEqual([
      ".wrap",
      [[".other", 2]],
    ]);
  });

  it.each([
    "",
    "hello",
    "{{{{",
    ".a { color: red }",
    "@media {",
    "a{".repeat(2000),
    "a{".repeat(400_000),
    `@media ${" ".repeat(200_000)}x { a { gap: 1px } }`,
    `a { gap: ${"1px,".repeat(50_000)} }`,
  ])("that says none is refused: %.20s", (css) => {
    const read = readCss(css);
    expect(read.ok ? [] : read.issues[0]?.path).toBe("");
  });

  it("never makes the reader throw, whatever it is", () => {
    fc.assert(fc.property(fc.string({ maxLength: 300 }), (css) => typeof readCss(css).ok === "boolean"));
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom(
            "{",
            "}",
            "(",
            "repeat(",
            ";",
            ":",
            "grid-template-columns",
            "--layout-columns",
            "1fr",
            "12",
            "@media",
            "/*",
            '"',
          ),
        ),
        (parts) => typeof readCss(parts.join(" ")).ok === "boolean",
      ),
    );
  });
});
