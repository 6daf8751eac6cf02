import { expect, test } from "@playwright/test";
import { openDatabase } from "../web/server/database/database";
import { address, publishNext } from "./clients";
import { alerts, chooseSpec, makeSpec, pageOf, requestsOf, saved, signIn } from "./people";

const start = { kind: "columns", width: 1440, columns: 12 };
const slugOf = (path: string): string => path.split("/").at(-1) ?? "";

test("a spec is renamed: all its old addresses lead to it, open pages go on, and its package keeps its name", async ({ browser }) => {
  const name = `Tide table ${process.pid}`;
  const path = await makeSpec(address, start, name);
  await publishNext(slugOf(path), "1.0.0", "24px");
  const other = slugOf(await makeSpec(address, { kind: "blank" }));
  const author = await pageOf(browser, "author");
  await author.page.goto(`${path}?facet=columns`);
  const { page, context, said } = await pageOf(browser, "lead");
  await page.goto(path);
  await page.getByRole("link", { name: "Settings" }).click();
  await page.getByLabel("Name", { exact: true }).fill(`Tides ${process.pid}`);
  await page.getByLabel("Purpose").fill("When the water stands high");
  await page.getByLabel(/^Address/).fill("Tides!");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("It must be a small letter, then at most 59 small letters, digits or hyphens.")).toBeVisible();
  await page.getByLabel(/^Address/).fill(other);
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("It leads to another spec, or did before that was renamed.")).toBeVisible();
  const now = `/specs/skerry/tides-${process.pid}`;
  await page.getByLabel(/^Address/).fill(slugOf(now));
  await page.getByRole("button", { name: "Save" }).click();
  await page.waitForURL(`**${now}/settings**`);
  await expect(page.getByRole("heading", { name: `Tides ${process.pid}` })).toBeVisible();

  // The open page gets the new name, and saves to the new address.
  await expect(author.page.getByRole("heading", { name: `Tides ${process.pid}`, level: 1 })).toBeVisible();
  const gutter = author.page.getByRole("region", { name: "Sum line" }).getByLabel("Gutter", { exact: true }).first();
  await gutter.fill("20");
  await gutter.press("Enter");
  await saved(author.page);
  // Old links lead to the same page with the same query.
  await page.goto(`${path}/widths?width=1000`);
  await expect(page).toHaveURL(new RegExp(`${now}/widths\\?width=1000`));
  await page.goto(`${path}/versions/1.0.0`);
  await expect(page).toHaveURL(new RegExp(`${now}/versions/1\\.0\\.0`));
  const lead = await requestsOf(address, "lead");
  for (const one of [path, now]) {
    expect((await lead.get(`/api/v1${one}/1.0.0/layout.css`)).status()).toBe(200);
    const draft = (await (await lead.get(one.replace("/specs", "/api/drafts"))).json()) as {
      layout: { name: string; breakpoints: { columns: { gutter: string } }[] };
    };
    expect([draft.layout.name, draft.layout.breakpoints.at(-1)?.columns.gutter]).toEqual([`Tides ${process.pid}`, "20px"]);
  }
  // Its package keeps its name for later versions.
  await publishNext(slugOf(now), "1.1.0", "32px");
  await lead.post(`/api${now}/share`, { data: { public: true } });
  const asked = async (spec: string) => fetch(`${address}/npm/@skerry%2f${spec}`);
  const metadata = (await (await asked(slugOf(path))).json()) as { name: string; versions: Record<string, { name: string }> };
  expect(Object.entries(metadata.versions).map(([number, one]) => [number, one.name])).toEqual([
    ["1.0.0", metadata.name],
    ["1.1.0", metadata.name],
  ]);
  expect(metadata.name).toBe(`@skerry/${slugOf(path)}`);
  expect((await asked(slugOf(now))).status).toBe(404);
  // Its old address is given to no other spec, and can be used for it again.
  expect(await makeSpec(address, { kind: "blank" }, name)).toBe(`${path}-2`);
  const back = await lead.post(`/api${now}/name`, { data: { name: `Tides ${process.pid}`, description: "", address: slugOf(path) } });
  expect(await back.json()).toEqual({ team: "skerry", spec: slugOf(path) });
  await page.goto(`${now}/settings`);
  await expect(page).toHaveURL(new RegExp(`${path}/settings`));
  await page.goto(`/teams/skerry?show=activity&spec=${slugOf(path)}`);
  for (const words of ["set the purpose: When the water stands high", "removed the purpose", `named it Tides ${process.pid}, at ${now}`])
    await expect(page.getByText(words)).toBeVisible();
  expect(said).toEqual([]);
  expect(author.said).toEqual([]);
  await context.close();
  await author.context.close();
});

test("an archived spec is not listed and cannot be changed until it is restored", async ({ browser }) => {
  const name = `Winter boats ${process.pid}`;
  const path = await makeSpec(address, start, name);
  await publishNext(slugOf(path), "1.0.0", "24px");
  const draft = path.replace("/specs", "/api/drafts");
  const { page, context, said } = await pageOf(browser, "lead");
  await page.goto(`${path}/settings`);
  await page.getByRole("button", { name: "Archive the spec" }).click();
  await expect(page.getByRole("heading", { name: "Archived" })).toBeVisible();
  await page.goto(`/specs?q=Winter+boats+${process.pid}`);
  await expect(page.getByRole("heading", { name: "No spec here" })).toBeVisible();
  await page.goto("/specs/new");
  await page.getByLabel(/^Another spec/).check();
  await page.getByRole("combobox", { name: "Spec to start from" }).fill(name);
  await expect(page.getByText(`No spec’s name or address contains “${name}”.`)).toBeVisible();

  const author = await requestsOf(address, "author");
  const refused = await author.post(draft, { data: { revision: 1, changes: [{ path: ["base"], from: "8px", to: "8px" }] } });
  expect([refused.status(), ((await refused.json()) as { detail: string }).detail]).toEqual([
    403,
    "This spec is archived. A lead can restore it, and then it can be changed.",
  ]);
  const lead = await requestsOf(address, "lead");
  expect((await lead.post(`${draft}/publish`, { data: { revision: 2, number: "1.1.0", note: "" } })).status()).toBe(403);
  expect((await author.post(`${draft}/comments`, { data: { about: "spec", words: "Still?" } })).status()).toBe(403);
  expect((await author.get(`/api/v1${path}/latest/layout.css`)).status()).toBe(200);
  await page.goto(path);
  await expect(page.getByText(/^Archived, read only/)).toBeVisible();

  await page.goto("/specs?show=archived");
  await expect(page.getByRole("heading", { name: "Archived specifications" })).toBeVisible();
  await page.getByRole("article").filter({ hasText: name }).getByRole("link", { name: "Settings" }).click();
  await page.getByRole("button", { name: "Restore the spec" }).click();
  await expect(page.getByRole("button", { name: "Archive the spec" })).toBeVisible();
  expect((await author.post(draft, { data: { revision: 1, changes: [{ path: ["base"], from: "8px", to: "8px" }] } })).status()).toBe(200);
  expect(said).toEqual([]);
  await context.close();
});

test("a spec moves to another of one's teams with all it has, but not while projects of its team use it", async ({ browser }) => {
  const name = `Harbour map ${process.pid}`;
  const path = await makeSpec(address, start, name);
  await publishNext(slugOf(path), "1.0.0", "24px");
  const lead = await requestsOf(address, "lead");
  const { team } = (await (await lead.post("/api/teams", { data: { name: `Pilots ${process.pid}` } })).json()) as { team: string };
  await lead.post(`${path.replace("/specs", "/api/drafts")}/comments`, { data: { about: "spec", words: "Deep enough?" } });
  const project = await lead.post("/api/teams/skerry/projects", { data: { name: `Chart ${process.pid}` } });
  const { id } = (await project.json()) as { id: number };
  const uses = (number: string | null) => lead.post(`/api/teams/skerry/projects/${id}/uses`, { data: { spec: slugOf(path), number } });
  expect((await uses("1.0.0")).status()).toBe(200);
  const context = await browser.newContext();
  const page = await context.newPage();
  await signIn(page, "lead");
  await page.goto(`${path}/settings`);
  await page.getByLabel("Team to move it to").selectOption(team);
  await page.getByRole("button", { name: "Move the spec" }).click();
  await expect(alerts(page)).toHaveText(
    `Projects of Skerry Ferries use it: Chart ${process.pid}. They would lose it. Remove it from them first.`,
  );
  expect((await uses(null)).status()).toBe(200);
  await page.getByRole("button", { name: "Move the spec" }).click();
  const now = path.replace("/specs/skerry", `/specs/${team}`);
  await page.waitForURL(`**${now}/settings**`);
  await page.goto(`${path}/publish`);
  await expect(page).toHaveURL(new RegExp(`${now}/publish`));
  await expect(page.getByText("Deep enough?")).toBeVisible();
  expect((await lead.get(`/api/v1${now}/1.0.0/layout.css`)).status()).toBe(200);
  // Those who are not in the new team can no longer open it, at either address.
  const author = await requestsOf(address, "author");
  for (const one of [path, now]) expect((await author.get(`/api/v1${one}/1.0.0/layout.css`)).status()).toBe(404);
  // It can be compared and copied at its new address, and both teams' logs list the move.
  await page.goto(`/specs/skerry/passenger-booking/compare`);
  await page.getByRole("combobox", { name: "With another spec" }).fill(name);
  await expect(page.getByText(`No spec’s name or address contains “${name}”.`)).toBeVisible();
  await page.goto("/specs/skerry/passenger-booking/compare");
  await chooseSpec(page.getByRole("combobox", { name: "With another spec" }), "Quay board");
  await expect(page).toHaveURL(/b=quay-board/);
  await page.goto("/teams/skerry?show=activity");
  await expect(page.getByText(`moved the spec ${name} to the team Pilots ${process.pid}`)).toBeVisible();
  await page.goto(`/teams/${team}?show=activity`);
  await expect(page.getByText(`moved the spec ${name} here from the team Skerry Ferries`)).toBeVisible();
  await context.close();
});

test("the versions of years are listed fifty at a time, and any of them is compared and read", async ({ browser }) => {
  const path = await makeSpec(address, start);
  const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
  await sql`
    INSERT INTO version (spec_id, major, minor, patch, layout, note, published_by)
    SELECT s.id, 1, n, 0, d.layout, 'Tide ' || n, s.created_by FROM spec s JOIN draft d ON d.spec_id = s.id, generate_series(0, 119) n
    WHERE s.slug = ${slugOf(path)} ORDER BY n`;
  await sql.end();
  const lead = await requestsOf(address, "lead");
  const page = async (query: string) => {
    const answer = await lead.get(`/api/v1${path}${query}`);
    const { latest, more, versions } = (await answer.json()) as { latest: string; more: boolean; versions: { number: string }[] };
    return [answer.status(), latest, more, versions.length, versions[0]?.number];
  };
  expect(await page("")).toEqual([200, "1.119.0", true, 50, "1.119.0"]);
  expect(await page("?page=3")).toEqual([200, "1.119.0", false, 20, "1.19.0"]);
  for (const wrong of ["?page=0", "?page=x", "?pages=2"]) expect((await lead.get(`/api/v1${path}${wrong}`)).status()).toBe(400);

  const context = await browser.newContext();
  const shown = await context.newPage();
  await signIn(shown, "reader");
  await shown.goto(`${path}/versions/latest`);
  await shown.locator(".versions summary").click();
  await shown.getByRole("link", { name: "All versions" }).click();
  await shown.getByRole("link", { name: "After" }).click();
  await shown.getByRole("link", { name: "After" }).click();
  await expect(shown.getByRole("row")).toHaveCount(21);
  await shown.getByRole("link", { name: "1.7.0", exact: true }).click();
  await expect(shown.getByText("Tide 7", { exact: true })).toBeVisible();
  await shown.goto(`${path}/versions/1.119.0?since=1.3.0`);
  await expect(shown.getByText(/since 1\.3\.0/i).first()).toBeVisible();
  await shown.goto(`${path}/compare?a=1.5.0&b=1.119.0`);
  await expect(shown.getByRole("combobox").first()).toHaveValue("1.5.0");
  await context.close();
});

test("stylesheets get names of their own on the page Files: saved with the draft, in the package, and a major version later", async ({
  browser,
}) => {
  const path = await makeSpec(address, start, `Fares ${process.pid}`);
  const spec = slugOf(path);
  const lead = await requestsOf(address, "lead");
  await publishNext(spec, "1.0.0", "24px");
  const { page, context } = await pageOf(browser, "lead");
  await page.goto(`${path}/files`);
  const prefix = page.getByLabel("Prefix in stylesheets");
  await prefix.fill("Fares!");
  await prefix.press("Enter");
  await expect(alerts(page)).toContainText("must be small letters and digits, with single hyphens between them, like booking");
  await prefix.fill("fares");
  await prefix.press("Enter");
  await page.getByLabel("Cascade layer in stylesheets").fill("app.fares");
  await page.getByLabel("Only inside in stylesheets").fill(".fares");
  await page.getByLabel("Only inside in stylesheets").press("Enter");
  await expect(page.getByText(".fares .fares-grid { column-gap: var(--fares-gutter); }")).toBeVisible();
  await saved(page);
  const css = await (await lead.get(`/api/drafts/skerry/${spec}/files/layout.css`)).text();
  expect(css).toMatch(/@layer app\.fares \{[\s\S]*\.fares \{[\s\S]*--fares-columns: 12;[\s\S]*\.fares \.fares-grid \{/);
  expect(css).not.toMatch(/--layout-|\.layout-/);
  // A file can still be asked for with other names.
  const asked = await lead.get(`/api/drafts/skerry/${spec}/files/layout.css?prefix=tickets&layer=app`);
  expect(await asked.text()).toMatch(/@layer app \{[\s\S]*--tickets-columns/);
  expect((await lead.get(`/api/drafts/skerry/${spec}/files/layout.css?prefix=A`)).status()).toBe(400);
  // Whoever uses the names has to change theirs.
  await page.goto(`${path}/publish`);
  await expect(page.getByText("names in stylesheets change")).toBeVisible();
  await context.close();
  await publishNext(spec, "2.0.0", "24px");
  for (const [file, name] of [
    ["layout.css", "--fares-columns"],
    ["layout.scss", "$fares: ("],
    ["layout.less", ".fares-from(phone;"],
  ] as const)
    expect(await (await lead.get(`/api/v1/specs/skerry/${spec}/2.0.0/${file}`)).text(), file).toContain(name);
});

test("a range in the address of a file leads to the highest version in it that is not withdrawn", async () => {
  const path = await makeSpec(address, start, `Ranges ${process.pid}`);
  const spec = slugOf(path);
  const lead = await requestsOf(address, "lead");
  for (const [number, gutter] of [
    ["1.0.0", "24px"],
    ["1.1.0", "25px"],
    ["1.2.0", "26px"],
    ["1.10.0", "27px"],
    ["2.0.0", "28px"],
  ] as const)
    await publishNext(spec, number, gutter);
  const led = async (range: string, file: string) => {
    const answer = await lead.get(`/api/v1/specs/skerry/${spec}/${range}/${file}`, { maxRedirects: 0 });
    return [answer.status(), answer.headers()["location"]?.replace(`/api/v1/specs/skerry/${spec}/`, "")];
  };
  expect(await led("1", "layout.css?unit=rem")).toEqual([302, "1.10.0/layout.css?unit=rem"]);
  expect(await led("1.1", "layout.css")).toEqual([302, "1.1.0/layout.css"]);
  expect(await led("2", "layout.json")).toEqual([302, "2.0.0/layout.json"]);
  for (const none of ["3", "1.3", "01", "1.0.0.0"]) expect(await led(none, "layout.css")).toEqual([404, undefined]);
  expect(await (await lead.get(`/api/v1/specs/skerry/${spec}/1/layout.css`)).text()).toContain("--layout-gutter: 27px");
  expect((await lead.post(`/api/specs/skerry/${spec}/withdraw`, { data: { number: "1.10.0", reason: "Too wide." } })).status()).toBe(200);
  expect(await led("1", "layout.css")).toEqual([302, "1.2.0/layout.css"]);
  // A spec that is not public leads nobody else anywhere; one that is does so for five minutes.
  expect((await fetch(`${address}/api/v1/specs/skerry/${spec}/1/layout.css`, { redirect: "manual" })).status).toBe(401);
  const open = await fetch(`${address}/api/v1/specs/skerry/passenger-booking/2/layout.css`, { redirect: "manual" });
  expect([open.status, open.headers.get("cache-control"), open.headers.get("access-control-allow-origin")]).toEqual([
    302,
    "public, max-age=300",
    "*",
  ]);
});
