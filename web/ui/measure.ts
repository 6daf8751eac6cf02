import { breakpointAt, columnTracks, type Exact, type Layout, plainCss, resolve, toNumber, usuallyNamed, writeCss } from "@ypsiline/core";

/** What the browser makes of the stylesheet at one width, against the sum. Differences are in px. */
export type Measured = {
  readonly width: number;
  /** Name of the breakpoint that applies at the width. */
  readonly breakpoint: string;
  readonly edges: number;
  readonly largest: number;
  /** The first edge that differs by more than 1/64 px, and by how much; null if none does. */
  readonly first: { readonly name: string; readonly by: number } | null;
};

/** Chromium's layout unit, px. */
const unit = 1 / 64;

/** Reading positions as doubles loses less than this. */
const slack = 1e-6;

/**
 * Lays the exported stylesheet out in a hidden frame as wide as the width, in the browser that shows this page, and
 * compares the edges of every column with resolve's. The frame is sandboxed: it runs nothing.
 */
export const measureInBrowser = async (layout: Layout, width: Exact, signal: AbortSignal): Promise<Measured | null> => {
  const breakpoint = breakpointAt(layout, width);
  const resolved = resolve(layout, { width });
  if (!resolved.ok) return null;
  const tracks = columnTracks(resolved.value.terms);
  const frame = document.createElement("iframe");
  frame.setAttribute("sandbox", "allow-same-origin");
  frame.setAttribute("aria-hidden", "true");
  frame.tabIndex = -1;
  frame.title = "Measuring";
  frame.style.cssText = `position:fixed;left:-30000px;top:0;visibility:hidden;border:0;height:64px;width:${toNumber(width)}px`;
  const children = "<i></i>".repeat(tracks.length);
  frame.srcdoc = `<!doctype html><style>body{margin:0;overflow:hidden}${writeCss(usuallyNamed(layout), plainCss)}</style><div class="layout-grid">${children}</div>`;
  const loaded = new Promise<void>((done) => frame.addEventListener("load", () => done(), { once: true }));
  const given = new Promise<void>((done) => signal.addEventListener("abort", () => done(), { once: true }));
  document.body.append(frame);
  try {
    await Promise.race([loaded, given]);
    const cells = [...(frame.contentDocument?.querySelectorAll(".layout-grid > i") ?? [])];
    if (signal.aborted || cells.length !== tracks.length) return null;
    let largest = 0;
    let first: Measured["first"] = null;
    cells.forEach((cell, index) => {
      const track = tracks[index];
      if (!track) return;
      const { left, right } = cell.getBoundingClientRect();
      const start = toNumber(track.start);
      for (const [name, by] of [
        [`start of column ${index + 1}`, left - start],
        [`end of column ${index + 1}`, right - start - toNumber(track.width)],
      ] as const) {
        largest = Math.max(largest, Math.abs(by));
        if (!first && Math.abs(by) > unit + slack) first = { name, by };
      }
    });
    return { width: toNumber(width), breakpoint: breakpoint.name, edges: 2 * cells.length, largest, first };
  } finally {
    frame.remove();
  }
};
