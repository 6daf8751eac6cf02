import { expect, test } from "@playwright/test";
import { type CssOptions, exact, type Layout, resolve, sign, toNumber, writeCss } from "../../core/src/index";
import { seeded } from "../../core/test/random";
import { demoLayouts } from "../../core/test/demo-layouts";
import { generatedLayouts } from "./generated-layouts";
import { laidOut } from "./laid-out";
import { wholeUnits } from "./whole-units";
import { widthsOf } from "./widths";

// Source: CSS Grid Layout Module Level 2 (W3C), as laid out by the installed Chromium, whose layout unit is 1/64 px.

const unit = 1 / 64;
type Case = { readonly name: string; readonly layout: Layout };
const cases: readonly Case[] = [
  ...demoLayouts.map((layout) => ({ name: layout.name, layout })),
  ...generatedLayouts(20).map((layout, index) => ({ name: `generated ${index + 1}`, layout })),
];

const ways: readonly CssOptions[] = [
  { unit: "px", query: "media", edges: "plain", gridClass: "with", spans: "without" },
  { unit: "px", query: "media", edges: "exact", gridClass: "with", spans: "without" },
  { unit: "rem", query: "container", edges: "plain", gridClass: "with", spans: "without" },
  { unit: "rem", query: "container", edges: "exact", gridClass: "with", spans: "without" },
];

for (const way of ways) {
  test(`${way.edges} edges, ${way.query} queries, ${way.unit}: Chromium puts every column where resolve says`, async ({ page }) => {
    test.setTimeout(240_000);
    let compared = 0;
    let worst = 0;
    const random = seeded(`widths, ${way.edges}, ${way.query}`);
    for (const { name, layout } of cases) {
      const widths = widthsOf(layout, random);
      const resolved = widths.flatMap((width) => {
        const one = resolve(layout, { width: exact(width) });
        return one.ok && sign(one.value.terms.column) > 0 && sign(one.value.terms.container.width) > 0 ? [one.value] : [];
      });
      expect(resolved.length, `${name}: widths that can be laid out`).toBeGreaterThanOrEqual(20);
      const wrap =
        way.query === "media" ? '<div class="layout-grid">@</div>' : '<div class="layout"><div class="layout-grid">@</div></div>';
      const measured = await laidOut(
        page,
        writeCss(layout, way),
        wrap,
        resolved.map((one) => toNumber(one.width)),
        resolved.map((one) => one.terms.count),
      );
      resolved.forEach((one, index) => {
        const width = toNumber(one.width);
        // Browsers compute calc() in 32-bit floats, for which the stylesheet allows a fiftieth of a layout unit.
        const most = (way.edges === "exact" || wholeUnits(layout, width) ? 1.05 : 3) * unit;
        const tracks = measured[index] ?? [];
        expect(tracks).toHaveLength(one.columns.length);
        one.columns.forEach((column, place) => {
          const track = tracks[place] ?? { start: NaN, width: NaN };
          const [start, size] = [track.start - toNumber(column.start), track.width - toNumber(column.width)];
          const off = Math.max(Math.abs(start), Math.abs(size), Math.abs(start + size));
          worst = Math.max(worst, off);
          if (!(off <= most))
            throw new Error(
              `${name} at ${width}, column ${place + 1}: ${track.start} + ${track.width} in the browser, ${toNumber(column.start)} + ${toNumber(column.width)} resolved; ${off * 64} units off\n${JSON.stringify(one.breakpoint.columns)}`,
            );
          compared += 1;
        });
      });
    }
    console.info(`${way.edges} edges, ${way.query} queries: ${compared} columns, at most ${(worst / unit).toFixed(3)} units off`);
    expect(compared).toBeGreaterThan(cases.length * 60);
  });
}
