import type { Layout } from "../../layout/schema";
import { type CssOptions, plainCss } from "../css/options";
import { writeCss } from "../css/write";
import type { PackageFile } from "./release";

/** What may be said after `layout` in the name of a stylesheet, and what it means, in the order it is said. */
const parts = [
  ["exact", { edges: "exact" }, "every edge rounded to 1/64 px"],
  ["container", { query: "container" }, "breakpoints by container queries"],
  ["rem", { unit: "rem" }, "lengths in rem"],
] as const satisfies readonly (readonly [string, Partial<CssOptions>, string])[];

/** A stylesheet of a package: its path, how it is written, and what that is, in words ("" for the plain one). */
export type Variant = { readonly path: string; readonly options: CssOptions; readonly words: string };

/** All eight stylesheets, the plain one first: `layout.css`, `layout.exact.css`, … `layout.exact.container.rem.css`. */
export const variants: readonly Variant[] = Array.from({ length: 2 ** parts.length }, (_, index) => {
  const chosen = parts.filter((_part, bit) => (index & (1 << bit)) !== 0);
  return {
    path: ["layout", ...chosen.map(([name]) => name), "css"].join("."),
    options: Object.assign({}, plainCss, ...chosen.map(([, options]) => options)) as CssOptions,
    words: chosen.map(([, , words]) => words).join(", "),
  };
});

export const stylesheets = (layout: Layout): readonly PackageFile[] =>
  variants.map(({ path, options }) => ({ path, text: writeCss(layout, options) }));
