import { expect, test } from "@playwright/test";
import { type GridFound, gridsOfList, gridWords, pictureEdges, toNumber } from "@ypsiline/core";
import { PNG } from "pngjs";
import { seeded } from "../../core/test/random";
import { drawnPage, type DrawnPage } from "./drawn-pages";

/**
 * Whether it is the true grid or one of its family: its columns joined or divided, with the same margins and gutter to
 * 1 px.
 */
const isFamily = ({ grid }: DrawnPage, { columns, gutter, margin, marginEnd }: GridFound): boolean =>
  (columns % grid.columns === 0 || grid.columns % columns === 0) &&
  [[gutter, grid.gutter] as const, [margin, grid.margin.start] as const, [marginEnd, grid.margin.end] as const].every(
    ([found, is]) => Math.abs(toNumber(found) - is) <= 1,
  );

/** A grid that explains at least nine in ten edges is shown with confidence. */
const isConfident = ({ explained, of }: GridFound): boolean => explained >= 0.9 * of;

// Pictures at density 2 take three times as long.
for (const [density, pictures] of [
  [1, 30],
  [2, 10],
] as const)
  test(`${pictures} pictures at density ${density} of cards with borders, shadows and rounded corners: the true grid is first in nine of ten, and no other is called confident in 19 of 20`, async ({
    browser,
  }) => {
    test.setTimeout(180_000);
    const random = seeded(`which grid at density ${density}`);
    const context = await browser.newContext({ deviceScaleFactor: density });
    const page = await context.newPage();
    let [first, confident] = [0, 0];
    const wrong: string[] = [];
    for (let round = 0; round < pictures; round += 1) {
      const drawn = drawnPage(random);
      await page.setViewportSize({ width: drawn.width, height: 800 });
      await page.setContent(drawn.html);
      const list = pictureEdges(PNG.sync.read(await page.screenshot({ fullPage: true })), density);
      const [found] = list ? gridsOfList(list) : [];
      if (found && isFamily(drawn, found)) first += 1;
      else {
        confident += Number(found !== undefined && isConfident(found));
        wrong.push(
          `${JSON.stringify(drawn.grid)} at ${drawn.width}: ${found ? `${gridWords(found)}, ${found.explained} of ${found.of}` : "none"}`,
        );
      }
    }
    await context.close();
    process.stdout.write(
      `which grid, pictures at density ${density}: first in ${first} of ${pictures}, wrong with confidence in ${confident}\n`,
    );
    expect(first, wrong.join("\n")).toBeGreaterThanOrEqual(0.9 * pictures);
    expect(confident, wrong.join("\n")).toBeLessThanOrEqual(0.05 * pictures);
  });
