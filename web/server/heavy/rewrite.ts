import { applyPatch, type Change, compareLayouts, type Layout, parseLayout, readStoredText } from "@ypsiline/core";
import { z } from "zod";
import { parseJson, type Result, sentence } from "../http/request-body";
import type { RewriteTask } from "./kinds";

/** Most operations of one patch. */
const mostOperations = 2000;

const pointer = z.string().max(2000, { error: "must be at most 2,000 characters" });
const patch = z
  .array(
    z.discriminatedUnion(
      "op",
      [
        z.object({ op: z.enum(["add", "replace", "test"]), path: pointer, value: z.unknown() }),
        z.object({ op: z.literal("remove"), path: pointer }),
      ],
      { error: "must be add, remove, replace or test" },
    ),
  )
  .max(mostOperations, { error: `must hold at most ${mostOperations} operations` });

const document = z.record(z.string(), z.unknown());

/** The layout that was sent. What it follows is not part of a published document: one without stays with what it follows. */
const sentLayout = (base: Layout, { as, text }: RewriteTask["sent"]): Result<Layout> => {
  const sent = as === "patch" ? parseJson(text, patch) : parseJson(text, document);
  if (!sent.ok) return sent;
  const parsed = Array.isArray(sent.value)
    ? applyPatch(base, sent.value)
    : parseLayout({ ...(base.follows ? { follows: base.follows } : {}), ...sent.value });
  if (parsed.ok) return parsed;
  return { ok: false, problem: { code: "unprocessable", detail: sentence(parsed.issues), issues: parsed.issues } };
};

/** The changes of a stored draft that a sent document, or a sent JSON Patch, makes. */
export const rewritten = ({ base: stored, sent }: RewriteTask): Result<readonly Change[]> => {
  const base = readStoredText(stored);
  const layout = sentLayout(base, sent);
  return layout.ok ? { ok: true, value: compareLayouts(base, layout.value) } : layout;
};
