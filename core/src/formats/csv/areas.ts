import { ownMember } from "../../layout/member";
import { fromJsonNumber } from "../../exact/exact";
import { toDecimal } from "../../exact/show";
import type { AreaGeometry } from "../../grid/areas";
import { resolve } from "../../grid/resolve";
import { newBreakpoint } from "../../layout/defaults";
import { limits } from "../../layout/limits";
import { type Issue, parseLayout } from "../../layout/parse";
import type { Layout, LayoutInput, Placement } from "../../layout/schema";
import { idPattern } from "../../layout/schema";
import { slugOf } from "../../layout/slug";
import type { Read } from "../types";
import { type CsvRow, csvText, readValue } from "./csv";

/** An area's declared placement at a breakpoint, and its place at the drawn-at size, px, which is not read. */
const declared = [
  "id",
  "area",
  "kind",
  "within",
  "breakpoint",
  "column",
  "span",
  "row",
  "row span",
  "leaves",
  "by",
  "reason",
  "over",
  "inside",
] as const;
const worked = ["left", "right", "width", "top", "height"] as const;
type Heading = (typeof declared)[number];

/** What tells a table of areas from other tables. */
export const areasHeadings: readonly Heading[] = ["area", "breakpoint", "column", "span"];

const placed = ({ column, span, row, rowSpan, leaves, by, reason, over, inside }: Placement): readonly (string | number)[] => [
  column,
  span,
  row ?? "",
  rowSpan ?? "",
  leaves === "none" ? "" : leaves,
  by ?? "",
  reason ?? "",
  over ? "yes" : "",
  inside === null ? "" : inside.kind === "same" ? "same" : JSON.stringify(inside),
];

const positions = (one: AreaGeometry | undefined): readonly string[] =>
  one ? [one.left, one.right, one.width, one.top, one.height].map((px) => (px ? toDecimal(px, 4) : "")) : worked.map(() => "");

/** The areas of a layout: a row for each area and breakpoint it is shown at, in reading order; one that is shown nowhere has a row without a breakpoint. */
export const writeAreas = (layout: Layout): string => {
  const found = new Map(
    layout.breakpoints.map(({ id, drawnAt }) => {
      const resolved = resolve(layout, { width: fromJsonNumber(drawnAt.width), breakpoint: id });
      return [id, new Map(resolved.ok ? resolved.value.areas.map((one) => [one.area.id, one]) : [])];
    }),
  );
  const rows = layout.areas.flatMap((area) => {
    const own = [area.id, area.name, area.kind ?? "", area.within ?? ""];
    const shown = layout.breakpoints.flatMap(({ id }) => {
      const placement = ownMember(area.placements, id);
      return placement ? [[...own, id, ...placed(placement), ...positions(found.get(id)?.get(area.id))]] : [];
    });
    return shown.length > 0 ? shown : [own];
  });
  return csvText([[...declared, ...worked], ...rows]);
};

type AreaInput = NonNullable<LayoutInput["areas"]>[number];

/** Reads a table of areas. It has no columns: its breakpoints mean those of the draft that it is taken into. */
export const readAreas = (header: readonly string[], rows: readonly CsvRow[]): Read => {
  const issues: Issue[] = [];
  const areas = new Map<string, { readonly line: number; readonly area: AreaInput; readonly lines: Map<string, number> }>();
  const breakpoints = new Map<string, number>();
  for (const { line, fields } of rows) {
    const fault = (heading: Heading, message: string): undefined => {
      issues.push({ path: `line ${line}`, message: `${heading} ${message}` });
    };
    const written = (heading: Heading): string => readValue(fields[header.indexOf(heading)] ?? "");
    const said = (heading: Heading): string => written(heading).trim();
    const number = (heading: Heading): number | undefined => {
      const text = said(heading);
      if (text === "") return undefined;
      return /^-?\d{1,6}$/.test(text) ? Number(text) : fault(heading, `must be a whole number, not ${text.slice(0, 40)}`);
    };
    const name = said("area") === "" ? "" : written("area");
    if (name === "" && said("id") === "") {
      fault("area", "must be named");
      continue;
    }
    const id = said("id") || slugOf(name, "area", 36);
    const known = areas.get(id);
    const entry = known ?? {
      line,
      lines: new Map<string, number>(),
      area: {
        id,
        name: name || id,
        ...(said("kind") ? { kind: written("kind") } : {}),
        ...(said("within") ? { within: said("within") } : {}),
        placements: {},
      },
    };
    areas.set(id, entry);
    if (areas.size > limits.areas)
      return { ok: false, issues: [{ path: `line ${line}`, message: `a layout has at most ${limits.areas} areas` }] };
    const at = said("breakpoint");
    if (at === "") continue;
    if (!idPattern.test(at)) {
      fault("breakpoint", `must be a breakpoint's id, not ${at.slice(0, 40)}`);
      continue;
    }
    if (entry.lines.has(at)) {
      fault("breakpoint", `${at} stands for ${id} on line ${entry.lines.get(at) ?? 0} already`);
      continue;
    }
    entry.lines.set(at, line);
    const column = number("column");
    const span = number("span") ?? 1;
    if (column === undefined) {
      if (said("column") === "") fault("column", "must be a whole number; leave the row out where the area is not shown");
      continue;
    }
    breakpoints.set(at, Math.min(limits.columns, Math.max(breakpoints.get(at) ?? 1, column + span - 1)));
    if (breakpoints.size > limits.breakpoints)
      return { ok: false, issues: [{ path: `line ${line}`, message: `a layout has at most ${limits.breakpoints} breakpoints` }] };
    const over = said("over").toLowerCase();
    if (!["", "yes", "no", "true", "false"].includes(over)) fault("over", "must be yes or nothing");
    const inside = readInside(said("inside"));
    if (inside === undefined)
      fault("inside", 'must be nothing, same, or the grid as the open format writes it, like {"kind":"own","count":4,…}');
    const [row, rowSpan] = [number("row"), number("row span")];
    const placements = entry.area.placements as Record<string, unknown>;
    placements[at] = {
      column,
      span,
      ...(row === undefined ? {} : { row }),
      ...(rowSpan === undefined ? {} : { rowSpan }),
      ...(said("leaves") ? { leaves: said("leaves") } : {}),
      ...(said("by") ? { by: said("by") } : {}),
      ...(said("reason") ? { reason: written("reason") } : {}),
      over: over === "yes" || over === "true",
      inside: inside ?? null,
    };
  }
  if (issues.length > 0) return { ok: false, issues };
  const entries = [...areas.values()];
  const made = [...breakpoints].map(([id, count], index) =>
    newBreakpoint({ id, name: id, from: 320 + index, width: 360 + index, height: 800, count, gutter: "16px", margin: "16px" }),
  );
  const parsed = parseLayout({
    format: "ypsiline-layout",
    formatVersion: 1,
    name: "From a table of areas",
    base: "8px",
    breakpoints:
      made.length > 0
        ? made
        : [newBreakpoint({ id: "phone", name: "Phone", from: 320, width: 360, height: 800, count: 4, gutter: "16px", margin: "16px" })],
    areas: entries.map(({ area }) => area),
  });
  if (!parsed.ok)
    return {
      ok: false,
      issues: parsed.issues.map(({ path, message }) => {
        const [, index, breakpoint, member] = /^\/areas\/(\d+)(?:\/placements\/([^/]+))?(?:\/(.*))?$/.exec(path) ?? [];
        const entry = index === undefined ? undefined : entries[Number(index)];
        const line = entry && ((breakpoint && entry.lines.get(breakpoint)) ?? entry.line);
        return line ? { path: `line ${line}${member ? `, ${member}` : ""}`, message } : { path, message };
      }),
    };
  return {
    ok: true,
    layout: parsed.value,
    lost: ["columns, gutters, margins, rows and all but areas: a table of areas does not hold them"],
  };
};

/** "same", an own grid as JSON, or nothing; undefined for anything else. The schema checks the grid. */
const readInside = (text: string): unknown => {
  if (text === "") return null;
  if (text.toLowerCase() === "same") return { kind: "same" };
  if (text.length > 2_000) return undefined;
  try {
    const found: unknown = JSON.parse(text);
    return typeof found === "object" && found !== null && !Array.isArray(found) ? found : undefined;
  } catch {
    return undefined;
  }
};
