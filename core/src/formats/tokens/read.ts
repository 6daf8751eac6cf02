import { exact, fromJsonNumber, toNumber } from "../../exact/exact";
import { columnTerms } from "../../grid/columns";
import { isMembers, type Members } from "../../layout/member";
import { limits } from "../../layout/limits";
import { nestsPast, parseLayout } from "../../layout/parse";
import type { Layout, LayoutInput } from "../../layout/schema";
import { idPattern } from "../../layout/schema";
import { usualDrawnAt } from "../drawn-at";
import type { Read } from "../types";
import { extensionKey, tokensOf } from "./write";

/** Levels a token file may nest: past it nobody groups tokens. */
const deepest = 64;

const members = (value: unknown): Members => (isMembers(value) ? value : {});

const decimal = (value: number): string | null => {
  const text = String(Math.round(value * 1e6) / 1e6);
  return /^-?\d{1,12}(\.\d{1,6})?$/.test(text) ? text : null;
};

/** A dimension token as a length: `{ value, unit }`, or the "16px" of earlier drafts of the module. */
const lengthOf = (token: unknown): string | null => {
  const { $value: value } = members(token);
  if (typeof value === "string") return /^-?\d{1,12}(\.\d{1,6})?(px|rem)$/.test(value) ? value : null;
  const { value: number, unit } = members(value);
  const text = typeof number === "number" ? decimal(number) : null;
  return text !== null && (unit === "px" || unit === "rem") ? `${text}${unit}` : null;
};

const numberOf = (token: unknown): number | null => {
  const { $value: value } = members(token);
  return typeof value === "number" ? value : null;
};

const px = (length: string | null, root = 16): number | null =>
  length === null ? null : Number.parseFloat(length) * (length.endsWith("rem") ? root : 1);

/** A layout from token groups only, as another tool may have written them; null if they exceed a layout's limits. */
const foreign = (file: Members, lost: string[]): unknown => {
  const widths = members(file["breakpoint"]);
  const groups = members(file["layout"]);
  const root = 16;
  const ids = Object.keys(groups).filter((id) => !id.startsWith("$"));
  if (ids.length > limits.breakpoints) return null;
  const found = ids.flatMap((id) => {
    const group = members(groups[id]);
    const count = numberOf(group["columns"]);
    const from = px(lengthOf(widths[id]), root);
    if (count === null || !idPattern.test(id)) {
      lost.push(`/layout/${id}: ${idPattern.test(id) ? "no number of columns" : "its name cannot be an id"}`);
      return [];
    }
    const start = lengthOf(group["margin-start"]) ?? lengthOf(group["margin"]) ?? "0px";
    return [{ id, from, count, group, start, end: lengthOf(group["margin-end"]) ?? start }];
  });
  found.sort((a, b) => (a.from ?? 0) - (b.from ?? 0));
  const breakpoints = found.map(({ id, from, count, group, start, end }, index): LayoutInput["breakpoints"][number] => {
    const first = from ?? (index === 0 ? 320 : (found[index - 1]?.from ?? 320) + 1);
    if (from === null) lost.push(`/breakpoint/${id}: no from-width; ${first} stands in`);
    const drawnAt = usualDrawnAt(first, found[index + 1]?.from ?? null);
    const gutter = lengthOf(group["gutter"]) ?? "0px";
    const fluid = columnTerms(
      { count, gutter, margin: { start, end }, edgeGutters: "none", container: { kind: "fluid" } },
      { width: fromJsonNumber(drawnAt.width), rootFontSize: exact(root) },
    );
    const container = px(lengthOf(group["container"]), root);
    const step = lengthOf(group["baseline"]);
    if (container !== null && Math.abs(container - toNumber(fluid.container.width)) > 0.01)
      lost.push(
        `/layout/${id}/container: tokens do not say whether ${container} is held or was worked out at a width; it is taken as fluid`,
      );
    return {
      id,
      name: id.charAt(0).toUpperCase() + id.slice(1).replaceAll("-", " "),
      from: first,
      drawnAt,
      columns: { count, gutter, margin: { start, end }, container: { kind: "fluid" } },
      baseline: step === null ? null : { step, emphasis: 4 },
    };
  });
  const base = lengthOf(file["base"]) ?? "8px";
  const unit = px(base, root) ?? 8;
  const spacing = Object.entries(members(file["space"])).flatMap(([name, token]) => {
    const length = px(lengthOf(token), root);
    const multiple = length === null ? null : Math.round((length / unit) * 1000) / 1000;
    return name.startsWith("$") || multiple === null ? [] : [{ name, multiple }];
  });
  for (const name of Object.keys(file))
    if (!name.startsWith("$") && !["base", "breakpoint", "layout", "space", "typography"].includes(name))
      lost.push(`/${name}: not a group of a layout`);
  return { format: "ypsiline-layout", formatVersion: 1, name: "From design tokens", base, spacing, breakpoints };
};

/** Tokens that say something else than the layout that was written beside them: somebody changed them by hand. */
const changedByHand = (file: Members, layout: Layout): readonly string[] => {
  const differing = (read: unknown, own: unknown, path: string): readonly string[] => {
    if (!isMembers(own)) return read === own ? [] : [path];
    return Object.keys(own).flatMap((name) => differing(members(read)[name], own[name], `${path}/${name}`));
  };
  return differing(file, JSON.parse(JSON.stringify(tokensOf(layout))) as unknown, "").map((path) => path.replace(/\/\$value.*$/, ""));
};

/**
 * Reads design tokens: our own as the layout they were written from, others by the groups `breakpoint`, `layout`,
 * `space` and `base`. `lost` lists what could not be read, and what was changed by hand beside the declared layout.
 */
export const readTokens = (text: string): Read => {
  if (nestsPast(text, deepest)) return { ok: false, issues: [{ path: "", message: `must not nest deeper than ${deepest} levels` }] };
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch (error) {
    return { ok: false, issues: [{ path: "", message: `must be JSON: ${error instanceof Error ? error.message : "it ends too early"}` }] };
  }
  if (!isMembers(file)) return { ok: false, issues: [{ path: "", message: "must be an object of token groups" }] };
  const own = members(members(file["$extensions"])[extensionKey])["layout"];
  if (own !== undefined) {
    const parsed = parseLayout(own);
    if (!parsed.ok) return parsed;
    return {
      ok: true,
      layout: parsed.value,
      lost: [...new Set(changedByHand(file, parsed.value))].map(
        (path) =>
          `${path}: changed beside the declared layout under $extensions, which stands; remove $extensions to read the tokens alone`,
      ),
    };
  }
  const lost: string[] = [];
  const layout = foreign(file, lost);
  if (layout === null)
    return { ok: false, issues: [{ path: "/layout", message: `must hold at most ${limits.breakpoints} groups, one for each breakpoint` }] };
  const parsed = parseLayout(layout);
  if (parsed.ok) return { ok: true, layout: parsed.value, lost };
  const none = (layout as { breakpoints: unknown[] }).breakpoints.length === 0;
  return none
    ? { ok: false, issues: [{ path: "/layout", message: "must hold a group with columns for each breakpoint, like layout.desk.columns" }] }
    : parsed;
};
