import type { Page } from "@playwright/test";

export type LaidOut = { readonly start: number; readonly width: number };

/**
 * Lays out a stylesheet in the browser in a frame of each width, and measures the first `count` children of its grid.
 * The frame is the viewport, so media queries apply to its width.
 */
export const laidOut = (
  page: Page,
  css: string,
  wrap: string,
  widths: readonly number[],
  counts: readonly number[],
): Promise<LaidOut[][]> =>
  page.evaluate(
    async ({ css, wrap, widths, counts }) => {
      const frame = document.createElement("iframe");
      frame.style.cssText = "border:0;height:300px;width:1000px";
      const children = "<div></div>".repeat(24);
      const loaded = new Promise((resolve) => frame.addEventListener("load", resolve, { once: true }));
      frame.srcdoc = `<!doctype html><style>body{margin:0;overflow:hidden}${css}</style>${wrap.replace("@", children)}`;
      document.body.append(frame);
      await loaded;
      const inner = frame.contentDocument;
      if (!inner) throw new Error("no frame");
      const cells = [...inner.querySelectorAll(".layout-grid > div, .row > div")];
      const measured = widths.map((width, index) => {
        frame.style.width = `${width}px`;
        return cells.slice(0, counts[index]).map((cell) => {
          const { left, width: size } = cell.getBoundingClientRect();
          return { start: left, width: size };
        });
      });
      frame.remove();
      return measured;
    },
    { css, wrap, widths: [...widths], counts: [...counts] },
  );
