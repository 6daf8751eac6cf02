import { AreasLine } from "../areas/areas-line";
import type { Facet } from "./facet";

export const areas: Facet = {
  id: "areas",
  name: "Areas",
  said: "areas",
  layer: { id: "areas", name: "Areas", key: "6" },
  measures: "widths",
  Line: ({ onBreakpoint: _, onWidth: _width, onCarry: _carry, onChoose: _choose, ...props }) => <AreasLine {...props} />,
};
