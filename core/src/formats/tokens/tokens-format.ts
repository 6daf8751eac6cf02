import { type Format, written } from "../types";
import { readTokens } from "./read";
import { writeTokens } from "./write";

export const tokensFormat: Format = {
  id: "tokens",
  mediaType: "application/json",
  mediaTypes: ["application/design-tokens+json"],
  extension: "tokens.json",
  ofBreakpoint: false,
  write: (layout) => written(writeTokens(layout)),
  read: readTokens,
};
