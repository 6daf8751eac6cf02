import type { APIRequestContext, Page } from "@playwright/test";
import type { Breakpoint, Layout } from "@ypsiline/core";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import type { Role } from "@/wire/shapes";
import { withDemoServer } from "./demo-server";
import { password } from "./demo-accounts";
import { chromiumPath } from "./install";
import { root } from "./run-script";
import { print, run } from "./terminal";

// One current picture of each main view, from the demo data only, in docs/screenshots.

/** A design of the booking page as somebody measured it: name, left, top, width and height. */
const bookingBoxes = [
  "name,x,y,width,height",
  "Logo,64,16,172,32",
  "Menu,652,16,564,32",
  "Search,64,96,368,248",
  "Sailing 07:40,456,96,368,112",
  "Sailing 10:15,848,96,368,112",
  "Sailing 13:05,456,232,368,112",
  "Sailing 17:30,848,232,368,112",
  "Fares card,456,384,371,251",
  "Harbour map,848,384,432,344",
  "Advice,64,384,368,136",
  "Price tag,1012,430,65,21",
  "Timetable,60,672,1156,240",
  "Help link,64,960,73.5,24",
].join("\n");

/** A spec of the ferries' freight that follows their passengers' booking, with four numbers of its own. */
const followingSpec = async (api: APIRequestContext, address: string): Promise<void> => {
  const start = { kind: "follow", team: "skerry", spec: "passenger-booking", number: "2.0.0" };
  await api.post(`${address}/api/specs`, { data: { team: "skerry", name: "Freight booking", description: "Lorries and trailers", start } });
  const draft = `${address}/api/drafts/skerry/freight-booking`;
  const { revision, layout } = (await (await api.get(draft)).json()) as { readonly revision: number; readonly layout: Layout };
  const [phone, tablet, wide] = layout.breakpoints;
  if (!phone || !tablet || !wide) throw new Error("the spec that is followed has lost a breakpoint");
  const at = ({ id }: Breakpoint, ...path: readonly string[]): readonly string[] => ["breakpoints", id, "columns", ...path];
  const changes = [
    { path: at(phone, "gutter"), from: phone.columns.gutter, to: "12px" },
    { path: at(tablet, "margin", "start"), from: tablet.columns.margin.start, to: "16px" },
    { path: at(tablet, "margin", "end"), from: tablet.columns.margin.end, to: "16px" },
    { path: at(wide, "count"), from: wide.columns.count, to: 10 },
  ];
  await api.post(draft, { data: { revision, changes } });
};

const desk = { width: 1280, height: 800 };
type View = {
  readonly name: string;
  readonly path: string;
  readonly as: Role;
  readonly size: { readonly width: number; readonly height: number };
  readonly before?: (api: APIRequestContext, address: string) => Promise<void>;
  readonly open?: (page: Page) => Promise<unknown>;
};

const views: readonly View[] = [
  { name: "specs", path: "/specs", as: "author", size: desk },
  { name: "workbench", path: "/specs/skerry/passenger-booking?at=desk", as: "author", size: desk },
  { name: "workbench-base", path: "/specs/skerry/crew-roster?at=desk&facet=base", as: "author", size: desk },
  { name: "workbench-rows", path: "/specs/skerry/quay-board?at=landscape&facet=rows", as: "author", size: desk },
  {
    name: "workbench-areas",
    path: "/specs/skerry/passenger-booking?at=desk&facet=areas",
    as: "author",
    size: desk,
    open: (page) => page.locator("[data-area=sailings]").click({ position: { x: 200, y: 60 } }),
  },
  {
    name: "new-spec",
    path: "/specs/new",
    as: "author",
    size: desk,
    open: (page) => page.getByLabel("Name", { exact: true }).fill("Harbour shop"),
  },
  { name: "try", path: "/specs/skerry/passenger-booking/try?width=1280&sample=own", as: "author", size: desk },
  {
    name: "fit",
    path: "/specs/skerry/passenger-booking/fit",
    as: "author",
    size: desk,
    open: async (page) => {
      await page.getByLabel("Boxes, as a list").fill(bookingBoxes);
      await page.getByRole("button", { name: "Measure them" }).click();
      await page.getByRole("button", { name: "Fares card" }).click();
    },
  },
  {
    name: "sets",
    path: "/specs/skerry/passenger-booking/sets?at=desk",
    as: "author",
    size: desk,
    open: (page) => page.getByRole("button", { name: "Use set 2", exact: true }).hover(),
  },
  { name: "widths", path: "/specs/skerry/passenger-booking/widths?width=1280", as: "author", size: desk },
  { name: "review", path: "/specs/skerry/passenger-booking/publish", as: "lead", size: desk },
  { name: "compare", path: "/specs/skerry/passenger-booking/compare?a=2.0.0&b=2.1.0&width=800", as: "reader", size: desk },
  {
    name: "import",
    path: "/specs/skerry/passenger-booking/import",
    as: "author",
    size: desk,
    open: async (page) => {
      const css =
        ".page { display: grid; grid-template-columns: repeat(4, 1fr); gap: 16px; padding: 0 16px }\n" +
        "@media (min-width: 1024px) { .page { grid-template-columns: repeat(12, 1fr); column-gap: 32px; padding: 0 64px } }\n" +
        "@media (orientation: portrait) { .page { gap: 8px } }\n";
      await page.getByLabel("File to import").setInputFiles({ name: "booking.css", mimeType: "text/css", buffer: Buffer.from(css) });
      await page.getByText("What this would change").waitFor();
    },
  },
  { name: "team", path: "/teams/skerry", as: "lead", size: desk },
  { name: "hand-off", path: "/specs/skerry/passenger-booking/versions/latest", as: "reader", size: desk },
  {
    name: "inspect",
    path: "/specs/skerry/passenger-booking/versions/latest",
    as: "reader",
    size: desk,
    open: async (page) => {
      await page.locator("#at-desk").evaluate((element) => element.scrollIntoView());
      await page
        .locator("#at-desk")
        .getByRole("button", { name: /^Search: / })
        .click();
    },
  },
  {
    name: "following",
    path: "/specs/skerry/freight-booking/follow",
    as: "author",
    size: desk,
    before: followingSpec,
    open: (page) => page.getByRole("heading", { name: "What updating changes here" }).waitFor(),
  },
  { name: "history", path: "/specs/skerry/freight-booking/history", as: "author", size: desk },
  { name: "hand-off-phone", path: "/specs/skerry/passenger-booking/versions/latest", as: "reader", size: { width: 390, height: 844 } },
];

run(async () => {
  const folder = join(root, "docs", "screenshots");
  mkdirSync(folder, { recursive: true });
  await withDemoServer(async ({ address }) => {
    const { chromium } = await import("@playwright/test");
    const browser = await chromium.launch({ executablePath: chromiumPath(), args: ["--no-sandbox"] });
    for (const { name, path, as, size, open, before } of views) {
      const context = await browser.newContext({ viewport: size });
      await context.request.post(`${address}/session`, { form: { email: `${as}@skerry.example`, password } });
      await before?.(context.request, address);
      const page = await context.newPage();
      await page.goto(`${address}${path}`, { waitUntil: "load" });
      await open?.(page);
      // Charts and measurements come a moment after the page.
      await page.waitForTimeout(1500);
      await page.screenshot({ path: join(folder, `${name}.png`) });
      print(`docs/screenshots/${name}.png`);
      await context.close();
    }
    await browser.close();
  });
});
