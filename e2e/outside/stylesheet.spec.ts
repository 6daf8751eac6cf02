import { expect, test } from "@playwright/test";
import { type CssOptions, exact, type Layout, resolve, sign, toNumber, writeCss } from "../../core/src/index";
import { demoLayouts } from "../../scripts/demo-layouts";
import { generatedLayouts } from "./generated-layouts";
import { laidOut } from "./laid-out";
import { wholeUnits } from "./whole-units";

// Source: CSS Grid Layout Module Level 2 (W3C), as laid out by the installed Chromium, whose layout unit is 1/64 px.

/** Widths that every layout is laid out at: both sides of usual hand-overs, odd and even, narrow and wide. */
const widths = [
  320, 321, 333, 359, 360, 375, 390, 393, 412, 414, 428, 480, 512, 540, 575, 576, 599, 600, 601, 640, 667, 700, 719, 720, 768, 799, 800,
  834, 853, 900, 912, 959, 960, 991, 992, 1000, 1023, 1024, 1025, 1080, 1111, 1152, 1199, 1200, 1279, 1280, 1281, 1319, 1339, 1359, 1360,
  1366, 1399, 1400, 1439, 1440, 1441, 1536, 1600, 1680, 1727, 1728, 1792, 1919, 1920, 2047, 2048, 2560,
];

const unit = 1 / 64;
type Case = { readonly name: string; readonly layout: Layout };
const cases: readonly Case[] = [
  ...demoLayouts.map((layout) => ({ name: layout.name, layout })),
  ...generatedLayouts(40).map((layout, index) => ({ name: `generated ${index + 1}`, layout })),
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
    for (const { name, layout } of cases) {
      const resolved = widths.flatMap((width) => {
        const one = resolve(layout, { width: exact(width) });
        return one.ok && sign(one.value.terms.column) > 0 && sign(one.value.terms.container.width) > 0 ? [one.value] : [];
      });
      expect(resolved.length, `${name}: widths that can be laid out`).toBeGreaterThanOrEqual(60);
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
        const most = (way.edges === "exact" || wholeUnits(layout, width) ? 1 : 3) * unit + 1e-9;
        const tracks = measured[index] ?? [];
        expect(tracks).toHaveLength(one.columns.length);
        one.columns.forEach((column, place) => {
          const track = tracks[place] ?? { start: NaN, width: NaN };
          const off = Math.max(Math.abs(track.start - toNumber(column.start)), Math.abs(track.width - toNumber(column.width)));
          if (!(off <= most))
            throw new Error(
              `${name} at ${width}, column ${place + 1}: ${track.start} + ${track.width} in the browser, ${toNumber(column.start)} + ${toNumber(column.width)} resolved; ${off * 64} units off\n${JSON.stringify(one.breakpoint.columns)}`,
            );
          compared += 1;
        });
      });
    }
    expect(compared).toBeGreaterThan(cases.length * 60);
  });
}
