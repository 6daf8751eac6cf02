import { newBreakpoint, blankLayout, type Layout, layoutSchema } from "@ypsiline/core";
import { placed } from "../../core/test/areas";
import { seeded } from "../../core/test/random";

/** Base 8 px, steps of 4, 16 and 24 px; 4 columns from 320, 8 from 600, 12 from 1024; a baseline of 8 px; an area of 3 columns. */
export const plantedLayout: Layout = layoutSchema.parse({
  ...blankLayout("Ferry pages"),
  base: "8px",
  spacing: [
    { name: "hair", multiple: 0.5 },
    { name: "m", multiple: 2 },
    { name: "l", multiple: 3 },
  ],
  breakpoints: (
    [
      ["phone", 320, 360, 4],
      ["tablet", 600, 768, 8],
      ["desk", 1024, 1280, 12],
    ] as const
  ).map(([id, from, width, count]) => ({
    ...newBreakpoint({ id, name: id, from, width, height: 800, count, gutter: "24px", margin: "16px" }),
    baseline: { step: "8px", emphasis: 4 },
  })),
  areas: [{ id: "fares", name: "Fares", placements: { desk: placed(1, 3) } }],
});

/** A file with offences planted among lines that look alike and are right, and what is to be found: "rule line". */
export type Planted = { readonly name: string; readonly text: string; readonly wanted: readonly string[] };

/** Files of six kinds, so many of each, of 40 lines each. */
export const plantedFiles = (seed: string, each: number): readonly Planted[] => {
  const { integer, pick } = seeded(seed);
  /** A length that is neither a step of 4, 16 or 24 nor a multiple of 8. */
  const off = (): number => {
    const px = integer(1, 200);
    return px % 8 === 0 || px === 4 ? off() : px;
  };
  const on = (): number => pick([0, 4, 8 * integer(0, 20)]);
  const spaced = (): string =>
    pick(["gap", "row-gap", "margin", "margin-inline-start", "padding", "padding-block", "inset", "top", "left"]);
  const block = (inside: string): string => `.a${integer(1, 999)} { ${inside} }`;
  const query = (inside: string): string => `@${pick(["media", "container"])} ${inside} { .b { color: red } }`;
  /** Lines that offend a rule. */
  const planted: Readonly<Record<string, () => string>> = {
    "off-base": () =>
      block(
        pick([
          `${spaced()}: ${off()}px`,
          `margin: ${on()}px auto -${off()}px`,
          `padding: ${off() / 16}rem ${on()}px`,
          `gap: clamp(8px, 2vw, ${off()}px)`,
        ]),
      ),
    "query-width": () =>
      query(
        pick([
          `(min-width: ${600 + integer(1, 90)}px)`,
          `(max-width: ${1024 + integer(0, 90)}px)`,
          `(width >= ${integer(65, 90)}em)`,
          `(601px <= width < 1024px)`,
          `(inline-size < ${integer(400, 500)}px)`,
        ]),
      ),
    "other-columns": () =>
      block(
        `grid-template-columns: ${pick(["repeat(5, 1fr)", "[full] repeat(7, minmax(0, 1fr))", "200px repeat(9, 1fr)", "1fr 1fr", "[a] 2fr [b] 2fr 2fr 2fr 2fr"])}`,
      ),
    "off-baseline": () =>
      block(pick([`line-height: ${off()}.5px`, `line-height: ${integer(1, 9)}.3rem`, "font-size: 15px; line-height: 1.5"])),
    "unknown-name": () =>
      block(pick(["margin: var(--layout-guter)", "gap: var(--space-xl)", "padding: calc(2 * var(--space-mm))", "grid-area: fare"])),
  };
  /** Lines that look alike and are right. */
  const clean = (): string =>
    pick([
      () => block(`${spaced()}: ${on()}px`),
      () => block(`margin: ${on() / 16}rem auto -16px`),
      () => block("gap: calc(100% - 3px)"),
      () => block(`width: ${off()}px; border: 1px solid; top: 50%`),
      () => block("gap: var(--space-m) var(--layout-gutter)"),
      () => block("padding: var(--own-space, 3px)"),
      () =>
        query(
          pick([
            "(min-width: 600px)",
            "(max-width: 1023.98px)",
            "(width >= 64em)",
            "(600px <= width < 1024px)",
            "(orientation: landscape)",
            "(min-height: 601px)",
          ]),
        ),
      () =>
        block(
          `grid-template-columns: ${pick(["repeat(12, 1fr)", "repeat(4, 1fr)", "repeat(3, 1fr)", "repeat(auto-fill, 16px)", "1fr 2fr", "1fr 1fr 1fr", "[a] 1fr 1fr 1fr 1fr"])}`,
        ),
      () => block(pick(["line-height: 24px", "line-height: 1.5", "font-size: 1rem; line-height: 1.5", "line-height: 2rem"])),
      () => block(pick(["grid-area: fares", "grid-area: hero", "grid-area: 1 / 2 / 3 / 4"])),
      () => "/* gap: 23px; @media (min-width: 601px) */",
      () => ".layout-grid > .layouts, .page-grid { color: red }",
    ])();
  const kinds = {
    "a.css": (lines: readonly string[]) => lines,
    "a.scss": (lines: readonly string[]) => ["// gap: 23px", "$odd: 23px; .c { gap: $odd; &:hover { margin: 16px } }", ...lines],
    "a.less": (lines: readonly string[]) => ["// margin: 23px", "@odd: 23px; .c { gap: @odd; }", ...lines],
    "a.html": (lines: readonly string[]) => ["<p style='margin:8px'>gap: 23px</p>", "<style>", ...lines, "</style>"],
    "a.vue": (lines: readonly string[]) => [
      "<template><p>gap: 23px</p></template>",
      '<style lang="scss">',
      "// gap: 23px",
      ...lines,
      "</style>",
    ],
    "a.svelte": (lines: readonly string[]) => ["<script>const gap = '23px'</script>", "<style>", ...lines, "</style>"],
  };
  return Object.entries(kinds).flatMap(([name, wrap]) =>
    Array.from({ length: each }, () => {
      const expected: (readonly [string, string])[] = [];
      const lines = Array.from({ length: 40 }, () => {
        if (integer(0, 1) === 0) return clean();
        const rule = pick(Object.keys(planted));
        const line = planted[rule]?.() ?? "";
        expected.push([rule, line]);
        return line;
      });
      const text = wrap(lines);
      // A line may stand there twice: each place counts.
      const used = new Map<string, number>();
      const wanted = expected.map(([rule, line]) => {
        const at = text.indexOf(line, used.get(line) ?? 0);
        used.set(line, at + 1);
        return `${rule} ${at + 1}`;
      });
      return { name, text: text.join("\n"), wanted };
    }),
  );
};
