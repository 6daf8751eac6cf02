import { expect, test } from "@playwright/test";
import { factsOf } from "../../cli/src/lint/facts";
import { lintSheet, mendedText, ownNamesOf } from "../../cli/src/lint/lint";
import { readSheet } from "../../cli/src/lint/sheet";
import { type Layout, plainCss, writeCss } from "../../core/src/index";
import { seeded } from "../../core/test/random";
import { generatedLayouts } from "./generated-layouts";
import { laidOut } from "./laid-out";

// Source: CSS Grid Layout Module Level 2 (W3C), as laid out by the installed Chromium.

/** A layout with the same gutter and margins at every breakpoint, so that lengths are theirs wherever they stand. */
const alike = (layout: Layout, gutter: string, start: string, end: string): Layout => ({
  ...layout,
  base: "8px",
  spacing: [],
  breakpoints: layout.breakpoints.map((one) => ({ ...one, columns: { ...one.columns, gutter, margin: { start, end } } })),
});

const mended = (layout: Layout, css: string): { readonly text: string; readonly count: number } => {
  const [facts, sheet] = [factsOf(layout), readSheet("page.css", css)];
  if (!facts.ok || !sheet.ok) throw new Error("not read");
  return mendedText(css, lintSheet(sheet.value, facts.value, ownNamesOf([sheet.value]), {}));
};

test("what lint mends of gutters, margins and names leaves every column where it was meant to be", async ({ page }) => {
  test.setTimeout(120_000);
  const { integer, pick } = seeded("lint fixes");
  let compared = 0;
  for (const generated of generatedLayouts(30, 991)) {
    const [gutter, start, end] = [integer(1, 40), integer(41, 80), integer(81, 120)];
    const layout = alike(generated, `${gutter}px`, `${start}px`, `${end}px`);
    const columns = pick([4, 8, 12]);
    const row = (gap: string, before: string, after: string): string =>
      `.row { display: grid; grid-template-columns: repeat(${columns}, minmax(0, 1fr)); column-gap: ${gap}; padding-inline-start: ${before}; padding-inline-end: ${after}; }`;
    // What is meant; and as somebody typed it: as numbers, or with a letter that is missing.
    const meant = row("var(--layout-gutter)", "var(--layout-margin-start)", "var(--layout-margin-end)");
    const typed = row(
      pick([`${gutter}px`, `${gutter / 16}rem`, "var(--layout-guter)"]),
      pick([`${start}px`, "var(--layout-margn-start)"]),
      pick([`${end}px`, "var(--layout-margin-ed)"]),
    );
    const done = mended(layout, typed);
    expect([done.text, done.count]).toEqual([meant, 3]);
    expect(mended(layout, done.text).count).toBe(0);
    const sheet = writeCss(layout, plainCss);
    const widths = layout.breakpoints.map(({ from }) => from + integer(0, 200));
    const counts = widths.map(() => columns);
    const wrap = '<div class="row">@</div>';
    const numbers = row(`${gutter}px`, `${start}px`, `${end}px`);
    const [before, after] = [
      await laidOut(page, sheet + numbers, wrap, widths, counts),
      await laidOut(page, sheet + done.text, wrap, widths, counts),
    ];
    expect(after).toEqual(before);
    compared += before.flat().length;
  }
  expect(compared).toBeGreaterThan(300);
});
