import { rootFontSize } from "@ypsiline/core";
import { BaselineLine } from "../sums/baseline-line";
import type { Facet } from "./facet";

export const baseline: Facet = {
  id: "baseline",
  name: "Baseline",
  said: "baseline",
  layer: { id: "baseline", name: "Baseline", key: "3" },
  measures: "widths",
  Line: ({ onWidth: _, resolution: _resolution, ...props }) => <BaselineLine {...props} rootFontSize={rootFontSize(props.layout)} />,
};
