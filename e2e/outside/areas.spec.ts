import { expect, test } from "@playwright/test";
import { columnLine, type CssOptions, exact, flow, plainCss, resolve, sign, toNumber, writeCss } from "../../core/src/index";
import { seeded } from "../../core/test/random";
import { demoLayouts } from "../../core/test/demo-layouts";
import { layoutsWithAreas, mappedLayouts } from "./areas-layouts";
import { laidOutAreas } from "./laid-out-areas";
import { wholeUnits } from "./whole-units";
import { widthsOf } from "./widths";

// Source: CSS Grid Layout Module Level 2 (W3C), subgrids included, as laid out by the installed Chromium, whose layout unit is 1/64 px.

const unit = 1 / 64;

const ways: readonly CssOptions[] = [plainCss, { ...plainCss, unit: "rem", query: "container" }];

for (const way of ways)
  test(`${way.query} queries, ${way.unit}: Chromium puts every area where resolve says, up to three deep`, async ({ page }) => {
    test.setTimeout(240_000);
    let [across, down, ordered, deep] = [0, 0, 0, 0];
    const faults: string[] = [];
    const random = seeded(`widths of areas, ${way.query}`);
    const mapped = mappedLayouts(8);
    expect(mapped.filter((layout) => writeCss(layout, way).includes("grid-template-areas:")).length).toBeGreaterThan(4);
    for (const layout of [...demoLayouts.filter(({ areas }) => areas.length > 0), ...layoutsWithAreas(24), ...mapped]) {
      const sizes = widthsOf(layout, random).flatMap((width) => {
        const resolved = resolve(layout, { width: exact(width) });
        return resolved.ok &&
          sign(resolved.value.terms.column) > 0 &&
          sign(resolved.value.terms.margin.start) >= 0 &&
          sign(resolved.value.terms.margin.end) >= 0
          ? [{ width, height: resolved.value.breakpoint.drawnAt.height, resolution: resolved.value }]
          : [];
      });
      const measured = await laidOutAreas(
        page,
        { css: writeCss(layout, way), areas: layout.areas, wrap: way.query === "media" ? "@" : '<div class="layout">@</div>' },
        sizes.map(({ width, height }) => ({ width, height })),
      );
      sizes.forEach(({ width, resolution }, index) => {
        const boxes = measured[index] ?? [];
        const { areas, breakpoint } = resolution;
        const boxOf = (id: string) => boxes[layout.areas.findIndex((one) => one.id === id)] ?? null;
        const where = `${layout.name} at ${width}`;
        for (const { id } of layout.areas)
          if ((boxOf(id) !== null) !== areas.some(({ area }) => area.id === id))
            faults.push(`${where}: ${id} is shown though it should not be, or not`);
        for (const area of areas) {
          const box = boxOf(area.area.id);
          const { columns, rows } = breakpoint;
          // Inner grids without room are reported by checks and left out here.
          const squeezed = (id: string | undefined): boolean => {
            const outer = areas.find((one) => one.area.id === id);
            return outer !== undefined && ((outer.inside !== null && sign(outer.inside.column) < 0) || squeezed(outer.area.within));
          };
          // A stylesheet cannot place areas outside the grid either, which a check reports.
          const outside = (one: typeof area): boolean => {
            const outer = areas.find(({ area: { id } }) => id === one.area.within);
            // It is already past the viewport's edge, and would have to become smaller to reach it.
            const past =
              outer !== undefined &&
              (sign(columnLine(outer.on, outer.placement.column)) < 0 ||
                toNumber(columnLine(outer.on, outer.placement.column + outer.placement.span - 1)) + toNumber(outer.on.column) > width ||
                toNumber(outer.right) > width ||
                sign(outer.left) < 0);
            return (
              one.placement.column + one.placement.span - 1 > one.on.count ||
              (outer !== undefined && ((past && outer.depth > 0) || outside(outer)))
            );
          };
          if (!box || squeezed(area.area.id) || outside(area)) continue;
          const most = ((wholeUnits(layout, width) ? 1 : 3) + 2 * area.depth) * unit + 1e-9;
          const off = Math.max(Math.abs(box.left - toNumber(area.left)), Math.abs(box.right - toNumber(area.right)));
          if (!(off <= most))
            faults.push(
              `${where}: ${area.area.id} ${box.left}–${box.right}, resolved ${toNumber(area.left)}–${toNumber(area.right)}; ${off * 64} units off, depth ${area.depth}\n${JSON.stringify([columns, area.placement, area.area.within])}`,
            );
          across += 1;
          if (area.depth > 0) deep += 1;
          // Dividing rows end with their sections: a nested area beyond them stops at their end.
          const divided = (one: typeof area): boolean => {
            const outer = areas.find(({ area: { id } }) => id === one.area.within);
            const inner = outer?.placement.inside;
            return inner?.kind === "own" ? inner.rows?.kind === "dividing" : outer ? divided(outer) : rows?.kind === "dividing";
          };
          const held = (one: typeof area): boolean => {
            const outer = areas.find(({ area: { id } }) => id === one.area.within);
            const past = outer !== undefined && outer.inside?.kind !== "own" && one.row + one.rowSpan - 1 > outer.rowSpan;
            return outer !== undefined && ((past && divided(one)) || held(outer));
          };
          // Rows that divide an area's height and are limited, or continue below it, are lengths, each rounded to
          // Chromium's unit.
          const rounded = (one: typeof area): number => {
            const outer = areas.find(({ area: { id } }) => id === one.area.within);
            return outer === undefined ? 0 : (divided(one) && outer.inside?.kind === "own" ? one.row + one.rowSpan : 0) + rounded(outer);
          };
          // The content of areas is a px high here. Rows lower than that are reported by checks and left out. An area
          // whose rows are below 0 is as high as its neighbours.
          const innerRow = ({ inside }: typeof area): number => {
            const inner = inside?.kind === "own" ? inside.rows : null;
            return inner === null ? Infinity : toNumber(inner.end(1)) - toNumber(inner.start(1));
          };
          const flat = (id: string | undefined): boolean => {
            const outer = areas.find((one) => one.area.id === id);
            return outer !== undefined && (innerRow(outer) < 1 || flat(outer.area.within));
          };
          if (innerRow(area) < 0 || flat(area.area.within)) continue;
          if (rows && area.top && area.bottom && !held(area)) {
            const far = Math.max(Math.abs(box.top - toNumber(area.top)), Math.abs(box.bottom - toNumber(area.bottom)));
            if (!(far <= (3 + 2 * area.depth + rounded(area)) * unit + 1e-9))
              faults.push(
                `${where}: ${area.area.id} down ${box.top}–${box.bottom}, resolved ${toNumber(area.top)}–${toNumber(area.bottom)}; depth ${area.depth}\n${JSON.stringify([rows, area.placement, area.area.within])}`,
              );
            down += 1;
          }
          for (const other of areas) {
            const beside = boxOf(other.area.id);
            if (
              !beside ||
              outside(other) ||
              held(area) ||
              held(other) ||
              other.area.within !== area.area.within ||
              area.row >= other.row ||
              area.rowSpan > 1 ||
              area.top
            )
              continue;
            if (!(box.top < beside.top))
              faults.push(`${where}: ${area.area.id} (row ${area.row}) is not above ${other.area.id} (row ${other.row})`);
            ordered += 1;
          }
        }
      });
      if (faults.length > 3) break;
    }
    expect(faults.slice(0, 4)).toEqual([]);
    expect([across > 2000, down > 800, ordered > 800, deep > 800]).toEqual([true, true, true, true]);
  });

test("flow is Chromium's own auto-placement: 1,000 lists that only flow", async ({ page }) => {
  const random = seeded("flow in Chromium");
  const lists = Array.from({ length: 1000 }, () => {
    const columns = random.integer(1, 12);
    return {
      columns,
      items: Array.from({ length: random.integer(1, 12) }, () => {
        const span = random.integer(1, columns);
        return { column: random.integer(1, columns - span + 1), span, rowSpan: random.integer(1, 3) };
      }),
    };
  });
  const tops = await page.evaluate((all) => {
    const host = document.createElement("div");
    document.body.append(host);
    return all.map(({ columns, items }) => {
      host.innerHTML = `<div style="position:relative;display:grid;grid-template-columns:repeat(${columns},10px);grid-auto-rows:10px">${items
        .map(({ column, span, rowSpan }) => `<i style="grid-column:${column} / span ${span};grid-row:span ${rowSpan}"></i>`)
        .join("")}</div>`;
      const top = host.getBoundingClientRect().top;
      return [...(host.firstElementChild?.children ?? [])].map((item) => Math.round((item.getBoundingClientRect().top - top) / 10) + 1);
    });
  }, lists);
  lists.forEach(({ items }, index) => expect(tops[index], JSON.stringify(items)).toEqual(flow(items)));
});
