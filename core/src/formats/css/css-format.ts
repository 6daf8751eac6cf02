import type { Format } from "../types";
import { type CssOptions } from "./options";
import { readCss } from "./read";
import { writeCss } from "./write";

export const cssFormat: Format<CssOptions> = {
  id: "css",
  mediaType: "text/css; charset=utf-8",
  mediaTypes: ["text/css"],
  extension: "css",
  write: writeCss,
  read: readCss,
};
