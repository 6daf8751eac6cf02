import { edgesHeld, exact, type Layout, mostOff, type Resolution, resolve } from "@ypsiline/core";

/** What the edges of areas came to in a page, against the sum; differences in px. */
export type AreasMeasured = {
  readonly areas: number;
  readonly edges: number;
  readonly largest: number;
  /** The first edge that is off by more than the browser's own rounding, or an area that is not where it should be at all. */
  readonly off: { readonly area: string; readonly edge: string; readonly by: number | null } | null;
  /** How far the page scrolls sideways, px; 0 where it does not. */
  readonly sideways: number;
};

/** Reading positions as doubles loses less than this. */
const slack = 1e-6;

const edgeNames = { left: "start", right: "end", top: "top", bottom: "bottom" } as const;

/** Measures the areas of a page that is laid out at a resolution's width, in the document of its frame. */
export const measureAreas = (page: Document, layout: Layout, resolution: Resolution): AreasMeasured => {
  let [edges, largest] = [0, 0];
  let off: AreasMeasured["off"] = null;
  const shown = new Map(resolution.areas.map((one) => [one.area.id, one]));
  const scrolled = page.documentElement.scrollTop;
  for (const { id, name } of layout.areas) {
    const element = page.querySelector(`.area-${id}`);
    const drawn = element !== null && element.getClientRects().length > 0;
    const area = shown.get(id);
    if (drawn !== (area !== undefined)) off ??= { area: name, edge: drawn ? "is shown" : "is not shown", by: null };
    if (!drawn || !area) continue;
    const rect = element.getBoundingClientRect();
    for (const { edge, at } of edgesHeld(resolution, area)) {
      const by = rect[edge] + (edge === "top" || edge === "bottom" ? scrolled : 0) - at;
      edges += 1;
      largest = Math.max(largest, Math.abs(by));
      if (Math.abs(by) > mostOff(resolution, area) + slack) off ??= { area: name, edge: edgeNames[edge], by };
    }
  }
  const root = page.documentElement;
  return { areas: shown.size, edges, largest, off, sideways: Math.max(0, root.scrollWidth - root.clientWidth) };
};

/** Every width a sweep looks at. */
export const sweptWidths = { least: 240, most: 2560 } as const;

export type Swept = {
  readonly widths: number;
  readonly edges: number;
  readonly largest: number;
  readonly off: (NonNullable<AreasMeasured["off"]> & { readonly width: number }) | null;
  readonly sideways: { readonly width: number; readonly by: number } | null;
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
 * Lays a page out at every width from 240 to 2560 and measures every edge of every area, some widths at a time so that the
 * page it runs in stays quick. Null where it was given up.
 */
export const sweepAreas = async (
  html: string,
  layout: Layout,
  signal: AbortSignal,
  onProgress: (width: number) => void,
): Promise<Swept | null> => {
  const frame = await hiddenFrame(html);
  try {
    let [edges, largest, widths] = [0, 0, 0];
    let off: Swept["off"] = null;
    let sideways: Swept["sideways"] = null;
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
      const measured = measureAreas(page, layout, resolved.value);
      widths += 1;
      edges += measured.edges;
      largest = Math.max(largest, measured.largest);
      if (measured.off) off ??= { ...measured.off, width };
      if (measured.sideways > 0) sideways ??= { width, by: measured.sideways };
    }
    return { widths, edges, largest, off, sideways };
  } finally {
    frame.remove();
  }
};
