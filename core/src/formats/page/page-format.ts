import { type WholeFormat, written } from "../types";
import { writePage } from "./page";

export const pageFormat: WholeFormat = {
  id: "page",
  label: "Page of the areas, with the stylesheet beside it",
  said: "a page",
  kind: "HTML",
  of: "layout",
  fileName: "page.html",
  mediaType: "text/html; charset=utf-8",
  mediaTypes: ["text/html"],
  extension: "html",
  options: ["query", "prefix", "scope"],
  write: (layout, { query, prefix, scope }) => written(writePage(layout, { query, prefix, scope, sample: "plain", css: null })),
  read: null,
  recognises: null,
  holds: null,
};
