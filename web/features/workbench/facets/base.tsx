import dynamic from "next/dynamic";
import type { Facet } from "./facet";

// Fetched when the facet is first looked at. Not drawn by the server: what is typed before it lives would be lost.
const BaseLine = dynamic(() => import("../sums/base-line").then((module) => module.BaseLine), {
  ssr: false,
  loading: () => <div className="sum-waiting" />,
});

export const base: Facet = {
  id: "base",
  name: "Base",
  said: "mesh",
  layer: { id: "mesh", name: "Mesh", key: "4" },
  measures: "widths",
  Line: (props) => <BaseLine {...props} />,
};
