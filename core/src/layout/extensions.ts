import * as z from "zod/mini";
import { limits } from "./limits";

/** Depth of nested objects and arrays, counted up to one past the limit. */
const depth = (value: unknown, left: number): number => {
  if (typeof value !== "object" || value === null || left < 0) return 0;
  let deepest = 0;
  for (const inner of Object.values(value)) deepest = Math.max(deepest, depth(inner, left - 1));
  return deepest + 1;
};

const bytes = (text: string): number => {
  let count = 0;
  for (const character of text) {
    const code = character.codePointAt(0) ?? 0;
    count += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
  }
  return count;
};

/** What other tools keep in the document. It is carried along unread. */
export const extensionsSchema = z.record(z.string(), z.unknown()).check(
  z.superRefine((value, context) => {
    if (depth(value, limits.extensionsDepth + 1) > limits.extensionsDepth) {
      context.addIssue({ code: "custom", message: `must be at most ${limits.extensionsDepth} levels deep` });
      return;
    }
    if (bytes(JSON.stringify(value)) > limits.extensionsBytes)
      context.addIssue({ code: "custom", message: `must be at most ${limits.extensionsBytes / 1024} KiB` });
  }),
);
