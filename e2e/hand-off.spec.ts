import { breakpointFormats, wholeFormats } from "../core/src/index";
import { readFile } from "node:fs/promises";
import { chromium, expect, type Locator, test } from "@playwright/test";
import { strFromU8, unzipSync } from "fflate";
import { gzipSync } from "node:zlib";
import type { Layout } from "../core/src/index";
import { cleanLayout } from "../core/test/layouts";
import { booking210 } from "../scripts/demo-layouts";
import { writeSnippet } from "../core/src/index";
import { chromiumPath } from "../scripts/install";
import { pageOf, requestsOf } from "./people";

const path = "/specs/skerry/passenger-booking";
const files = `/api/v1${path}/2.1.0`;

test("the hand-off page holds everything of a version, and says what changed since any earlier one", async ({ browser }) => {
  const { page, context, said } = await pageOf(browser, "reader");
  await page.goto(`${path}/versions/2.1.0`);
  const desk = page.getByRole("region", { name: "Desk", exact: true });
  await expect(desk.getByRole("row", { name: /^px 74 172 270 368 466 564/ })).toBeVisible();
  await expect(desk.getByRole("row", { name: /^% of container/ })).toContainText("48.96");
  await expect(page.getByRole("navigation", { name: "On this page" }).getByRole("link", { name: "Desk" })).toHaveAttribute(
    "href",
    "#at-desk",
  );
  await expect(page.getByRole("heading", { name: "Rows and baseline" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^Departure times/ })).toContainText("Recursive");
  await expect(page.getByRole("row", { name: /^Margin 24 to 32 Container 720 → 704/ })).toBeVisible();
  await expect(page.getByRole("row", { name: /^Breakpoint added From 1440, drawn at 1600 × 1000/ })).toBeVisible();
  await expect(page.getByText("Used by").locator("..")).toContainText("3 projects");

  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.getByText("Desk in CSS", { exact: true }).click();
  await page.getByRole("button", { name: "Copy Desk in CSS" }).click();
  await expect(page.getByRole("button", { name: "Copied: Desk in CSS" })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain("@media (width >= 1024px)");

  await page.getByRole("button", { name: "Measure the stylesheet in this browser" }).click();
  await expect(page.getByText(/largest difference/).first()).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(/largest difference/)).toHaveCount(4);
  expect(said).toEqual([]);
  await context.close();
});

test("whatever is pointed at shows its px and its CSS, and the copied CSS gives the same layout in a browser", async ({
  browser,
  baseURL,
}) => {
  const { page, context, said } = await pageOf(browser, "reader");
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto(`${path}/versions/2.1.0`);
  const panel = page.getByRole("region", { name: "Inspect" });
  await expect(panel).toContainText("Point at a column");
  const first = await page.evaluate(() =>
    performance
      .getEntriesByType("resource")
      .filter(({ name }) => /\/_next\/static\/.*\.js/.test(name))
      .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
  );
  expect(first).toBeLessThan(160 * 1024);
  const desk = page.locator("#at-desk");
  const fact = async (label: string): Promise<number> =>
    Number(await panel.locator("dt", { hasText: label }).locator("xpath=following-sibling::dd").innerText());
  const css = await (await page.request.get(`${files}/layout.css`)).text();
  const judge = await context.newPage();
  await judge.setViewportSize({ width: 1280, height: 800 });
  const laidOut = async (copied: string): Promise<{ readonly x: number; readonly y: number; readonly width: number }> => {
    const name = /^\.([\w-]+)/.exec(copied)?.[1] ?? "";
    await judge.setContent(
      `<!doctype html><style>*{margin:0}${css}${copied}</style><div class="layout-grid layout-rows"><div class="${name}">x</div></div>`,
    );
    return judge.locator(`.${name}`).evaluate((element) => element.getBoundingClientRect().toJSON() as DOMRect);
  };
  const copy = async (): Promise<string> => {
    await panel.getByRole("button", { name: /^Copy CSS of/ }).click();
    return page.evaluate(() => navigator.clipboard.readText());
  };
  for (const area of ["Search", "Sailings", "Fares", "Timetable"]) {
    await desk.getByRole("button", { name: new RegExp(`^${area}: `) }).click();
    await expect(panel.getByRole("heading", { name: `${area} area` })).toBeVisible();
    const box = await laidOut(await copy());
    expect([box.x, box.y, box.width], area).toEqual([await fact("From the left"), await fact("From the top"), await fact("Width")]);
  }
  // A span from the table, and by keys from one to the next.
  await desk.locator(".spans-of").getByRole("button", { name: "368" }).click();
  await page.keyboard.press("ArrowRight");
  await expect(panel.getByRole("heading", { name: "Columns 1–5 columns" })).toBeVisible();
  expect((await laidOut(await copy())).width).toBe(await fact("Width"));
  // Another width is computed in this browser: 1439 − 128 = 1311; (1311 − 11 × 24) ÷ 12 = 87¼.
  await panel.getByLabel("Desk at").fill("1439");
  await expect(desk.getByRole("group", { name: "Desk at 1439, drawn to scale" })).toBeVisible();
  await desk.getByRole("button", { name: /^Column 1: / }).click({ position: { x: 8, y: 4 } });
  await expect(panel).toContainText("87¼");
  await panel.getByLabel("Desk at").fill("1500");
  await expect(panel.getByRole("alert")).toHaveText("Desk holds from 1024 to 1439.");
  expect(said).toEqual([]);
  await context.close();
  // Without scripts everything can be read as well.
  const plain = await browser.newContext({ javaScriptEnabled: false, ...(baseURL === undefined ? {} : { baseURL }) });
  const read = await plain.newPage();
  await read.goto(`${path}/versions/2.1.0`);
  await expect(read.locator("#at-desk").getByRole("row", { name: /^px 74 172/ })).toBeVisible();
  await expect(read.locator("#at-desk").getByRole("img", { name: /^Search: Columns 1–4 of 12, Rows 7–30, Width 368/ })).toBeAttached();
  await plain.close();
});

test("every file of a version is written; all of them are in one ZIP", async ({ baseURL }) => {
  const api = await requestsOf(baseURL ?? "", "reader");
  const zip = await api.get(`${files}/all.zip`);
  expect(zip.headers()["content-type"]).toBe("application/zip");
  const held = unzipSync(new Uint8Array(await zip.body()));
  const names = Object.keys(held);
  // Every format, for each of the 4 breakpoints if it describes one, with its pictures; the overlay script and the
  // sheet.
  const pictures = breakpointFormats.filter(({ picture }) => picture).length;
  expect(names).toHaveLength(wholeFormats.length + 4 * (breakpointFormats.length + pictures) + 2);
  for (const name of names) {
    const answer = await api.get(`${files}/${name}`);
    expect(answer.status(), name).toBe(200);
    expect(Buffer.compare(await answer.body(), Buffer.from(held[name] ?? [])), name).toBe(0);
  }
  expect(JSON.parse(strFromU8(held["layout.json"] ?? new Uint8Array()))).toEqual(booking210);
  const again = await api.get(`${files}/all.zip`, { headers: { "If-None-Match": zip.headers()["etag"] ?? "" } });
  expect(again.status()).toBe(304);
});

test("a picture has the drawing's size times its density, and columns exactly where the sum says", async ({ browser, baseURL }) => {
  const api = await requestsOf(baseURL ?? "", "reader");
  const { page, context } = await pageOf(browser, "reader");
  for (const density of [1, 2, 3]) {
    const png = await (await api.get(`${files}/overlay-desk.png?density=${density}&opacity=1&layers=columns&columns=2f8a76`)).body();
    // Decoded by the browser, not by the writer. At 1280 wide, column 1 is at 64 to 138, and the gutter ends at 162.
    const seen = await page.evaluate(
      async ({ data, scale }) => {
        const image = new Image();
        image.src = `data:image/png;base64,${data}`;
        await image.decode();
        const canvas = document.createElement("canvas");
        canvas.width = image.width;
        canvas.height = image.height;
        const pen = canvas.getContext("2d");
        if (!pen) throw new Error("no canvas");
        pen.drawImage(image, 0, 0);
        const at = (x: number) => [...pen.getImageData(Math.floor(x * scale), 40 * scale, 1, 1).data];
        return {
          size: [image.width, image.height],
          margin: at(63.5),
          first: at(64.5),
          last: at(137.5),
          gutter: at(138.5),
          second: at(162.5),
        };
      },
      { data: png.toString("base64"), scale: density },
    );
    const column = [0x2f, 0x8a, 0x76, 255];
    expect(seen).toEqual({
      size: [1280 * density, 800 * density],
      margin: [0, 0, 0, 0],
      first: column,
      last: column,
      gutter: [0, 0, 0, 0],
      second: column,
    });
  }
  const tooLarge = await api.get(`${files.replace("2.1.0", "9.9.9")}/overlay-desk.png`);
  expect(tooLarge.status()).toBe(404);
  await context.close();
});

test("the printable sheet is a PDF with its title and numbers, of few pages", async ({ baseURL }) => {
  const api = await requestsOf(baseURL ?? "", "reader");
  const pdf = (await (await api.get(`${files}/sheet.pdf`)).body()).toString("latin1");
  expect(pdf.slice(0, 5)).toBe("%PDF-");
  expect(pdf.trimEnd().endsWith("%%EOF")).toBe(true);
  const pages = pdf.match(/\/Type \/Page\b/g)?.length ?? 0;
  expect(pages).toBeGreaterThanOrEqual(2);
  expect(pages).toBeLessThanOrEqual(4);
  // The document's title is in its information dictionary (PDF 1.7, ISO 32000-1, 14.3.3).
  expect(pdf).toContain("(Passenger booking 2.1.0)");
});

test("export options are chosen in forms that need no script", async ({ browser }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${path}/versions/2.1.0`);
  await page.getByText("Options: a stylesheet").click();
  const stylesheet = page.locator("details", { hasText: "Options: a stylesheet" });
  await stylesheet.getByLabel("Breakpoints by").selectOption("container");
  await stylesheet.getByLabel("Lengths in").selectOption("rem");
  await stylesheet.getByLabel("Grid class").selectOption("without");
  const saved = async (button: Locator): Promise<{ readonly name: string; readonly text: string }> => {
    const [download] = await Promise.all([page.waitForEvent("download"), button.click()]);
    return { name: download.suggestedFilename(), text: await readFile(await download.path(), "utf8") };
  };
  const css = await saved(stylesheet.getByRole("button", { name: "CSS" }));
  expect(css.name).toBe("passenger-booking-2.1.0-layout.css");
  expect(css.text).toContain("@container layout (width >= 64rem)");
  expect(css.text).not.toContain("grid-template-columns");
  // The page is unchanged, with what was chosen.
  await expect(stylesheet.getByLabel("Lengths in")).toHaveValue("rem");
  await page.getByText("Options: an overlay drawing or a tile").click();
  await page.locator("select[name=breakpoint]").selectOption("wide");
  await page.getByLabel("Drawn as").selectOption("outline");
  const svg = await saved(page.getByRole("button", { name: "SVG", exact: true }));
  await page.setContent(svg.text);
  await expect(page.locator("svg #columns rect")).toHaveCount(12);
  await expect(page.locator("svg #columns")).toHaveAttribute("fill", "none");
  await context.close();
});

test("the booking page uses the published columns, and the snippet draws them over it", async ({ page, baseURL }) => {
  await page.goto("/demo/booking");
  const columns = () =>
    page.evaluate(() => {
      const root = document.querySelector("ypsiline-overlay")?.shadowRoot;
      return [...(root?.querySelectorAll(".layout-grid i") ?? [])]
        .map((one) => one.getBoundingClientRect())
        .filter(({ width }) => width > 0)
        .map(({ left, width }) => [left, width]);
    });
  for (const [width, count, start, column] of [
    [1280, 12, 64, 74],
    [768, 8, 32, 74],
    [360, 4, 16, 70],
  ] as const) {
    await page.setViewportSize({ width, height: 800 });
    await expect.poll(async () => (await columns()).length).toBe(count);
    expect((await columns())[0]).toEqual([start, column]);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  // The page itself uses them too: the second sailing starts with column 9.
  const card = await page.locator("article").nth(1).boundingBox();
  await expect.poll(async () => (await columns())[8]?.[0]).toBe(card?.x);
  // So do its areas, which the snippet outlines by name.
  for (const width of [360, 768, 1280, 1600]) {
    await page.setViewportSize({ width, height: 800 });
    const found = await page.evaluate(() => {
      const root = document.querySelector("ypsiline-overlay")?.shadowRoot;
      return [...document.querySelectorAll(".layout-areas > *")].map((own) => {
        const outline = root?.querySelector(`.${own.classList.item(0) ?? ""}`);
        const [a, b] = [own.getBoundingClientRect(), outline?.getBoundingClientRect()];
        return [
          outline?.querySelector("b")?.textContent,
          [a.left, a.right, a.top, a.bottom],
          b && [b.left, b.right, b.top, b.bottom],
        ] as const;
      });
    });
    expect(found.map(([name]) => name)).toEqual(["Masthead", "Search", "Sailings", "Fares", "Harbour map", "Timetable"]);
    for (const [, own, outline] of found) expect(outline).toEqual(own);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.keyboard.press("Alt+Shift+Y");
  await expect.poll(async () => (await columns()).length).toBe(0);
  await page.reload();
  await expect.poll(async () => (await columns()).length).toBe(0);
  await page.keyboard.press("Alt+Shift+Y");
  await expect.poll(async () => (await columns()).length).toBe(12);
  const script = await (await page.request.get(`${baseURL ?? ""}${files}/overlay.js`)).body();
  expect(gzipSync(script).length).toBeLessThan(6_000);
});

test("the snippet uses the page's breakpoint, passes a strict policy, and follows rows, offsets and a moved body", async () => {
  // A browser whose scrollbars take up space, as on most desktops.
  const browser = await chromium.launch({
    executablePath: chromiumPath(),
    args: ["--no-sandbox", "--disable-gpu"],
    ignoreDefaultArgs: ["--hide-scrollbars"],
  });
  try {
    const layout: Layout = {
      ...cleanLayout(),
      breakpoints: cleanLayout().breakpoints.map((one) => ({
        ...one,
        rows: { kind: "repeating" as const, height: "40px", gutter: "10px", offset: "5px" },
        baseline: { step: "8px", offset: "3px", emphasis: 4 },
      })),
    };
    const script = writeSnippet(layout, "1.0.0");
    const page = await browser.newPage({ viewport: { width: 1024, height: 700 } });
    const said: string[] = [];
    page.on("console", (message) => said.push(message.text()));
    await page.route("https://page.example/**", (route) =>
      route.fulfill(
        route.request().url().endsWith(".js")
          ? { contentType: "text/javascript", body: script }
          : {
              contentType: "text/html",
              headers: { "Content-Security-Policy": "default-src 'none'; script-src 'self'; style-src-attr 'unsafe-inline'" },
              body: '<!doctype html><body style="margin:0"><div style="height:3000px"></div><script src="/overlay.js" defer></script>',
            },
      ),
    );
    await page.goto("https://page.example/");
    const seen = () =>
      page.evaluate(() => {
        const root = document.querySelector("ypsiline-overlay")?.shadowRoot;
        const columns = [...(root?.querySelectorAll(".layout-grid i") ?? [])]
          .map((one) => one.getBoundingClientRect())
          .filter(({ width }) => width > 0);
        const rows = root?.querySelector(".rows");
        const lines = root?.querySelector(".lines");
        const paper = root?.querySelector(".paper")?.getBoundingClientRect();
        return {
          columns: columns.length,
          left: columns[0]?.left,
          wide: document.documentElement.clientWidth,
          rows: rows && [getComputedStyle(rows).backgroundSize, getComputedStyle(rows).backgroundPosition],
          lines: lines && [getComputedStyle(lines).backgroundSize, getComputedStyle(lines).backgroundPosition],
          paper: paper && [paper.top, paper.height],
        };
      });
    // 1024 with a scrollbar of 15: media queries choose the desk's 12 columns, and the page is 1009 wide.
    await expect.poll(async () => (await seen()).columns).toBe(12);
    const at = await seen();
    expect(at.wide).toBeLessThan(1024);
    expect([at.left, at.rows, at.lines, at.paper]).toEqual([64, ["100% 50px", "0px 5px"], ["100% 8px", "0px 3px"], [0, 3000]]);
    await page.evaluate(() => scrollTo(0, 500));
    expect((await seen()).paper).toEqual([-500, 3000]);
    await page.evaluate(() => {
      document.body.style.transform = "translateX(40px)";
    });
    await expect.poll(async () => (await seen()).left).toBe(104);
    expect(said).toEqual([]);
  } finally {
    await browser.close();
  }
});

test("an element of the booking page that is moved by 3 px is named by the snippet and by Fit, with the edge and +3", async ({
  browser,
  baseURL,
}) => {
  const { page, context } = await pageOf(browser, "author");
  await context.grantPermissions(["clipboard-read", "clipboard-write"], { origin: baseURL ?? "" });
  await page.goto("/demo/booking");
  const bar = page.locator("ypsiline-overlay");
  await bar.getByRole("button", { name: "Measure" }).click();
  await expect(bar.getByRole("status")).toHaveText("6 elements, 0 off");
  await page.addStyleTag({ content: ".area-fares { position: relative; left: 3px }" });
  await bar.getByRole("button", { name: "Measure" }).click();
  await expect(bar.getByRole("status")).toHaveText("6 elements, 1 off");
  await expect(bar.getByText("Fares: left +3, right +3")).toBeVisible();
  await bar.getByRole("button", { name: "Copy boxes" }).click();
  await expect(bar.getByRole("status")).toHaveText("copied");
  const list = await page.evaluate(() => navigator.clipboard.readText());
  // Pointing only measures; the page gets no events.
  await bar.getByRole("button", { name: "Point at…" }).click();
  await page.getByText("Show sailings").click();
  await expect(bar.getByRole("status")).toHaveText("1 element, 0 off");

  await page.goto("/specs/skerry/passenger-booking/fit");
  await page.getByLabel("Boxes, as a list").fill(list);
  await page.getByRole("button", { name: "Measure them" }).click();
  await page.getByRole("combobox", { name: "Held against", exact: true }).selectOption("2.1.0");
  const row = page.getByRole("region", { name: "Boxes" }).locator("tbody tr");
  await expect(row).toHaveCount(1);
  await expect(row).toContainText(/Fares4595 by \+38278 by \+3/);
  await context.close();
});

test("files of a draft are downloaded from the workbench", async ({ browser }) => {
  const { page, context } = await pageOf(browser, "author");
  await page.goto(`${path}?at=desk`);
  await page.getByRole("link", { name: "Files" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "SCSS" }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe("passenger-booking-draft.scss");
  await context.close();
});
