import dynamic from "next/dynamic";
import type { Facet } from "./facet";

// Fetched when the facet is first looked at. Not drawn by the server: what is typed before it lives would be lost.
const AreasLine = dynamic(() => import("../areas/areas-line").then((module) => module.AreasLine), {
  ssr: false,
  loading: () => <div className="line-waiting" />,
});

export const areas: Facet = {
  id: "areas",
  name: "Areas",
  said: "areas",
  layer: { id: "areas", name: "Areas", key: "6" },
  measures: "widths",
  Line: ({ onBreakpoint: _, onWidth: _width, onCarry: _carry, onChoose: _choose, length: _length, onLength: _onLength, ...props }) => (
    <AreasLine {...props} />
  ),
};
