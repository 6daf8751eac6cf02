import {
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  expect,
  type Locator,
  type Page,
  type Response,
  request,
} from "@playwright/test";
import { password } from "../scripts/demo-accounts";
import { routes } from "../web/wire/routes";

export type Role = "author" | "lead" | "reader";

/** All tests come from one address and share few accounts; if told to wait, they wait, as a person does. */
export const untilLetIn = async (attempt: () => Promise<string>): Promise<void> => {
  for (let tries = 0; tries < 20; tries += 1) {
    const wait = /fault=too-many&wait=(\d+)/.exec(await attempt())?.[1];
    if (wait === undefined) return;
    await new Promise((resolve) => setTimeout(resolve, Number(wait) * 1000));
  }
};

/** Signs in on the page, as a person does. `signIn` does the same without the two pages it takes. */
export const signInOnPage = async (page: Page, role: Role): Promise<void> => {
  await page.goto("/sign-in");
  await untilLetIn(async () => {
    await page.getByLabel("E-mail address").fill(`${role}@skerry.example`);
    await page.getByLabel("Password").fill(password);
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.waitForURL(/\/specs$|fault=/);
    return page.url();
  });
  await page.waitForURL("**/specs");
};

/** Signs a page's browser in as a role, without opening a page. */
export const signIn = (page: Page, role: Role): Promise<void> =>
  signInByRequest(page.context().request, `${role}@skerry.example`, password);

const contracts = Object.entries(routes).map(([key, { answer }]) => {
  const [method = "", path = ""] = key.split(" ");
  return { method, path: new RegExp(`^${path.replace(/:\\w+/g, "[^/]+")}$`), key, answer };
});

/** How an internal route's answer differs from its contract; null if it does not. */
const offContract = async (response: Response): Promise<string | null> => {
  const { pathname } = new URL(response.url());
  const contract = contracts.find(({ method, path }) => method === response.request().method() && path.test(pathname));
  if (!contract?.answer || !response.ok() || response.status() === 204) return null;
  try {
    const parsed = contract.answer.safeParse(JSON.parse(await response.text()));
    return parsed.success ? null : `${contract.key} answers off its contract: ${parsed.error.message}`;
  } catch {
    // The page left before the answer was read.
    return null;
  }
};

/** Collects what must not happen: errors on the page's console, and answers that differ from their contract. */
export const watch = (page: Page): readonly string[] => {
  const said: string[] = [];
  page.on("console", (message) => {
    if (message.type() === "error" && !/status of (400|401|403|409|422|500|503)|ERR_INTERNET_DISCONNECTED|ERR_FAILED/.test(message.text()))
      said.push(message.text());
  });
  page.on("pageerror", (error) => said.push(String(error)));
  page.on("response", (response) => void offContract(response).then((fault) => (fault === null ? undefined : said.push(fault))));
  return said;
};

/** A page of a role's own browser, signed in, whose console is watched. */
export const pageOf = async (browser: Browser, role: Role): Promise<{ page: Page; context: BrowserContext; said: readonly string[] }> => {
  const context = await browser.newContext();
  const page = await context.newPage();
  const said = watch(page);
  await signIn(page, role);
  return { page, context, said };
};

/** Signs in by request; the request context keeps the session. */
export const signInByRequest = async (api: APIRequestContext, email: string, secret: string): Promise<void> => {
  await untilLetIn(async () => {
    const answer = await api.post("/session", { form: { email, password: secret }, maxRedirects: 0 });
    return answer.headers()["location"] ?? "";
  });
  expect((await api.storageState()).cookies.length, `${email} is signed in`).toBeGreaterThan(0);
};

/** Requests with a role's session, without a page. */
export const requestsOf = async (baseURL: string, role: Role): Promise<APIRequestContext> => {
  const api = await request.newContext({ baseURL });
  await signInByRequest(api, `${role}@skerry.example`, password);
  return api;
};

let made = 0;

/** Makes a spec by request, so that tests do not share one. Returns its address. */
export const makeSpec = async (
  baseURL: string,
  start: Record<string, unknown>,
  name = `Test ${process.pid} ${(made += 1)}`,
): Promise<string> => {
  const api = await requestsOf(baseURL, "author");
  const answer = await api.post("/api/specs", { data: { team: "skerry", name, start } });
  expect(answer.status()).toBe(201);
  const { team, spec } = (await answer.json()) as { team: string; spec: string };
  await api.dispose();
  return `/specs/${team}/${spec}`;
};

/** The page's alerts, without the framework's own route announcer. */
export const alerts = (page: Page) => page.locator("[role=alert]:not(#__next-route-announcer__)");

/** Searches for a spec by name in a search field, and selects it. */
export const chooseSpec = async (field: Locator, name: string): Promise<void> => {
  await field.fill(name);
  await field.page().getByRole("option", { name }).first().click();
};

/** Adds a breakpoint with the dialog, as suggested or as `fill` fills it in. */
export const addBreakpoint = async (page: Page, fill: (dialog: Locator) => Promise<void> = () => Promise.resolve()): Promise<void> => {
  await page.getByRole("button", { name: "Add breakpoint" }).click();
  const dialog = page.getByRole("dialog");
  await fill(dialog);
  await dialog.getByRole("button", { name: "Add breakpoint" }).click();
  await expect(dialog).toHaveCount(0);
};

/** Chooses an action from a breakpoint's menu. */
export const inMenu = async (page: Page, breakpoint: string | RegExp, action: string): Promise<void> => {
  await page.getByRole("button", { name: breakpoint instanceof RegExp ? breakpoint : `${breakpoint}: more actions` }).click();
  await page.getByRole("button", { name: action, exact: true }).click();
};

/** The line of a table of changes: `changed(page, "Gutter", "24", "32")`. */
export const changed = (on: Page | Locator, what: string, from: string, to: string): Locator =>
  on.getByRole("row", { name: new RegExp(`^${what} ${from} to ${to}( |$)`) });

/** The tab of a facet of the sheet. (The panel beside it has tabs, too.) */
export const facetTab = (page: Page, name: string): Locator =>
  page.getByRole("tablist", { name: "Facets" }).getByRole("tab", { name, exact: true });

/** Waits until everything typed is saved. */
export const saved = (page: Page): Promise<void> => expect(page.locator("[data-save=saved]")).toBeVisible({ timeout: 15_000 });

/** Types into a field of the sum line and applies it. */
export const typeTerm = async (page: Page, label: string, value: string): Promise<void> => {
  const field = page.getByRole("region", { name: "Sum line" }).getByLabel(label, { exact: true }).first();
  await field.fill(value);
  await field.press("Enter");
};

/** The secret of the latest invitation to an address, read from the mail in the outbox. */
export const invitationFor = async (lead: APIRequestContext, email: string): Promise<string> => {
  const page = await (await lead.get("/teams/skerry?show=outbox")).text();
  const letter = page.slice(page.indexOf(email));
  return /\/join\/([\w-]{43})/.exec(letter)?.[1] ?? "";
};
