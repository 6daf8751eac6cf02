import { edgesHeld, exact, type Layout, mostOff, type Resolution, resolve, rowsToHold } from "@ypsiline/core";

/** An area whose content is higher or wider than it; lengths in px. */
export type TooMuch = {
  readonly id: string;
  readonly area: string;
  /** Height of the content and of its rows; null if it fits. */
  readonly down: { readonly needs: number; readonly holds: number; readonly rows: number; readonly needsRows: number | null } | null;
  /** How much wider than its columns the content is; 0 if it fits. */
  readonly across: number;
};

/** What the edges of areas came to in a page, against the sum; differences in px. */
export type AreasMeasured = {
  readonly areas: number;
  readonly edges: number;
  readonly largest: number;
  /** The first edge that is off by more than the browser's rounding, or a misplaced area. */
  readonly off: { readonly area: string; readonly edge: string; readonly by: number | null } | null;
  /** How far the page scrolls sideways, px; 0 if it does not. */
  readonly sideways: number;
  /** Areas that do not hold their content. */
  readonly tooMuch: readonly TooMuch[];
  /** Areas that should be shown and that no element of the page is. */
  readonly missing: readonly string[];
};

/** Reading positions as doubles loses less than this. */
const slack = 1e-6;

const edgeNames = { left: "start", right: "end", top: "top", bottom: "bottom" } as const;

/** Lengths of content are whole px in browsers: one more may be rounding. */
const rounding = 1;

/** How an area's content exceeds it; null if it fits. Bands grow with their content. */
const tooMuchIn = (element: Element, area: Resolution["areas"][number]): TooMuch | null => {
  const { scrollHeight, clientHeight, scrollWidth, clientWidth } = element;
  const high = area.height !== null && scrollHeight > clientHeight + rounding;
  const wide = scrollWidth > clientWidth + rounding;
  if (!high && !wide) return null;
  const { id, name } = area.area;
  const down = { needs: scrollHeight, holds: clientHeight, rows: area.rowSpan, needsRows: rowsToHold(area, exact(scrollHeight)) };
  return { id, area: name, down: high ? down : null, across: wide ? scrollWidth - clientWidth : 0 };
};

/**
 * Measures the areas of a page that is laid out at a resolution's width, in the document of its frame. A page of somebody's
 * own (`own`) may have fewer areas than the layout.
 */
export const measureAreas = (page: Document, layout: Layout, resolution: Resolution, own = false): AreasMeasured => {
  let [edges, largest] = [0, 0];
  const tooMuch: TooMuch[] = [];
  const missing: string[] = [];
  const holders = new Set(layout.areas.map(({ within }) => within));
  let off: AreasMeasured["off"] = null;
  const shown = new Map(resolution.areas.map((one) => [one.area.id, one]));
  const scrolled = page.documentElement.scrollTop;
  for (const { id, name } of layout.areas) {
    const element = page.querySelector(`.area-${id}`);
    const drawn = element !== null && element.getClientRects().length > 0;
    const area = shown.get(id);
    if (own && element === null) {
      if (area) missing.push(name);
      continue;
    }
    if (drawn !== (area !== undefined)) off ??= { area: name, edge: drawn ? "is shown" : "is not shown", by: null };
    if (!drawn || !area) continue;
    // A placeholder is not content.
    const empty = element.querySelector(":scope > .page-content:empty") !== null;
    const over = holders.has(id) || empty ? null : tooMuchIn(element, area);
    if (over) tooMuch.push(over);
    const rect = element.getBoundingClientRect();
    for (const { edge, at } of edgesHeld(resolution, area)) {
      const by = rect[edge] + (edge === "top" || edge === "bottom" ? scrolled : 0) - at;
      edges += 1;
      largest = Math.max(largest, Math.abs(by));
      if (Math.abs(by) > mostOff(resolution, area) + slack) off ??= { area: name, edge: edgeNames[edge], by };
    }
  }
  const root = page.documentElement;
  const sideways = Math.max(0, root.scrollWidth - root.clientWidth);
  return { areas: shown.size - missing.length, edges, largest, off, sideways, tooMuch, missing };
};

/** Every width a sweep looks at. */
export const sweptWidths = { least: 240, most: 2560 } as const;

export type Swept = {
  readonly widths: number;
  readonly edges: number;
  readonly largest: number;
  readonly off: (NonNullable<AreasMeasured["off"]> & { readonly width: number }) | null;
  readonly sideways: { readonly width: number; readonly by: number } | null;
  /** The first area of the least width that does not hold its content. */
  readonly tooMuch: { readonly width: number; readonly area: string } | null;
};

/** How long the sweep works before it lets the page go on, ms. */
const turn = 12;

/** A frame out of sight that lays a page out and runs nothing. */
const hiddenFrame = async (html: string): Promise<HTMLIFrameElement> => {
  const frame = document.createElement("iframe");
  frame.setAttribute("sandbox", "allow-same-origin");
  frame.setAttribute("aria-hidden", "true");
  frame.tabIndex = -1;
  frame.title = "Sweeping";
  frame.style.cssText = "position:fixed;left:-30000px;top:0;visibility:hidden;border:0;width:240px;height:600px";
  frame.srcdoc = html;
  const loaded = new Promise<void>((done) => frame.addEventListener("load", () => done(), { once: true }));
  document.body.append(frame);
  await loaded;
  return frame;
};

/**
 * Lays a page out at every width from 240 to 2560 and measures every edge of every area, a few widths at a time so that
 * the page stays responsive. Null if it was cancelled.
 */
export const sweepAreas = async (
  html: string,
  layout: Layout,
  signal: AbortSignal,
  onProgress: (width: number) => void,
  own = false,
): Promise<Swept | null> => {
  const frame = await hiddenFrame(html);
  try {
    let [edges, largest, widths] = [0, 0, 0];
    let off: Swept["off"] = null;
    let sideways: Swept["sideways"] = null;
    let tooMuch: Swept["tooMuch"] = null;
    let since = performance.now();
    for (let width: number = sweptWidths.least; width <= sweptWidths.most; width += 1) {
      if (performance.now() - since > turn) {
        onProgress(width);
        await new Promise((done) => setTimeout(done));
        since = performance.now();
      }
      const page = frame.contentDocument;
      if (signal.aborted || !page) return null;
      const resolved = resolve(layout, { width: exact(width) });
      if (!resolved.ok) continue;
      frame.style.width = `${width}px`;
      frame.style.height = `${resolved.value.breakpoint.drawnAt.height}px`;
      const measured = measureAreas(page, layout, resolved.value, own);
      widths += 1;
      edges += measured.edges;
      largest = Math.max(largest, measured.largest);
      if (measured.off) off ??= { ...measured.off, width };
      const [over] = measured.tooMuch;
      if (over) tooMuch ??= { width, area: over.area };
      if (measured.sideways > 0) sideways ??= { width, by: measured.sideways };
    }
    return { widths, edges, largest, off, sideways, tooMuch };
  } finally {
    frame.remove();
  }
};
