import type { Layout } from "../layout/schema";

/** Metrics of a font in font units: `ascent` above and `descent` below the baseline, both counted up from it. */
export type FontMetrics = {
  readonly unitsPerEm: number;
  readonly ascent: number;
  readonly descent: number;
  readonly capHeight: number;
};

/** The fonts that ship with the application, as their files in @fontsource-variable say (tested against these files). */
export const shippedFonts: Readonly<Record<string, FontMetrics>> = {
  Archivo: { unitsPerEm: 1000, ascent: 878, descent: 210, capHeight: 686 },
  Recursive: { unitsPerEm: 1000, ascent: 950, descent: 250, capHeight: 700 },
};

/** The metrics of a font by its name: from the layout, else of a font that ships; null if they are unknown. */
export const fontMetrics = (layout: Layout, name: string): FontMetrics | null =>
  layout.fonts?.find((font) => font.name === name) ?? (Object.hasOwn(shippedFonts, name) ? (shippedFonts[name] ?? null) : null);
