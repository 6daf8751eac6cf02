import archivo from "@capsizecss/metrics/archivo";
import recursive from "@capsizecss/metrics/recursive";
import type { Layout } from "../layout/schema";

/** Metrics of a font in font units: `ascent` above and `descent` below the baseline, both counted up from it. */
export type FontMetrics = {
  readonly unitsPerEm: number;
  readonly ascent: number;
  readonly descent: number;
  readonly capHeight: number;
};

const shipped = ({ unitsPerEm, ascent, descent, capHeight }: FontMetrics): FontMetrics => ({
  unitsPerEm,
  ascent,
  // Font files count the descent downwards as a negative number.
  descent: Math.abs(descent),
  capHeight,
});

/** The fonts that ship with the application (metrics: @capsizecss/metrics). */
export const shippedFonts: Readonly<Record<string, FontMetrics>> = { Archivo: shipped(archivo), Recursive: shipped(recursive) };

/** The metrics of a font by its name: those the layout states, else those of a font that ships; null where nobody knows. */
export const fontMetrics = (layout: Layout, name: string): FontMetrics | null =>
  layout.fonts?.find((font) => font.name === name) ?? (Object.hasOwn(shippedFonts, name) ? (shippedFonts[name] ?? null) : null);
