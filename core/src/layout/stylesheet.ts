import * as z from "zod/mini";

/** Words that no layer can be called (CSS Cascading and Inheritance 5, section 6.4.1). */
const keywords: ReadonlySet<string> = new Set(["initial", "inherit", "unset", "revert", "revert-layer", "default"]);

/** What a stylesheet's names begin with: `booking` makes `--booking-columns` and `.booking-grid`. */
export const prefixSchema = z.string().check(
  z.regex(/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/, {
    error: "must be small letters and digits, with single hyphens between them, like booking",
  }),
  z.maxLength(40, { error: "must be at most 40 characters" }),
);

/** The cascade layer that a stylesheet's rules are in. */
export const layerSchema = z.string().check(
  z.maxLength(100, { error: "must be at most 100 characters" }),
  z.regex(/^[A-Za-z_][\w-]*(\.[A-Za-z_][\w-]*)*$/, { error: "must be the name of a cascade layer, like booking or app.booking" }),
  z.refine((layer) => layer.split(".").every((part) => !keywords.has(part.toLowerCase())), {
    error: `must not be ${[...keywords].join(", ")}: these words mean something else in CSS`,
  }),
);

/** The element that a stylesheet's rules apply in. */
export const scopeSchema = z.string().check(
  z.maxLength(100, { error: "must be at most 100 characters" }),
  z.regex(/^([.#][A-Za-z_][\w-]*|\[data-[a-z][a-z0-9-]*(="[\w-]+")?\])$/, {
    error: "must be one class, id or data attribute, like .booking",
  }),
);

/** How a layout's own stylesheets are named and where they apply, so that several can be on one page. */
export const stylesheetSchema = z.strictObject({
  prefix: z.optional(prefixSchema),
  layer: z.optional(layerSchema),
  scope: z.optional(scopeSchema),
});
