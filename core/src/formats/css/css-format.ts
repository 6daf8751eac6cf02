import { type Format, written } from "../types";
import { readCss } from "./read";
import { writeCss } from "./write";

export const cssFormat: Format = {
  id: "css",
  mediaType: "text/css; charset=utf-8",
  mediaTypes: ["text/css"],
  extension: "css",
  ofBreakpoint: false,
  write: (layout, options) => written(writeCss(layout, options)),
  read: readCss,
};
