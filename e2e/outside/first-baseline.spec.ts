import { expect, test } from "@playwright/test";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { exact, firstBaseline, shippedFonts, toNumber } from "../../core/src/index";

const file = (path: string): string => readFileSync(createRequire(import.meta.url).resolve(path)).toString("base64");

test("the first baseline is where Chromium draws it, for the shipped fonts at every usual size and line height", async ({ browser }) => {
  const page = await browser.newPage();
  let compared = 0;
  for (const [font, path] of [
    ["Archivo", "@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2"],
    ["Recursive", "@fontsource-variable/recursive/files/recursive-latin-mono-normal.woff2"],
  ] as const) {
    const metrics = shippedFonts[font];
    if (!metrics) throw new Error(`${font} does not ship`);
    await page.setContent(
      `<!doctype html><style>@font-face{font-family:Tried;src:url(data:font/woff2;base64,${file(path)})}p{margin:0;font-family:Tried}i{display:inline-block;width:1px;height:0}</style><p>Xg<i></i></p>`,
    );
    await page.evaluate(() => document.fonts.load("16px Tried"));
    const sizes = Array.from({ length: 45 }, (_, index) => 8 + 2 * index);
    const drawn = await page.evaluate((all) => {
      const text = document.querySelector("p") as HTMLElement;
      const mark = document.querySelector("i") as HTMLElement;
      return all.flatMap((size) =>
        [0, 1, 2, 3, 5, 8, 12, 17].map((more) => {
          text.style.fontSize = `${size}px`;
          text.style.lineHeight = `${size + more}px`;
          return { size, lineHeight: size + more, baseline: mark.getBoundingClientRect().bottom - text.getBoundingClientRect().top };
        }),
      );
    }, sizes);
    for (const { size, lineHeight, baseline } of drawn) {
      expect(
        toNumber(firstBaseline({ size: exact(size), lineHeight: exact(lineHeight) }, metrics)),
        `${font} ${size} on ${lineHeight}`,
      ).toBe(baseline);
      compared += 1;
    }
  }
  expect(compared).toBe(720);
  await page.close();
});
