import { BaseLine } from "../sums/base-line";
import type { Facet } from "./facet";

export const base: Facet = {
  id: "base",
  name: "Base",
  said: "mesh",
  layer: { id: "mesh", name: "Mesh", key: "4" },
  measures: "widths",
  Line: BaseLine,
};
