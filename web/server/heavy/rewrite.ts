import {
  applyPatch,
  type Change,
  compareLayouts,
  type Layout,
  parseLayout,
  type PatchOperation,
  type PatchTest,
  readStoredText,
} from "@ypsiline/core";
import { z } from "zod";
import { parseJson, type Result, sentence } from "../http/request-body";
import type { RewriteTask } from "./kinds";

/** Most operations of one patch. */
const mostOperations = 2000;

const pointer = z.string().max(2000, { error: "must be at most 2,000 characters" });
const operation = z
  .object({
    op: z.enum(["add", "remove", "replace", "test"], { error: "must be add, remove, replace or test" }),
    path: pointer,
    value: z.unknown().optional(),
  })
  .transform((one, context): PatchOperation | PatchTest => {
    const { op, path } = one;
    if (op === "remove") return { op, path };
    if (!("value" in one)) context.addIssue({ code: "custom", path: ["value"], message: `is missing; ${op} needs one` });
    return { op, path, value: one.value };
  });
const patch = z.array(operation).max(mostOperations, { error: `must hold at most ${mostOperations} operations` });

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
