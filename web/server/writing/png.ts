import { Resvg } from "@resvg/resvg-js";

/** Largest picture, device px: as much as a browser still opens at ease. */
const mostPixels = 40_000_000;

export type Png = { readonly ok: true; readonly bytes: Uint8Array } | { readonly ok: false; readonly detail: string };

/** A drawing as PNG with transparency, at a density of 1 to 3 device px to the px. */
export const pngOf = (svg: string, density: number): Png => {
  const drawing = new Resvg(svg, { fitTo: { mode: "zoom", value: density }, font: { loadSystemFonts: false } });
  const pixels = drawing.width * drawing.height * density * density;
  if (pixels > mostPixels)
    return {
      ok: false,
      detail: `The picture would have ${Math.round(pixels / 1_000_000)} million pixels; ${mostPixels / 1_000_000} million are the most. Take a lower density, or the SVG.`,
    };
  return { ok: true, bytes: drawing.render().asPng() };
};
