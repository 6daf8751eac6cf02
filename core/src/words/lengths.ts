import { parseDecimal } from "../exact/exact";
import { parseLength } from "../exact/length";
import type { Words } from "./words";

/** A declared length or number as it is said: 24 for 24px, the unit with it otherwise; other text as it is. */
export const lengthWords = (text: string): Words => {
  const length = parseLength(text);
  if (length?.unit === "px") return [length.value];
  const number = length ? null : parseDecimal(text);
  return [number ?? text];
};
