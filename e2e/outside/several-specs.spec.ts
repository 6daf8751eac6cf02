import { expect, test } from "@playwright/test";
import {
  breakpointRanges,
  type CssOptions,
  exact,
  type Layout,
  resolve,
  sign,
  toNumber,
  writeCss,
  writeSnippet,
} from "../../core/src/index";
import { widthPieces } from "../../core/src/sweep/pieces";
import { seeded } from "../../core/test/random";
import { demoLayouts } from "../../core/test/demo-layouts";
import { generatedLayouts } from "./generated-layouts";
import { wholeUnits } from "./whole-units";

// Source: CSS Grid Layout Module Level 2 and CSS Cascading and Inheritance Level 5 (W3C), as laid out by the installed
// Chromium, whose layout unit is 1/64 px.

const unit = 1 / 64;

/** Ways in which specs can be told apart on one page; the page around a grid has the scope where there is one. */
const apart: readonly ((index: number) => Pick<CssOptions, "prefix" | "layer" | "scope">)[] = [
  (index) => ({ prefix: `spec-${index}` }),
  (index) => ({ prefix: `spec-${index}`, layer: `app.s${index}` }),
  (index) => ({ scope: `.spec-${index}` }),
  (index) => ({ layer: "all", scope: `[data-spec="${index}"]` }),
  (index) => ({ prefix: `s${index}`, layer: `s${index}`, scope: `#spec-${index}` }),
];
const around = (scope: string | undefined): string =>
  scope === undefined ? "" : scope.startsWith("[") ? scope.slice(1, -1) : `${scope.startsWith("#") ? "id" : "class"}="${scope.slice(1)}"`;

const ways: readonly Omit<CssOptions, "prefix" | "layer" | "scope">[] = [
  { unit: "px", query: "media", edges: "plain", gridClass: "with", spans: "without" },
  { unit: "rem", query: "media", edges: "exact", gridClass: "with", spans: "without" },
  { unit: "px", query: "container", edges: "plain", gridClass: "with", spans: "without" },
  { unit: "rem", query: "container", edges: "exact", gridClass: "with", spans: "with" },
];

/** The widths on both sides of where anything of a layout changes: its breakpoints, and what caps or fixes a container. */
const edgesOf = (layout: Layout): readonly number[] => {
  const acting = widthPieces(layout, exact(240), exact(2560)).map(({ from }) => toNumber(from));
  const begins = breakpointRanges(layout).map(({ from }) => from);
  return [...acting, ...begins].flatMap((at) => [Math.ceil(at) - 1, Math.floor(at), Math.ceil(at)]).filter((at) => at >= 240 && at <= 2560);
};

type Placed = { readonly start: number; readonly width: number };

test("two and three specs on one page, apart by prefix, layer and scope: Chromium puts each one's columns where resolve says", async ({
  page,
}) => {
  test.setTimeout(240_000);
  const random = seeded("several specs");
  let compared = 0;
  for (let turn = 0; turn < ways.length * apart.length; turn += 1) {
    const way = ways[turn % ways.length];
    const naming = apart[Math.floor(turn / ways.length)];
    if (!way || !naming) throw new Error("no way");
    const layouts: readonly Layout[] = generatedLayouts(2 + (turn % 2), 7_000 + turn);
    const specs = layouts.map((layout, index) => ({ layout, ...naming(index) }));
    const css = specs.map(({ layout, ...names }) => writeCss(layout, { ...way, ...names })).join("\n");
    const markup = specs
      .map(({ prefix = "layout", scope }) => {
        const grid = `<div class="${prefix}-grid measured">${"<i></i>".repeat(24)}</div>`;
        return `<div ${around(scope)}>${way.query === "container" ? `<div class="${prefix}">${grid}</div>` : `<div>${grid}</div>`}</div>`;
      })
      .join("");
    const widths = [
      ...new Set(layouts.flatMap((layout) => [...edgesOf(layout), ...Array.from({ length: 20 }, () => random.integer(240, 2560))])),
    ].sort((one, other) => one - other);
    const measured: Placed[][][] = await page.evaluate(
      async ({ css: sheet, markup: body, widths: all }) => {
        const frame = document.createElement("iframe");
        frame.style.cssText = "border:0;height:300px;width:1000px";
        const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
        frame.srcdoc = `<!doctype html><style>body{margin:0;overflow:hidden}${sheet}</style>${body}`;
        document.body.append(frame);
        await loaded;
        const grids = [...(frame.contentDocument?.querySelectorAll(".measured") ?? [])];
        const found = all.map((width) => {
          frame.style.width = `${width}px`;
          return grids.map((grid) =>
            [...grid.children].map((cell) => {
              const { left, width: wide } = cell.getBoundingClientRect();
              return { start: left, width: wide };
            }),
          );
        });
        frame.remove();
        return found;
      },
      { css, markup, widths },
    );
    widths.forEach((width, at) =>
      specs.forEach(({ layout }, index) => {
        const one = resolve(layout, { width: exact(width) });
        if (!one.ok || sign(one.value.terms.column) <= 0 || sign(one.value.terms.container.width) <= 0) return;
        const most = (way.edges === "exact" || wholeUnits(layout, width) ? 1.05 : 3) * unit;
        one.value.columns.forEach((column, place) => {
          const track = measured[at]?.[index]?.[place] ?? { start: NaN, width: NaN };
          const [start, size] = [track.start - toNumber(column.start), track.width - toNumber(column.width)];
          const off = Math.max(Math.abs(start), Math.abs(size), Math.abs(start + size));
          if (!(off <= most))
            throw new Error(
              `spec ${index + 1} of ${specs.length} at ${width}, ${JSON.stringify(naming(index))}, ${JSON.stringify(way)}, column ${place + 1}: ${off * 64} units off`,
            );
          compared += 1;
        });
      }),
    );
  }
  console.info(`several specs on a page: ${compared} columns`);
  expect(compared).toBeGreaterThan(10_000);
});

test("the overlays of two specs on one page measure each its own elements, and their bars stand apart", async ({ page }) => {
  const [first, second] = demoLayouts.filter(({ areas }) => areas.length > 1);
  if (!first || !second) throw new Error("no layouts");
  const specs = [
    { ...first, stylesheet: { prefix: "one", scope: ".one" } },
    { ...second, stylesheet: { scope: "#two" } },
  ];
  const ids = specs.map(({ areas }) => areas.slice(0, 2).map(({ id }) => id));
  const inside = (all: readonly string[] = []): string =>
    all.map((id) => `<div data-area="${id}" style="height:40px">${id}</div>`).join("");
  await page.setContent(
    `<!doctype html><body style="margin:0"><div class="one">${inside(ids[0])}<p style="height:40px">One</p></div><div id="two">${inside(ids[1])}</div><div data-area="${ids[0]?.[0] ?? ""}">neither</div>`,
  );
  for (const [index, layout] of specs.entries()) await page.evaluate(writeSnippet(layout, `${index + 1}.0.0`));
  const found = await page.evaluate(() =>
    [...document.querySelectorAll("ypsiline-overlay")].map((host) => {
      const { boxes } = (host as unknown as { boxes: () => { boxes: { area?: string }[] } }).boxes();
      const bar = host.shadowRoot?.querySelector(".bar")?.getBoundingClientRect();
      return { areas: boxes.map(({ area }) => area), top: bar?.top ?? NaN, bottom: bar?.bottom ?? NaN };
    }),
  );
  expect(found.map(({ areas }) => areas)).toEqual(ids);
  expect(found[1]?.bottom).toBeLessThanOrEqual(found[0]?.top ?? NaN);
});
