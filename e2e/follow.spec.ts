import { expect, type Page, test } from "@playwright/test";
import { openDatabase } from "../web/server/database/database";
import { address, publishedSpec, publishNext } from "./clients";
import { changed, chooseSpec, makeSpec, pageOf, requestsOf, saved } from "./people";

type Draft = {
  revision: number;
  layout: {
    name: string;
    base: string;
    follows?: { spec: string; version: string };
    breakpoints: { id: string; columns: { count: number; gutter: string; margin: { start: string; end: string } } }[];
  };
};

const draftOf = async (spec: string): Promise<Draft> =>
  (await (await requestsOf(address, "author")).get(`/api/drafts/skerry/${spec}`)).json() as Promise<Draft>;

/** Changes numbers of a draft by request, as its page does. */
const set = async (
  spec: string,
  ...changes: readonly (readonly [path: readonly string[], from: unknown, to: unknown])[]
): Promise<number> => {
  const author = await requestsOf(address, "author");
  const { revision } = await draftOf(spec);
  const data = { revision, changes: changes.map(([path, from, to]) => ({ path, from, to })) };
  return (await author.post(`/api/drafts/skerry/${spec}`, { data })).status();
};

/** Presses Tab until an element has the focus, then Enter. */
const press = async (page: Page, role: "button" | "radio" | "link", name: string | RegExp, key: string): Promise<void> => {
  const wanted = page.getByRole(role, { name }).first();
  await wanted.waitFor();
  for (let steps = 0; steps < 80; steps += 1) {
    if (await wanted.evaluate((one) => one === document.activeElement)) return page.keyboard.press(key);
    await page.keyboard.press("Tab");
  }
  throw new Error(`${String(name)} is not reached by keys`);
};

test("a spec follows another: its own three numbers stay, and each later version is previewed and adopted by keyboard, with and without a conflict", async ({
  browser,
}) => {
  const other = await publishedSpec([["2.1.0", "24px"]]);
  const otherName = (await draftOf(other)).layout.name;
  const name = `Freight ${process.pid}`;
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto("/specs/new");
  await page.getByLabel("Name", { exact: true }).fill(name);
  await page.getByLabel(/^Another spec/).check();
  await chooseSpec(page.getByRole("combobox", { name: "Spec to start from" }), otherName);
  await page.getByLabel("Copied or followed").selectOption("Follow 2.1.0");
  await page.getByRole("button", { name: "Create the spec" }).click();
  await page.waitForURL(`**/specs/skerry/freight-${process.pid}**`);
  const own = `freight-${process.pid}`;
  expect((await draftOf(own)).layout).toMatchObject({ name, follows: { spec: otherName, version: "2.1.0" } });
  await expect(page.getByRole("link", { name: `Follows ${otherName} 2.1.0` })).toBeVisible();
  const [phone, desk] = (await draftOf(own)).layout.breakpoints;
  if (!phone || !desk) throw new Error("two breakpoints were expected");
  expect(
    await set(
      own,
      [["base"], "8px", "4px"],
      [["breakpoints", phone.id, "columns", "gutter"], phone.columns.gutter, "12px"],
      [["breakpoints", desk.id, "columns", "count"], 12, 10],
    ),
  ).toBe(200);
  const three = async () => {
    const { layout } = await draftOf(own);
    return [layout.base, layout.breakpoints[0]?.columns.gutter, layout.breakpoints[1]?.columns.count];
  };

  // Without a conflict: 2.2.0 is adopted as one edit, and undone.
  const listens = page.waitForResponse((answer) => answer.url().endsWith(`/${own}/events`));
  await page.goto(`/specs/skerry/${own}`);
  await listens;
  await publishNext(other, "2.2.0", "32px");
  // The open page announces it at once.
  await press(page, "link", `2.2.0 of ${otherName} is out`, "Enter");
  await expect(page.getByText("3 numbers of its own")).toBeVisible();
  const does = page.getByRole("region", { name: "What updating changes here" });
  await expect(changed(does, "Gutter", "24", "32")).toBeVisible();
  await expect(page.getByRole("heading", { name: "Changed in both. Which one do you want?" })).toBeHidden();
  await press(page, "button", "Update to 2.2.0", "Enter");
  await expect(page.getByText("nothing newer")).toBeVisible();
  await saved(page);
  const gutter = async () => (await draftOf(own)).layout.breakpoints[1]?.columns.gutter;
  expect([await gutter(), (await draftOf(own)).layout.follows?.version, ...(await three())]).toEqual(["32px", "2.2.0", "4px", "12px", 10]);
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(page.getByRole("button", { name: "Update to 2.2.0" })).toBeVisible();
  await saved(page);
  expect([await gutter(), (await draftOf(own)).layout.follows?.version]).toEqual(["24px", "2.1.0"]);
  await press(page, "button", "Update to 2.2.0", "Enter");
  await expect(page.getByText("nothing newer")).toBeVisible();
  await saved(page);

  // With a conflict: both changed the gutter of the desk; the choice is asked, with a preview of its effect.
  expect(await set(own, [["breakpoints", desk.id, "columns", "gutter"], "32px", "20px"])).toBe(200);
  await publishNext(other, "3.0.0", "40px");
  await page.goto(`/specs/skerry/${own}/follow`);
  const asked = page.getByRole("region", { name: "Changed in both. Which one do you want?" });
  await expect(asked.getByRole("radio", { name: "Keep ours 20" })).toBeChecked();
  await expect(changed(does, "Gutter", "20", "40")).toBeHidden();
  await press(page, "radio", "Keep ours 20", "ArrowDown");
  await expect(asked.getByRole("radio", { name: "Use theirs 40" })).toBeChecked();
  await expect(changed(does, "Gutter", "20", "40")).toBeVisible();
  await press(page, "button", "Update to 3.0.0", "Enter");
  await expect(page.getByText("nothing newer")).toBeVisible();
  await saved(page);
  expect([await gutter(), (await draftOf(own)).layout.follows?.version, ...(await three())]).toEqual(["40px", "3.0.0", "4px", "12px", 10]);

  // The sheet's ledger marks the follower's own numbers, with the version's.
  await page.goto(`/specs/skerry/${own}?at=${desk.id}`);
  await expect(page.getByRole("gridcell", { name: `Columns: 10, changed here, ${otherName} 3.0.0 has 12` })).toBeVisible();
  await expect(page.getByText(`differs from ${otherName} 3.0.0`)).toBeVisible();

  // Both specs list each other, and the follower's people were notified.
  await page.goto(`/specs/skerry/${other}/publish`);
  await expect(page.getByRole("region", { name: "1 spec follows this" })).toContainText(`${name} 3.0.0`);
  await page.goto(`/specs/skerry/${other}/versions/3.0.0`);
  await expect(page.getByText("1 spec follows this")).toBeVisible();
  await page.goto("/inbox");
  await page.getByRole("link", { name: `${otherName} 3.0.0 is out; ${name} follows it` }).click();
  await expect(page).toHaveURL(new RegExp(`${own}/follow`));

  // Stopping is one edit, too.
  await page.getByRole("button", { name: "Stop following" }).click();
  await expect(page.getByText(`This spec follows nothing any more; it followed ${otherName}.`)).toBeVisible();
  await saved(page);
  await page.goto(`/specs/skerry/${other}/publish`);
  await expect(page.getByText("1 spec follows this")).toBeHidden();
  expect(said).toEqual([]);
  await context.close();
});

test("an existing spec starts to follow one made before it, keeps its differences as its own, stops, and follows again", async ({
  browser,
}) => {
  const older = await publishedSpec([["1.0.0", "24px"]]);
  const other = await publishedSpec([
    ["1.0.0", "24px"],
    ["1.1.0", "32px"],
  ]);
  const otherName = (await draftOf(other)).layout.name;
  const own = (await makeSpec(address, { kind: "spec", team: "skerry", spec: other })).split("/").at(-1) ?? "";
  const desk = (await draftOf(own)).layout.breakpoints.at(-1)?.id ?? "";
  expect(await set(own, [["breakpoints", desk, "columns", "gutter"], "32px", "24px"], [["base"], "8px", "4px"])).toBe(200);
  const { page, context, said } = await pageOf(browser, "author");
  await page.goto(`/specs/skerry/${own}/settings`);
  await page.getByRole("link", { name: "Follow another spec" }).click();
  const field = page.getByRole("combobox", { name: "Spec to follow" });
  await chooseSpec(field, otherName);
  await page.getByLabel("Version to follow from").selectOption("1.0.0");
  await page.getByRole("button", { name: "Follow", exact: true }).click();
  await expect(page.getByText("1 number of its own")).toBeVisible();
  await page.getByRole("button", { name: "Update to 1.1.0" }).click();
  await expect(page.getByText("nothing newer")).toBeVisible();
  await saved(page);
  const { layout } = await draftOf(own);
  expect([layout.follows, layout.base, layout.breakpoints.at(-1)?.columns.gutter]).toEqual([
    { spec: otherName, version: "1.1.0" },
    "4px",
    "32px",
  ]);
  // After stopping, following can start again from the same version, which is already selected.
  await page.getByRole("button", { name: "Stop following" }).click();
  await expect(page.getByText(`This spec follows nothing any more; it followed ${otherName}.`)).toBeVisible();
  await expect(field).toHaveValue(otherName);
  await page.getByRole("button", { name: "Follow", exact: true }).click();
  await expect(page.getByText("nothing newer")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(page.getByRole("button", { name: "Follow", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Follow", exact: true }).click();
  await expect(page.getByText("nothing newer")).toBeVisible();
  await saved(page);

  // The reverse is refused, also while it follows something, and following is not offered.
  await page.goto(`/specs/skerry/${other}/follow`);
  const { layout: mine } = await draftOf(own);
  await publishNext(own, "1.0.0", "16px");
  await chooseSpec(field, mine.name);
  await page.getByRole("button", { name: "Follow", exact: true }).click();
  await expect(page.getByRole("alert").filter({ hasText: "was made after this spec" })).toBeVisible();
  const author = await requestsOf(address, "author");
  const again = await author.post(`/api/specs/skerry/${own}/follow`, { data: { team: "skerry", spec: older, number: "1.0.0" } });
  expect([again.status(), await again.text()]).toEqual([
    422,
    expect.stringContaining(`This spec already follows ${otherName}. Stop that first.`),
  ]);
  const itself = await author.post(`/api/specs/skerry/${other}/follow`, { data: { team: "skerry", spec: other, number: "1.0.0" } });
  expect([itself.status(), await itself.text()]).toEqual([422, expect.stringContaining("does not follow itself")]);
  // An edit cannot give what is followed a wrong name, either.
  expect(await set(own, [["follows"], { spec: otherName, version: "1.1.0" }, { spec: "Another", version: "1.0.0" }])).toBe(422);

  // After switching to another spec, an earlier moment is restored: everything returns except what was followed then,
  // which is reported.
  expect(await set(own, [["follows"], { spec: otherName, version: "1.1.0" }, undefined])).toBe(200);
  const begun = await author.post(`/api/specs/skerry/${own}/follow`, { data: { team: "skerry", spec: older, number: "1.0.0" } });
  expect(begun.status()).toBe(200);
  const olderName = (await draftOf(older)).layout.name;
  expect(await set(own, [["follows"], undefined, { spec: olderName, version: "1.0.0" }])).toBe(200);
  const { revision } = await draftOf(own);
  expect(await set(own, [["base"], "4px", "10px"])).toBe(200);
  // The last moment at which it followed the other.
  await page.goto(`/specs/skerry/${own}?moment=${revision - 2}`);
  await page.getByRole("button", { name: "Restore this moment" }).click();
  await expect(page.getByText("as it was then, but for what it follows")).toBeVisible();
  await page.getByRole("dialog").getByRole("button", { name: "Close" }).click();
  await expect(page).not.toHaveURL(/moment=/);
  const { layout: back } = await draftOf(own);
  expect([back.follows, back.base]).toEqual([{ spec: olderName, version: "1.0.0" }, "4px"]);
  expect(said).toEqual([]);
  await context.close();
});

test("a spec cannot follow in a circle, a spec it does not come from, or one its authors may not read; files and copies follow nothing", async () => {
  const other = await publishedSpec([["1.0.0", "24px"]]);
  const author = await requestsOf(address, "author");
  const start = { kind: "follow", team: "skerry", spec: other, number: "1.0.0" };
  const made = await makeSpec(address, start);
  const follower = made.split("/").at(-1) ?? "";
  const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 1);
  try {
    await expect(
      sql`INSERT INTO spec_follow (spec_id, follows_id, person_id) SELECT o.id, f.id, o.created_by FROM spec o, spec f WHERE o.slug = ${other} AND f.slug = ${follower}`,
    ).rejects.toThrow(/spec_follow_no_circle/);
  } finally {
    await sql.end();
  }
  const follows = { spec: "Anything", version: "1.0.0" };
  expect(await set(other, [["follows"], undefined, follows])).toBe(422);
  expect(await set(follower, [["follows", "version"], "1.0.0", "9.0.0"])).toBe(422);
  const tried = async (what: Record<string, unknown>) =>
    (await author.post("/api/specs", { data: { team: "skerry", name: "Follower", start: { ...start, ...what } } })).status();
  for (const what of [{ number: "9.9.9" }, { number: "draft" }, { spec: "nothing" }, { team: "nobody" }])
    expect(await tried(what)).toBe(422);
  const lead = await requestsOf(address, "lead");
  await lead.post(`/api/specs/skerry/${other}/withdraw`, { data: { number: "1.0.0", reason: "Too narrow" } });
  expect(await tried({})).toBe(422);

  // Only its team sees what it follows; a reader with the link does not.
  await publishNext(follower, "1.0.0", "32px");
  await lead.post(`/api/specs/skerry/${follower}/share`, { data: { public: true } });
  const otherName = (await draftOf(other)).layout.name;
  const handOff = async (as: typeof lead | null): Promise<string> => {
    const at = `/specs/skerry/${follower}/versions/1.0.0`;
    return as ? (await as.get(at)).text() : (await fetch(address + at)).text();
  };
  const [told, untold] = [await handOff(lead), await handOff(null)];
  expect([told.includes(otherName), untold.includes("Layout specification"), untold.includes(otherName)]).toEqual([true, true, false]);
  for (const name of ["layout.json", "layout.css"])
    expect(await (await fetch(`${address}/api/v1/specs/skerry/${follower}/1.0.0/${name}`)).text()).not.toContain(otherName);

  // Copies and files contain only the layout.
  const copy = await makeSpec(address, { kind: "spec", team: "skerry", spec: follower });
  expect((await draftOf(copy.split("/").at(-1) ?? "")).layout.follows).toBeUndefined();
  const file = (await (await author.get(`/api/drafts/skerry/${follower}/files/layout.json`)).json()) as Record<string, unknown>;
  expect([file["format"], file["follows"]]).toEqual(["ypsiline-layout", undefined]);
});

test("a public spec of another team is found by its address and followed; its draft and everything private stay with its team", async ({
  browser,
}) => {
  const lead = await requestsOf(address, "lead");
  const { team } = (await (await lead.post("/api/teams", { data: { name: `Harbour Lights ${process.pid}` } })).json()) as { team: string };
  const made = await lead.post("/api/specs", {
    data: { team, name: "Light boards", start: { kind: "columns", width: 1440, columns: 12 } },
  });
  const { spec } = (await made.json()) as { spec: string };
  const draft = `/api/drafts/${team}/${spec}`;
  const published = await lead.post(`${draft}/publish`, { data: { revision: 1, number: "1.0.0", note: "First." } });
  expect(published.status(), await published.text()).toBe(201);
  await lead.post(draft, { data: { revision: 1, changes: [{ path: ["name"], from: "Light boards", to: "Secret boards" }] } });

  const { page, context, said } = await pageOf(browser, "author");
  await page.goto("/specs/new");
  await page.getByLabel("Name", { exact: true }).fill(`Our boards ${process.pid}`);
  await page.getByLabel(/^Another spec/).check();
  const field = page.getByRole("combobox", { name: "Spec to start from" });
  await field.fill(`${address}/specs/${team}/${spec}`);
  await expect(page.getByText("No spec’s name or address contains")).toBeVisible();
  await lead.post(`/api/specs/${team}/${spec}/share`, { data: { public: true } });
  await field.fill(`${address}/specs/${team}/${spec}/versions/latest`);
  await page.getByRole("option", { name: "Light boards" }).click();
  await expect(page.getByLabel("Copied or followed").locator("option")).toHaveText(["Follow 1.0.0"]);
  await page.getByRole("button", { name: "Create the spec" }).click();
  await expect(page.getByRole("link", { name: "Follows Light boards 1.0.0" })).toBeVisible();
  const copied = { team: "skerry", name: "Copy", start: { kind: "spec", team, spec } };
  expect((await (await requestsOf(address, "author")).post("/api/specs", { data: copied })).status()).toBe(422);
  expect(said).toEqual([]);
  await context.close();
});
