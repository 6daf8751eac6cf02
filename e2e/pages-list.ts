import type { Page } from "@playwright/test";
import { inMenu } from "./people";

/** Every page of the application in the demo, and what is opened on it before it is checked. */
export const pages: readonly { name: string; path: string; open?: (page: Page) => Promise<void> }[] = [
  { name: "specs", path: "/specs" },
  { name: "new spec", path: "/specs/new" },
  { name: "new spec from a file", path: "/specs/new", open: (page) => page.getByLabel(/^A file/).check() },
  { name: "workbench at desk", path: "/specs/skerry/passenger-booking?at=desk" },
  {
    name: "workbench with a capped container and rows",
    path: "/specs/skerry/passenger-booking?at=wide",
    open: (page) => page.getByLabel(/^Rows/).check(),
  },
  {
    name: "fit",
    path: "/specs/skerry/passenger-booking/fit",
    open: async (page) => {
      await page.getByLabel("Boxes, as a list").fill("name,x,y,width,height\nCard,64,96,371,120\nHelp,64,480,73.5,24\nWide,0,600,1280,80");
      await page.getByRole("button", { name: "Measure them" }).click();
      await page.getByRole("heading", { name: /edges stand on the grid/ }).waitFor();
    },
  },
  { name: "workbench, base", path: "/specs/skerry/passenger-booking?facet=base" },
  { name: "workbench, rows that divide", path: "/specs/skerry/quay-board?facet=rows" },
  { name: "workbench, baseline", path: "/specs/skerry/passenger-booking?at=desk&facet=baseline" },
  {
    name: "a fix previewed, a distance measured",
    path: "/specs/skerry/passenger-booking?at=desk",
    open: async (page) => {
      await page.getByRole("button", { name: "Gutter 24" }).first().focus();
      await page.getByRole("button", { name: "Measure", exact: true }).click();
    },
  },
  {
    name: "repair",
    path: "/specs/skerry/passenger-booking?at=desk",
    open: async (page) => {
      await page.getByRole("button", { name: "Repair the spec…" }).click();
      await page.getByText(/px in all/).waitFor();
    },
  },
  {
    name: "whole-pixel sets",
    path: "/specs/skerry/passenger-booking/sets?at=desk",
    open: (page) => page.getByText("sets close to the pixel").waitFor(),
  },
  {
    name: "widths",
    path: "/specs/skerry/passenger-booking/widths",
    open: (page) => page.getByText(/largest difference/).waitFor(),
  },
  {
    name: "devices",
    path: "/specs/skerry/passenger-booking/widths",
    open: (page) => page.getByRole("button", { name: "Edit the list…" }).click(),
  },
  { name: "guide", path: "/guide" },
  { name: "a page of the guide", path: "/guide/your-first-spec" },
  { name: "checks explained", path: "/guide/checks" },
  { name: "keys", path: "/specs/skerry/crew-roster", open: (page) => page.keyboard.press("?") },
  {
    name: "add a breakpoint",
    path: "/specs/skerry/crew-roster",
    open: (page) => page.getByRole("button", { name: "Add breakpoint" }).click(),
  },
  {
    name: "change several breakpoints",
    path: "/specs/skerry/crew-roster",
    open: (page) => inMenu(page, /: more actions/, "Change several breakpoints…"),
  },
  {
    name: "copy to breakpoints",
    path: "/specs/skerry/crew-roster",
    open: (page) => inMenu(page, /: more actions/, "Copy to breakpoints…"),
  },
  { name: "review", path: "/specs/skerry/passenger-booking/publish" },
  {
    name: "try with your content",
    path: "/specs/skerry/passenger-booking/try?width=1280&sample=own",
    open: async (page) => {
      await page.getByLabel("Search holds").waitFor();
    },
  },
  {
    name: "try with your page",
    path: "/specs/skerry/passenger-booking/try?sample=page",
    open: (page) => page.getByLabel("HTML file").waitFor(),
  },
  { name: "hand-off", path: "/specs/skerry/passenger-booking/versions/latest" },
  { name: "hand-off of our own layout", path: "/specs/interface/ypsiline/versions/latest" },
  {
    name: "hand-off with every fold open",
    path: "/specs/skerry/passenger-booking/versions/2.0.0",
    open: (page) => page.locator("details").evaluateAll((all) => all.forEach((one) => one.setAttribute("open", ""))),
  },
  { name: "compare", path: "/specs/skerry/passenger-booking/compare?a=2.0.0&b=2.1.0&width=800" },
  { name: "take a file in", path: "/specs/skerry/passenger-booking/import" },
  {
    name: "files",
    path: "/specs/skerry/passenger-booking/files",
  },
  { name: "inbox", path: "/inbox" },
  {
    name: "projects",
    path: "/teams/skerry",
    open: (page) => page.locator("details").evaluateAll((all) => all.forEach((one) => one.setAttribute("open", ""))),
  },
  { name: "members", path: "/teams/skerry?show=members" },
  { name: "activity", path: "/teams/skerry?show=activity" },
  { name: "webhooks", path: "/teams/skerry?show=webhooks" },
  { name: "outbox", path: "/teams/skerry?show=outbox" },
  { name: "the workbench at its areas", path: "/specs/skerry/passenger-booking?at=desk&facet=areas" },
  { name: "an invitation that is gone", path: "/join/none" },
  { name: "one's account", path: "/account" },
  { name: "versions", path: "/specs/skerry/passenger-booking/versions" },
  { name: "a spec that follows nothing", path: "/specs/skerry/crew-roster/follow" },
  { name: "settings of a spec", path: "/specs/skerry/crew-roster/settings" },
  { name: "archived specs", path: "/specs?show=archived" },
  {
    name: "choosing a spec",
    path: "/specs/skerry/passenger-booking/compare?a=2.0.0&b=2.1.0",
    open: async (page) => {
      await page.getByRole("combobox", { name: "With another spec" }).fill("quay");
      await page.getByRole("option", { name: "Quay board" }).waitFor();
    },
  },
  { name: "history", path: "/specs/skerry/crew-roster/history" },
  { name: "one's teams", path: "/teams" },
  { name: "make a team", path: "/teams/new" },
  { name: "a forgotten password", path: "/forgotten" },
  { name: "a link that is used up", path: "/password/none" },
  { name: "no sign-up here", path: "/sign-up" },
  { name: "a kind of problem", path: "/problems/unprocessable" },
  { name: "nothing here", path: "/specs/skerry/nothing" },
];
