import { overlayLayers, plainOverlay } from "@ypsiline/core";
import { z } from "zod";

const colour = z
  .string()
  .regex(/^#?[0-9a-f]{6}$/i, { error: "must be a colour of six hexadecimal digits, like 2f8a76" })
  .transform((text) => `#${text.replace("#", "")}`);

/** How a file may be asked for, in its query. */
export const fileQuery = z.object({
  /** For files of one breakpoint that are asked for without its id in their name: `overlay.svg?breakpoint=desk`. */
  breakpoint: z.string().max(60).optional(),
  unit: z.enum(["px", "rem"]).default("px"),
  query: z.enum(["media", "container"]).default("media"),
  edges: z.enum(["plain", "exact"]).default("plain"),
  grid: z.enum(["with", "without"]).default("with"),
  draw: z.enum(["fill", "outline"]).default(plainOverlay.draw),
  opacity: z.coerce
    .number({ error: "must be a number from 0 to 1" })
    .min(0, { error: "must be from 0 to 1" })
    .max(1, { error: "must be from 0 to 1" })
    .default(plainOverlay.opacity),
  layers: z
    .string()
    .transform((text) => text.split(",").filter(Boolean))
    .pipe(z.array(z.enum(overlayLayers)).max(overlayLayers.length))
    .optional(),
  margins: colour.default(plainOverlay.colours.margins),
  columns: colour.default(plainOverlay.colours.columns),
  rows: colour.default(plainOverlay.colours.rows),
  baseline: colour.default(plainOverlay.colours.baseline),
  mesh: colour.default(plainOverlay.colours.mesh),
  density: z.coerce
    .number({ error: "must be a number from 1 to 3" })
    .min(1, { error: "must be from 1 to 3" })
    .max(3, { error: "must be from 1 to 3" })
    .default(1),
});
