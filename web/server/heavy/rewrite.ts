import {
  applyPatch,
  compareLayouts,
  followOn,
  formatOf,
  type FormatId,
  formats,
  holdsWhole,
  type Issue,
  type Layout,
  parseLayout,
  type PatchOperation,
  type PatchTest,
  readStoredText,
  settleFollowing,
  takeOver,
} from "@ypsiline/core";
import { z } from "zod";
import { parseJson, type Result, sentence } from "../http/request-body";
import type { FollowAnswer, FollowTask, RewriteAnswer, RewriteTask } from "./kinds";

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

type Read = { readonly layout: Layout; readonly lost: readonly string[] };

const unprocessable = (issues: readonly Issue[]): Result<never> => ({
  ok: false,
  problem: { code: "unprocessable", detail: sentence(issues), issues },
});

/** A layout read from a file. What its format says nothing of stays as it is. */
const fromFile = (base: Layout, asked: FormatId | null, text: string): Result<Read> => {
  const format = asked ?? formatOf(text, "x.json");
  const { read } = formats[format];
  if (!read) return { ok: false, problem: { code: "malformed", detail: `A layout cannot be read back from ${format}.` } };
  const result = read(text);
  if (!result.ok) return unprocessable(result.issues);
  const { layout: own, lost } = result;
  const taken = parseLayout(takeOver(base, own, format, holdsWhole(format, lost)), base);
  return taken.ok ? { ok: true, value: { layout: taken.value, lost } } : unprocessable(taken.issues);
};

/** A layout that was sent as a document or a patch. What it follows is not part of a published document: that stays. */
const fromJson = (base: Layout, as: "layout" | "patch", text: string): Result<Read> => {
  const sent = as === "patch" ? parseJson(text, patch) : parseJson(text, document);
  if (!sent.ok) return sent;
  const parsed = Array.isArray(sent.value)
    ? applyPatch(base, sent.value)
    : parseLayout({ ...(base.follows ? { follows: base.follows } : {}), ...sent.value });
  return parsed.ok ? { ok: true, value: { layout: parsed.value, lost: [] } } : unprocessable(parsed.issues);
};

/** The changes of a stored draft that a sent document, JSON Patch or file makes. */
export const rewritten = ({ base: stored, sent }: RewriteTask): Result<RewriteAnswer> => {
  const base = readStoredText(stored);
  const read = sent.as === "file" ? fromFile(base, sent.format, sent.text) : fromJson(base, sent.as, sent.text);
  return read.ok ? { ok: true, value: { changes: compareLayouts(base, read.value.layout), lost: read.value.lost } } : read;
};

/** A later version of a followed spec, taken into a draft. */
export const updated = ({ base, theirs, mine: stored, follow, keep }: FollowTask): Result<FollowAnswer> => {
  const mine = readStoredText(stored);
  const following = followOn(readStoredText(base), readStoredText(theirs), mine);
  if (following.met.length > 0 && keep === null) return { ok: true, value: { ok: false, met: following.met } };
  const settled = settleFollowing(
    mine,
    following,
    following.met.map(() => keep ?? "ours"),
    follow,
  );
  return settled.ok ? { ok: true, value: { ok: true, changes: compareLayouts(mine, settled.layout) } } : unprocessable(settled.issues);
};
