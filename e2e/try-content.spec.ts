import { expect, test } from "@playwright/test";
import { unzipSync } from "fflate";
import { readFile } from "node:fs/promises";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { blankLayout, type Layout, newBreakpoint } from "../core/src/index";
import { alerts, makeSpec, pageOf, saved } from "./people";

// Real content in Try: content of areas, and one's own page.

const hostile = `<img src=x onerror="document.title='run'"></p><script>document.title='run'</script>`;

const place = (column: number) => ({ column, span: 6, row: 1, rowSpan: 4, leaves: "none" as const, over: false, inside: null });
/** Search and Sailings side by side on four rows of 8 px with 8 between, 56 px high. */
const twoAreas: Layout = {
  ...blankLayout("Real content"),
  breakpoints: [
    {
      ...newBreakpoint({ id: "desk", name: "Desk", from: 320, width: 1280, height: 800, count: 12, gutter: "24px", margin: "64px" }),
      rows: { kind: "repeating", height: "8px", gutter: "8px", offset: "0px" },
    },
  ],
  areas: [
    { id: "search", name: "Search", placements: { desk: place(1) } },
    { id: "sailings", name: "Sailings", placements: { desk: place(7) } },
  ],
};

test("areas hold text, pictures and cards; content that does not fit in its rows is found and given the rows it needs", async ({
  browser,
  baseURL,
}) => {
  const { page, context, said } = await pageOf(browser, "author");
  const path = await makeSpec(baseURL ?? "", { kind: "layout", layout: twoAreas });
  await page.goto(`${path}/try?width=1280&sample=own`);
  await page.getByLabel("Search holds").selectOption("text");
  await page.getByLabel("Text of Search").fill(`${hostile}\n\n${"Where from, where to? ".repeat(60)}`);
  const here = page.getByRole("region", { name: "Width looked at" });
  await expect(here).toContainText("1 area does not hold its content");
  const give = here.getByRole("button", { name: /Give it \d+ rows/ });
  const rows = Number(/\d+/.exec((await give.textContent()) ?? "")?.[0]);
  await give.click();
  await expect(here).toContainText("Every area stands where the sum says");
  // It is the minimum: with one row fewer the area would be too low for its content.
  await saved(page);
  const layout = (await (await page.request.get(`/api/drafts${path.replace("/specs", "")}/files/layout.json`)).json()) as Layout;
  expect(layout.areas[0]?.placements["desk"]?.rowSpan).toBe(rows);
  const needed = await page
    .frameLocator("iframe")
    .first()
    .locator(".area-search .page-own")
    .evaluate((element) => element.scrollHeight);
  expect([rows * 16 - 8 >= needed, (rows - 1) * 16 - 8 >= needed]).toEqual([true, false]);

  await page.getByLabel("Sailings holds").selectOption("cards");
  await page.getByLabel("Number of cards in Sailings").fill("61");
  await expect(alerts(page)).toContainText("from 1 to 60");
  await page.getByLabel("Number of cards in Sailings").fill("7");
  const frame = page.frameLocator("iframe").first();
  await expect(frame.locator(".page-cards > div")).toHaveCount(7);
  // Typed text is shown as text, never as markup.
  await expect(frame.locator(".area-search p").first()).toHaveText(hostile);
  await expect(frame.locator(".area-search img, .area-search script")).toHaveCount(0);
  // The local picture is shown at its own size.
  await page.getByLabel("Sailings holds").selectOption("picture");
  await page.getByLabel("Picture for Sailings").setInputFiles("docs/screenshots/hand-off-phone.png");
  await expect(frame.locator(".area-sailings img")).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Page with your content, ZIP" }).click(),
  ]);
  const files = unzipSync(new Uint8Array(await readFile(await download.path())));
  expect(Object.keys(files).sort()).toEqual(["layout.css", "page.html", "sailings.png"]);
  const html = new TextDecoder().decode(files["page.html"]);
  expect(html).toContain("&lt;script&gt;");
  expect(html).not.toContain("<script");
  // Once saved, other people see it, and a reader cannot change it.
  await page.waitForResponse((response) => response.url().endsWith("/content") && response.ok(), { timeout: 5_000 }).catch(() => null);
  const other = await pageOf(browser, "reader");
  await other.page.goto(`${path}/try?width=1280&sample=own`);
  await expect(other.page.getByLabel("Sailings holds")).toHaveValue("picture");
  await expect(other.page.getByLabel("Text of Search")).toHaveValue(new RegExp("Where from"));
  await expect(other.page.getByLabel("Search holds")).toBeDisabled();
  // The picture too, re-encoded, and only for those who may see the draft.
  const shown = other.page.frameLocator("iframe").first().locator(".area-sailings img");
  await expect.poll(() => shown.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(100);
  const picture = (await shown.getAttribute("src")) ?? "";
  expect((await other.page.request.get(picture)).headers()["content-type"]).toBe("image/webp");
  expect((await (await browser.newContext()).request.get(new URL(picture, baseURL).href)).status()).toBe(401);
  for (const wrong of ["<svg/>", "GIF89a", "no picture"]) {
    const refused = await page.request.post(picture, { data: { picture: Buffer.from(wrong).toString("base64") } });
    expect(refused.status(), wrong).toBe(422);
  }
  await other.context.close();
  expect(said).toEqual([]);
  await context.close();
});

test("one's own page is laid out by the draft, runs no script and fetches nothing", async ({ browser }) => {
  const { page, context } = await pageOf(browser, "author");
  await page.goto("/specs/skerry/passenger-booking/try?width=1280&sample=page");
  const asked: (string | undefined)[] = [];
  const listening = createServer((request, response) => {
    asked.push(request.url);
    response.end();
  });
  await new Promise<void>((done) => listening.listen(0, "127.0.0.1", done));
  const html = page.getByLabel("HTML of the page");
  const show = page.getByRole("button", { name: "Show this page" });
  await html.fill("<main>No areas</main>");
  await show.click();
  await expect(alerts(page)).toContainText('Add data-area to them, for example <main data-area="masthead">');
  const outside = `http://127.0.0.1:${(listening.address() as AddressInfo).port}`;
  await html.fill(`<!doctype html><html><head><base href="${outside}/"><link rel="stylesheet" href="${outside}/a.css">
    <meta http-equiv="refresh" content="0;url=${outside}/gone"><style>@import url(${outside}/b.css); .far { background: url(${outside}/c.png) } section { padding: 8px }</style>
    <script>top.document.title = "run"; fetch("${outside}/d")</script></head>
    <body onload="top.document.title='run'"><div class="far"><section data-area="Masthead">Ferries</section>
    <div><section data-area="search"><p style="height: 900px">Search</p> <a href="${outside}/e" target="_top" ping="${outside}/f">there</a></section></div>
    <section data-area="harbour">?</section><img src="${outside}/g.png" srcset="${outside}/h.png 2x" onerror="top.document.title='run'">
    <svg><image href="${outside}/i.png"/><use xlink:href="${outside}/j.svg#a"/></svg><iframe srcdoc="<script>top.document.title='run'</script>"></iframe>
    <form action="${outside}/k"><button formaction="${outside}/l">Go</button></form></div></body></html>`);
  await show.click();
  const status = page.getByRole("region", { name: "Your page" }).getByRole("status");
  await expect(status).toContainText("2 of 6 areas are on this page. No area of this spec: harbour.");
  const here = page.getByRole("region", { name: "Width looked at" });
  await expect(here).toContainText("1 area does not hold its content");
  await expect(here).toContainText("Not on this page: Sailings, ");
  const frame = page.frameLocator("iframe").first();
  // Search has the first four columns: 64 to 64 + 4 × 77⅔ + 3 × 20, whatever its own page says.
  const { x, width } = (await frame.locator("[data-area=search]").boundingBox()) ?? { x: 0, width: 0 };
  const { x: left, width: scaled } = (await page.locator("iframe").first().boundingBox()) ?? { x: 0, width: 1 };
  expect((x - left) * (1280 / scaled)).toBeCloseTo(64, 0);
  expect(width * (1280 / scaled)).toBeCloseTo(370.67, 0);
  await frame.getByText("there").click();
  await page.waitForTimeout(500);
  expect(await page.title()).not.toContain("run");
  expect(asked).toEqual([]);
  expect(page.url()).toContain("/try");
  // It is kept over a reload, and on the way to another view and back.
  await page.reload();
  await expect(status).toContainText("2 of 6 areas");
  await html.fill("a".repeat(1024 * 1024 + 1));
  await show.click();
  await expect(alerts(page)).toContainText("larger than 1 MiB");
  listening.close();
  await context.close();
});
