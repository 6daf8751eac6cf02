import type { Page } from "@playwright/test";
import type { Area } from "../../core/src/index";

export type Box = { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };

const nested = (areas: readonly Area[], within: string | undefined): string =>
  areas
    .filter((area) => area.within === within)
    .map(({ id }) => `<div class="area-${id}">${nested(areas, id)}</div>`)
    .join("");

/** One element per area in reading order, nested areas inside their parents. */
const areasMarkup = (areas: readonly Area[]): string => `<div class="layout-areas">${nested(areas, undefined)}</div>`;

/**
 * Lays out a stylesheet's areas in the browser in a frame of each width, and measures every area; null for one that is
 * not shown. The frame is `height` high, so that 100vh is `height`.
 */
export const laidOutAreas = (
  page: Page,
  { css, areas, wrap = "@" }: { readonly css: string; readonly areas: readonly Area[]; readonly wrap?: string },
  sizes: readonly { readonly width: number; readonly height: number }[],
): Promise<(Box | null)[][]> =>
  page.evaluate(
    async ({ css, markup, ids, sizes }) => {
      const frame = document.createElement("iframe");
      frame.style.cssText = "border:0;height:300px;width:1000px";
      const loaded = new Promise((resolve) => frame.addEventListener("load", resolve, { once: true }));
      // Areas without nested ones have some height, so that bands differ.
      frame.srcdoc = `<!doctype html><style>body{margin:0;overflow:hidden}[class^=area-]{min-block-size:1px}${css}</style>${markup}`;
      document.body.append(frame);
      await loaded;
      const inner = frame.contentDocument;
      if (!inner) throw new Error("no frame");
      const elements = ids.map((id) => inner.querySelector(`.area-${id}`));
      const measured = sizes.map(({ width, height }) => {
        frame.style.width = `${width}px`;
        frame.style.height = `${height}px`;
        return elements.map((element) => {
          if (!element || element.getClientRects().length === 0) return null;
          const { left, right, top, bottom } = element.getBoundingClientRect();
          return { left, right, top, bottom };
        });
      });
      frame.remove();
      return measured;
    },
    { css, markup: wrap.replace("@", areasMarkup(areas)), ids: areas.map(({ id }) => id), sizes: [...sizes] },
  );
