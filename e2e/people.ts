import { type APIRequestContext, type Browser, type BrowserContext, expect, type Page, request } from "@playwright/test";
import { readFileSync } from "node:fs";
import { join } from "node:path";

const { password } = JSON.parse(readFileSync(join(import.meta.dirname, "..", "scripts", "demo-accounts.json"), "utf8")) as {
  password: string;
};

export type Role = "author" | "lead" | "reader";

/** Signs in through the page, as a person does. */
export const signIn = async (page: Page, role: Role): Promise<void> => {
  await page.goto("/sign-in");
  await page.getByLabel("E-mail address").fill(`${role}@skerry.example`);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForURL("**/specs");
};

/** What a page must never say on its console; read by `quietPage`. */
export const watch = (page: Page): readonly string[] => {
  const said: string[] = [];
  page.on("console", (message) => {
    if (message.type() === "error" && !/status of (400|401|403|409|422|500|503)|ERR_INTERNET_DISCONNECTED|ERR_FAILED/.test(message.text()))
      said.push(message.text());
  });
  page.on("pageerror", (error) => said.push(String(error)));
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

/** Requests with a role's session, without a page. */
export const requestsOf = async (baseURL: string, role: Role): Promise<APIRequestContext> => {
  const api = await request.newContext({ baseURL });
  const answer = await api.post("/session", { form: { email: `${role}@skerry.example`, password }, maxRedirects: 0 });
  expect(answer.status()).toBe(303);
  return api;
};

let made = 0;

/** Makes a spec of a test's own by request, so that tests do not meet in one. Returns its address. */
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

/** What is said as an alert; the framework's own announcer of pages is none. */
export const alerts = (page: Page) => page.locator("[role=alert]:not(#__next-route-announcer__)");

/** Waits until everything typed is saved. */
export const saved = (page: Page): Promise<void> => expect(page.locator("[data-save=saved]")).toBeVisible({ timeout: 15_000 });

/** Types into a field of the sum line and takes it. */
export const typeTerm = async (page: Page, label: string, value: string): Promise<void> => {
  const field = page.getByRole("region", { name: "Sum line" }).getByLabel(label, { exact: true }).first();
  await field.fill(value);
  await field.press("Enter");
};
