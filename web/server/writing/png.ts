import { Resvg } from "@resvg/resvg-js";

/** Largest picture, device px: as large as browsers open without trouble. */
export const mostPixels = 40_000_000;

export type Png = { readonly ok: true; readonly bytes: Uint8Array } | { readonly ok: false; readonly detail: string };

/** The device px of one of our own drawings, from its declared size, or null. */
export const pixelsOf = (svg: string, density: number): number | null => {
  const size = /^<svg [^>]*width="(\d+(?:\.\d+)?)" height="(\d+(?:\.\d+)?)"/.exec(svg);
  return size ? Math.ceil(Number(size[1]) * density) * Math.ceil(Number(size[2]) * density) : null;
};

/** One of our own drawings as PNG with transparency, at a density of 1 to 3 device px to the px. */
export const pngOf = (svg: string, density: number): Png => {
  const pixels = pixelsOf(svg, density);
  if (!pixels) return { ok: false, detail: "Nothing is drawn at its size." };
  if (pixels > mostPixels)
    return {
      ok: false,
      detail: `The picture would have ${Math.round(pixels / 1_000_000)} million pixels; ${mostPixels / 1_000_000} million are the most. Take a lower density, or the SVG.`,
    };
  const drawing = new Resvg(svg, { fitTo: { mode: "zoom", value: density }, font: { loadSystemFonts: false } });
  return { ok: true, bytes: drawing.render().asPng() };
};
