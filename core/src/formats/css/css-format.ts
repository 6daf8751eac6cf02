import { stylesheetOptions } from "../options";
import { seenNumbers } from "../seen-numbers";
import { type WholeFormat, written } from "../types";
import { readCss } from "./read";
import { writeCss } from "./write";

export const cssFormat: WholeFormat = {
  id: "css",
  label: "Stylesheet",
  said: "a stylesheet",
  kind: "CSS",
  of: "layout",
  fileName: "layout.css",
  mediaType: "text/css; charset=utf-8",
  mediaTypes: ["text/css"],
  extension: "css",
  options: stylesheetOptions,
  write: (layout, options) => written(writeCss(layout, options)),
  read: readCss,
  recognises: ({ ending, begins }) => (ending === "css" || /[{}]/.test(begins) || begins.startsWith("/*") ? 2 : 0),
  holds: { breakpoint: ["from", ...seenNumbers, "baseline/emphasis"], spec: ["base", "rootFontSize", "spacing"], oneSize: false },
};
