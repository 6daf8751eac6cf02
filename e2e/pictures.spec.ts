import { type BoxList, type GridFound, gridsOfList, pictureEdges, toNumber, uprightEdges } from "@ypsiline/core";
import { type Browser, expect, test } from "@playwright/test";
import { PNG } from "pngjs";
import { makeSpec, pageOf, requestsOf, watch } from "./people";

type Shot = { readonly png: Buffer; readonly edges: readonly number[] };

/** Elements of the booking page with a background, a border or a picture. */
const faces = "article, .days a, .area-map, .area-fares, .area-timetable, .area-search > button, select, input";

/** A screenshot of the booking page without its overlay, and the true left and right edges of its elements. */
const shotOf = async (browser: Browser, width: number, density: number, drawnIn = faces): Promise<Shot> => {
  const context = await browser.newContext({ viewport: { width, height: 800 }, deviceScaleFactor: density });
  const page = await context.newPage();
  await page.addInitScript(() => localStorage.setItem("ypsiline overlay", "0"));
  await page.goto("/demo/booking");
  await page.evaluate(() => document.fonts.ready);
  // Elements with a background, a border or a picture. An edge at the viewport's edge is not an edge of the picture.
  const edges = await page.evaluate((selector) => {
    const drawn = document.querySelectorAll(selector);
    const all = [...drawn].map((one) => one.getBoundingClientRect()).filter(({ height }) => height >= 24);
    return [...new Set(all.flatMap(({ left, right }) => [left, right]))].filter(
      (at) => at > 0 && at < document.documentElement.clientWidth,
    );
  }, drawnIn);
  const png = await page.screenshot({ fullPage: true });
  await context.close();
  return { png, edges };
};

const edgesIn = (png: Buffer, density: number): BoxList => {
  const list = pictureEdges(PNG.sync.read(png), density);
  if (!list) throw new Error("no edges");
  return list;
};
const told = (grid: GridFound | undefined) =>
  grid && [grid.columns, toNumber(grid.gutter), toNumber(grid.margin), toNumber(grid.marginEnd)];

// Columns, gutter and margin of the booking page's published version (scripts/demo-layouts.ts) at its drawn-at widths.
const truth: readonly (readonly [width: number, grid: readonly [columns: number, gutter: number, start: number, end: number]])[] = [
  [360, [4, 16, 16, 16]],
  [768, [8, 16, 32, 32]],
  [1280, [12, 24, 64, 64]],
  [1920, [12, 32, 304, 304]],
];

for (const [width, grid] of truth)
  test(`pictures of the booking page at ${width} put its grid first and find its edges, at densities 1, 2 and 3`, async ({ browser }) => {
    test.setTimeout(90_000);
    for (const density of [1, 2, 3]) {
      const { png, edges } = await shotOf(browser, width, density);
      const list = edgesIn(png, density);
      expect(toNumber(list.width)).toBe(width);
      expect(told(gridsOfList(list)[0])).toEqual(grid);
      const found = uprightEdges(list).flatMap(({ left, right }) => [left, right].map((at) => (at ? toNumber(at) : NaN)));
      // A background starts at a whole device px: a picture is exact to half of one.
      const seen = edges.filter((at) => found.some((one) => Math.abs(one - at) <= 0.5 / density + 1e-6));
      expect(edges.length).toBeGreaterThan(4);
      expect(
        seen.length / edges.length,
        `${edges.filter((at) => !seen.includes(at)).join(", ")} at density ${density}`,
      ).toBeGreaterThanOrEqual(0.9);
    }
  });

test("a picture lies under its grid to the device px at densities 1 and 3, is zoomed, and boxes are marked on it along its edges", async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(90_000);
  const { page, context, said } = await pageOf(browser, "author");
  const drawing = page.getByRole("group", { name: "Boxes over the columns" });
  const bar = page.getByRole("group", { name: "Picture under the grid" });
  /** The distance between the picture's sides and those of the page the columns are drawn on, screen px. */
  const apart = () =>
    drawing.evaluate((group) => {
      const [picture, strip] = [group.querySelector("image"), group.querySelector(".fit-grid rect:last-of-type")];
      const [a, b] = [picture?.getBoundingClientRect(), strip?.getBoundingClientRect()];
      return a && b ? Math.max(Math.abs(a.left - b.left), Math.abs(a.right - b.right), Math.abs(a.top - b.top)) : NaN;
    });
  let png3 = "";
  for (const density of [1, 3]) {
    const { png } = await shotOf(browser, 1280, density);
    png3 = png.toString("base64");
    // The previous picture would be restored instead. It is removed on a page that does not store it again.
    await page.goto("/specs");
    await page.evaluate(() => sessionStorage.clear());
    await page.goto("/specs/skerry/passenger-booking/fit");
    await page.getByLabel("File with boxes").setInputFiles({ name: "booking.png", mimeType: "image/png", buffer: png });
    await page.locator("select[name=density]").selectOption(String(density));
    await page.getByRole("button", { name: "Find its edges" }).click();
    await expect(bar).toContainText(`${1280 * density} px, density ${density}`);
    // The page's frame is half a px outside its side; a picture has no frame.
    expect(await apart()).toBeLessThanOrEqual(1);
    await bar.getByRole("button", { name: "1 : 1" }).click();
    expect(await apart()).toBeLessThanOrEqual(1);
  }
  await bar.getByRole("button", { name: "Fit width" }).click();
  const wide = async () => (await drawing.locator("image").boundingBox())?.width ?? 0;
  const fits = await wide();
  await drawing.focus();
  await page.keyboard.press("+");
  expect((await wide()) / fits).toBeCloseTo(1.5, 1);
  // Up to 8 device px per px of the picture, and no further.
  for (let times = 0; times < 10; times += 1) await page.keyboard.press("+");
  expect((await wide()) / (1280 * 3)).toBeCloseTo(8, 1);
  await page.keyboard.press("0");
  await bar.getByText("off", { exact: true }).click();
  await expect(drawing.locator(".fit-grid")).toHaveCount(0);
  await bar.getByText("over", { exact: true }).click();

  // Dragged near the search's edges at 64 and 432, the box has them to the px.
  await bar.getByRole("button", { name: "Mark a box" }).click();
  const picture = await drawing.locator("image").boundingBox();
  if (!picture) throw new Error("no picture");
  const at = (x: number, y: number): readonly [number, number] => [
    picture.x + (x * picture.width) / 1280,
    picture.y + (y * picture.width) / 1280,
  ];
  await page.mouse.move(...at(458, 60));
  await page.mouse.down();
  await page.mouse.move(...at(600, 90));
  await page.mouse.move(...at(822, 180));
  await page.mouse.up();
  const row = page.getByRole("region", { name: "Boxes" }).locator("tbody tr").first();
  await expect(row).toContainText("Box 1");
  await expect(row).toContainText("456");
  await expect(row).toContainText("824");
  await page.getByLabel("Name of the box").fill("First sailing");
  await page.keyboard.press("Enter");
  await expect(row).toContainText("First sailing");

  // Saved with its picture on request, and only for those who may see the spec.
  await page.getByLabel("with its picture").check();
  await page.getByLabel("Name of the design").fill("Sailings, density 3");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Sailings, density 3 was saved.")).toBeVisible();
  await page.evaluate(() => sessionStorage.clear());
  await page.reload();
  await page.getByRole("button", { name: "Sailings, density 3", exact: true }).click();
  await expect(bar).toContainText("3840 px, density 3");
  const kept = (await drawing.locator("image").getAttribute("href")) ?? "";
  const answer = await page.request.get(kept);
  expect([answer.status(), answer.headers()["content-type"]]).toEqual([200, "image/webp"]);
  expect((await (await requestsOf(baseURL ?? "", "lead")).get(kept)).status()).toBe(200);
  expect((await (await browser.newContext()).request.get(new URL(kept, baseURL).href)).status()).toBe(401);
  expect((await page.request.post(kept, { data: { picture: png3, density: 3 } })).status()).toBe(409);
  expect((await page.request.post(kept, { data: { picture: Buffer.from("<svg/>").toString("base64"), density: 3 } })).status()).toBe(422);
  expect(said).toEqual([]);
  await context.close();
});

test("a picture is measured against the spec in Fit; a file that is no picture, or shows no grid, is reported", async ({ browser }) => {
  test.setTimeout(90_000);
  const { png } = await shotOf(browser, 1280, 2);
  const { page, context } = await pageOf(browser, "reader");
  const said = watch(page);
  await page.goto("/specs/skerry/passenger-booking/fit");
  const file = page.getByLabel("File with boxes");
  const fault = page.locator(".fit-intake [role=alert]");
  await file.setInputFiles({ name: "torn.png", mimeType: "image/png", buffer: Buffer.from("PNG, or so it says") });
  await expect(fault).toContainText("torn.png is not a PNG, JPEG or WebP that can be read");
  await file.setInputFiles({ name: "large.png", mimeType: "image/png", buffer: Buffer.alloc(5 * 1024 * 1024 + 1) });
  await expect(fault).toContainText("large.png has more than 5 MiB");
  const head = PNG.sync.write(new PNG({ width: 8, height: 8 }));
  head.writeUInt32BE(60_000, 16);
  head.writeUInt32BE(60_000, 20);
  await file.setInputFiles({ name: "vast.png", mimeType: "image/png", buffer: head });
  await expect(fault).toContainText("60,000 × 60,000 px; at most 40 million");
  await file.setInputFiles({ name: "cut.png", mimeType: "image/png", buffer: png.subarray(0, 3000) });
  await page.getByRole("button", { name: "Find its edges" }).click();
  await expect(fault).toContainText("damaged or ends too early");

  await file.setInputFiles({ name: "booking.png", mimeType: "image/png", buffer: png });
  await expect(page.locator("select[name=density]")).toHaveValue("2");
  await page.getByRole("button", { name: "Find its edges" }).click();
  await page.getByRole("combobox", { name: "Held against", exact: true }).selectOption("2.1.0");
  await expect(page.getByText(/Edges without boxes, read from 2560 × \d+ px at density 2/)).toBeVisible();
  // All vertical edges are on columns. Fields and buttons have other heights; table, filter and summary agree about
  // them.
  await expect(page.getByText(/On columns: (\d+) of \1\. On rows: 37 of 47\./)).toBeVisible();
  const table = page.getByRole("region", { name: "Boxes" });
  await expect(table.getByRole("button", { name: "Off the grid 8" })).toHaveAttribute("aria-pressed", "true");
  await expect(table.locator("tbody tr")).toHaveCount(8);
  await expect(table.locator("tbody td.fit-off")).toHaveCount(8);
  await table.locator("tbody button").first().click();
  await expect(table.locator(".fit-about")).toContainText("Save the design to mark an edge as off the grid on purpose");
  await expect(page.getByRole("region", { name: "Which grid is it?" }).locator("tbody tr").first()).toContainText(/^12246474/);

  await page.getByRole("button", { name: "Other boxes…" }).click();
  const grain = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(640, 480);
    const context = canvas.getContext("2d");
    for (let x = 0; x < 640; x += 2)
      for (let y = 0; y < 480; y += 2) {
        const grey = 90 + 60 * Math.sin(x / 90) * Math.cos(y / 70) + 30 * Math.random();
        if (context) context.fillStyle = `rgb(${grey} ${grey} ${grey})`;
        context?.fillRect(x, y, 2, 2);
      }
    return [...new Uint8Array(await (await canvas.convertToBlob({ type: "image/jpeg", quality: 0.8 })).arrayBuffer())];
  });
  await file.setInputFiles({ name: "sea.jpg", mimeType: "image/jpeg", buffer: Buffer.from(grain) });
  await page.getByRole("button", { name: "Find its edges" }).click();
  await expect(fault.or(page.getByText("No grid explains more of these edges than chance would."))).toBeVisible();
  expect(said).toEqual([]);
  await context.close();
});

test("pictures of a page at four widths and three densities in all lie under its sheet to the device px", async ({ browser, baseURL }) => {
  test.setTimeout(180_000);
  const { page, context, said } = await pageOf(browser, "author");
  const layout: unknown = await (await page.request.get("/api/v1/specs/skerry/passenger-booking/2.1.0/layout.json")).json();
  const path = await makeSpec(baseURL ?? "", { kind: "layout", layout }, `Pictures ${process.pid}`);
  const bar = page.getByRole("group", { name: "Picture under the grid" });
  const sheet = page.getByRole("group", { name: /^Sheet of/ });
  for (const [at, width, densities] of [
    ["phone", 360, [3]],
    ["tablet", 768, [2]],
    ["desk", 1280, [1, 2]],
    ["wide", 1600, [1, 3]],
  ] as const) {
    await page.goto(`${path}?at=${at}`);
    for (const density of densities) {
      const { png, edges } = await shotOf(browser, width, density, ".area-search, .area-sailings, .area-map, .area-fares, .area-timetable");
      const isFirst = density === densities[0];
      if (isFirst && (await bar.isVisible())) await bar.getByRole("button", { name: "Remove" }).click();
      if (isFirst)
        await sheet.evaluate((element, base64) => {
          // Dropped the first time, selected with the file dialog after that.
          const files = new DataTransfer();
          files.items.add(new File([Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))], "page.png", { type: "image/png" }));
          element.dispatchEvent(new DragEvent("drop", { bubbles: true, cancelable: true, dataTransfer: files }));
        }, png.toString("base64"));
      else {
        await bar.getByRole("button", { name: "Remove" }).click();
        await page.getByLabel("Picture under the sheet").setInputFiles({ name: "page.png", mimeType: "image/png", buffer: png });
      }
      await expect(bar).toContainText(`${width * density} px, density ${density}`);
      for (const size of ["Fit width", "1 : 1"]) {
        await bar.getByRole("button", { name: size, exact: true }).click();
        // Each edge of an area in the picture, and the nearest side of a column, device px of the picture.
        const off = await sheet.evaluate(
          (element, { all, wide, px }) => {
            const image = element.querySelector("image")?.getBoundingClientRect();
            if (!image) return [NaN];
            const sides = [...element.querySelectorAll("rect[fill='var(--column)']")].flatMap((rect) => {
              const { left, right } = rect.getBoundingClientRect();
              return [left, right];
            });
            const scale = image.width / wide;
            return all.map((edge) => (Math.min(...sides.map((side) => Math.abs(side - (image.left + edge * scale)))) / scale) * px);
          },
          { all: edges, wide: width, px: density },
        );
        expect(off.length).toBeGreaterThan(1);
        expect(Math.max(...off), `${at}, density ${density}, ${size}`).toBeLessThanOrEqual(1);
      }
    }
  }
  // It is kept on the way to another view and back; the grid is over it, under it or off.
  await page.getByRole("link", { name: "Widths", exact: true }).click();
  await page.waitForURL(/widths/);
  await page.getByRole("link", { name: "Sheet", exact: true }).click();
  await expect(bar).toContainText("density 3");
  await bar.getByText("off", { exact: true }).click();
  await expect(sheet.locator("rect[fill='var(--column)']")).toHaveCount(0);
  await bar.getByText("under", { exact: true }).click();
  await expect(sheet.locator("rect[fill='var(--column)']")).toHaveCount(12);
  // On to Fit with it: its edges are found there, and boxes are marked on it.
  await bar.getByRole("button", { name: "Find edges" }).click();
  await page.waitForURL(/\/fit/);
  await expect(page.getByText(/edges stand on the grid/)).toBeVisible();
  await expect(bar.getByRole("button", { name: "Mark a box" })).toBeVisible();
  await expect(bar).toContainText("4800 px, density 3");
  await page.getByRole("link", { name: "Sheet", exact: true }).click();
  await page.getByRole("button", { name: /^Wide/ }).first().click();
  await page.getByLabel("Device px of the picture to a px of the page").selectOption("2");
  await expect(bar).toContainText("4800 px, density 2");
  await bar.getByRole("button", { name: "Remove" }).click();
  await page
    .getByLabel("Picture under the sheet")
    .setInputFiles({ name: "no.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
  await expect(page.getByText("This is no picture that the browser can read")).toBeVisible();
  // A drawing is shown as an image: no script in it runs.
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="400"><script>top.document.title="run"</script><rect width="9" height="9" onload="top.document.title='run'"/></svg>`;
  await page.getByLabel("Picture under the sheet").setInputFiles({ name: "page.svg", mimeType: "image/svg+xml", buffer: Buffer.from(svg) });
  await expect(bar).toContainText("1600 px, density 1");
  expect(await page.title()).not.toBe("run");
  expect(said).toEqual([]);
  await context.close();
});
