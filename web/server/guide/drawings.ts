import { fromJsonNumber, type Layout, linesBetween, plainText, type Resolution, resolve, toNumber, widthSum, zero } from "@ypsiline/core";
import { samples } from "./samples";

/** Width of the widest breakpoint in a drawing, px of screen. */
const drawnWidth = 640;
/** Height of columns alone, px of screen; rows and areas are drawn to the scale of the width. */
const columnHeight = 72;

const px = (value: number): string => String(Math.round(value * 100) / 100);
/** Text escaped for markup. */
export const safe = (text: string): string => text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll('"', "&quot;");

type What = "columns" | "rows" | "baseline" | "areas";

const rect = (className: string, x: number, y: number, width: number, height: number): string =>
  `<rect class="${className}" x="${px(x)}" y="${px(y)}" width="${px(Math.max(0, width))}" height="${px(height)}"/>`;

/** One breakpoint with its sum above it, from `top` on. Returns its markup and its end. */
const drawn = (one: Resolution, what: What, scale: number, top: number): { readonly svg: string; readonly end: number } => {
  const { terms, breakpoint } = one;
  const y = top + 24;
  const wide = toNumber(terms.width) * scale;
  const high = what === "columns" ? columnHeight : toNumber(one.height) * scale;
  const sum = plainText(widthSum(terms));
  const margins = [
    rect("g-margin", 0.5, y, toNumber(terms.margin.start) * scale, high),
    rect("g-margin", 0.5 + wide - toNumber(terms.margin.end) * scale, y, toNumber(terms.margin.end) * scale, high),
  ];
  const columns = one.columns.map(({ start, width }) => rect("g-column", 0.5 + toNumber(start) * scale, y, toNumber(width) * scale, high));
  const [left, across] = [toNumber(terms.container.start) * scale, toNumber(terms.container.width) * scale];
  const rows =
    what === "rows" && one.rows
      ? one.rows.tracks.map(({ start, height }) => rect("g-row", 0.5 + left, y + toNumber(start) * scale, across, toNumber(height) * scale))
      : [];
  const lines =
    what === "baseline" && one.baselineLines
      ? linesBetween(one.baselineLines, zero, one.height).map(({ at }) => {
          const down = px(y + toNumber(at) * scale);
          return `<line class="g-line" x1="${px(0.5 + left)}" x2="${px(0.5 + left + across)}" y1="${down}" y2="${down}"/>`;
        })
      : [];
  const areas =
    what === "areas"
      ? one.areas.flatMap(({ area, left: from, width, top: above, height }) => {
          if (!above || !height) return [];
          const [x, t] = [0.5 + toNumber(from) * scale, y + toNumber(above) * scale];
          return [
            rect("g-area", x, t, toNumber(width) * scale, toNumber(height) * scale),
            `<text class="g-name" x="${px(x + 8)}" y="${px(t + 18)}">${safe(area.name)}</text>`,
          ];
        })
      : [];
  return {
    svg: [
      `<text class="g-title" x="0" y="${px(top + 14)}">${safe(breakpoint.name)}</text>`,
      `<text class="g-sum" x="${px(breakpoint.name.length * 9 + 12)}" y="${px(top + 14)}">${safe(sum)}</text>`,
      rect("g-paper", 0.5, y, wide, high),
      ...margins,
      ...columns,
      ...rows,
      ...lines,
      ...areas,
      rect("g-edge", 0.5, y, wide, high),
    ].join(""),
    end: y + high + 16,
  };
};

const whats: readonly What[] = ["columns", "rows", "baseline", "areas"];

/**
 * A drawing of a page of the guide as SVG, by its name: `start` (every breakpoint of a sample, to one scale),
 * `odd.desk` (one of them), `rows.desk.rows` (its rows too). @throws Error if there is no such sample or breakpoint.
 */
export const guideDrawing = (name: string, label: string): string => {
  const [sample = "", id, asked = "columns"] = name.split(".");
  const what = whats.find((one) => one === asked);
  const layout = samples[sample];
  if (!layout || !what) throw new Error(`the guide has no drawing ${name}`);
  const shown = resolutions(layout).filter(({ breakpoint }) => id === undefined || id === "all" || breakpoint.id === id);
  if (shown.length === 0) throw new Error(`the guide has no drawing ${name}`);
  const scale = drawnWidth / Math.max(...shown.map(({ width }) => toNumber(width)));
  let end = 0;
  const parts: string[] = [];
  for (const one of shown) {
    const next = drawn(one, what, scale, end);
    parts.push(next.svg);
    end = next.end;
  }
  return `<svg class="guide-drawing" role="img" aria-label="${safe(label)}" viewBox="0 0 ${drawnWidth + 1} ${px(end - 12)}" width="${drawnWidth + 1}" height="${px(end - 12)}">${parts.join("")}</svg>`;
};

const resolutions = (layout: Layout): readonly Resolution[] =>
  layout.breakpoints.map(({ id, drawnAt }) => {
    const one = resolve(layout, { width: fromJsonNumber(drawnAt.width), height: fromJsonNumber(drawnAt.height), breakpoint: id });
    if (!one.ok) throw new Error(`a sample of the guide cannot be drawn: ${JSON.stringify(one.issues)}`);
    return one.value;
  });
