import { expect, test } from "@playwright/test";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { exact, layoutSchema, newBreakpoint, resolve, toNumber } from "../../core/src/index";
import { laidOut } from "./laid-out";

// Source: the grid of the `bootstrap` package (its Sass for the numbers, its built CSS for the layout).

const folder = join(import.meta.dirname, "../../node_modules/bootstrap");
const sass = readFileSync(join(folder, "scss/_variables.scss"), "utf8");

/** The px numbers of a Sass map: `$grid-breakpoints: ( xs: 0, sm: 576px, … )`. */
const sassMap = (name: string): Readonly<Record<string, number>> => {
  const body = new RegExp(`\\$${name}:\\s*\\(([^)]*)\\)`).exec(sass)?.[1] ?? "";
  return Object.fromEntries([...body.matchAll(/(\w+):\s*(\d+)(?:px)?/g)].map((match) => [match[1] ?? "", Number(match[2])]));
};

test("the bootstrap package's grid gives the same columns", async ({ page }) => {
  const starts = sassMap("grid-breakpoints");
  const containers = sassMap("container-max-widths");
  expect(/\$grid-columns:\s*12 /.test(sass) && /\$grid-gutter-width:\s*1\.5rem/.test(sass)).toBe(true);
  expect(Object.values(containers)).toEqual([540, 720, 960, 1140, 1320]);

  const layout = layoutSchema.parse({
    format: "ypsiline-layout",
    formatVersion: 1,
    name: "Bootstrap grid",
    base: "8px",
    breakpoints: Object.entries(containers).map(([id, width]) => {
      const from = starts[id] ?? 0;
      const one = newBreakpoint({ id, name: id, from, width: from, height: 800, count: 12, gutter: "1.5rem", margin: "0px" });
      return {
        ...one,
        columns: { ...one.columns, edgeGutters: "half", container: { kind: "fixed", width: `${width}px`, align: "center" } },
      };
    }),
  });
  const css = readFileSync(join(folder, "dist/css/bootstrap.css"), "utf8");
  const cells = '<div class="container"><div class="row">@</div></div>'.replace("@", '<div class="col-1"></div>'.repeat(12));
  const widths = Array.from({ length: 66 }, (_, index) => 576 + index * 23);
  const measured = await laidOut(
    page,
    css,
    cells,
    widths,
    widths.map(() => 12),
  );
  let compared = 0;
  widths.forEach((width, index) => {
    const resolved = resolve(layout, { width: exact(width) });
    if (!resolved.ok) throw new Error("resolves");
    const { columns, terms } = resolved.value;
    const half = toNumber(terms.gutter) / 2;
    columns.forEach((column, place) => {
      // Its cells have half a gutter as padding on both sides of what is a column here. Each cell's width is rounded to
      // 1/64 px, so a start has the rounding of all cells before it.
      const cell = measured[index]?.[place] ?? { start: NaN, width: NaN };
      expect(Math.abs(cell.start + half - toNumber(column.start)), `${width}, column ${place + 1}`).toBeLessThanOrEqual(
        (place + 1) / 64 + 1e-9,
      );
      expect(Math.abs(cell.width - 2 * half - toNumber(column.width))).toBeLessThanOrEqual(1 / 64 + 1e-9);
      compared += 1;
    });
  });
  expect(compared).toBe(66 * 12);
});
