import { isJson } from "../json-signs";
import { type WholeFormat, written } from "../types";
import { readTokens } from "./read";
import { writeTokens } from "./write";

export const tokensFormat: WholeFormat = {
  id: "tokens",
  label: "Design tokens",
  said: "design tokens",
  kind: "JSON",
  of: "layout",
  fileName: "tokens.json",
  mediaType: "application/json",
  mediaTypes: ["application/design-tokens+json"],
  extension: "tokens.json",
  options: [],
  write: (layout) => written(writeTokens(layout)),
  read: readTokens,
  recognises: (file) => (isJson(file) ? 4 : 0),
  holds: { breakpoint: "all", spec: [], oneSize: false },
};
