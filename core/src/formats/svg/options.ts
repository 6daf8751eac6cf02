/** Layers of an overlay, from the lowest up; each is a group of that id. */
export const overlayLayers = ["margins", "columns", "rows", "baseline", "mesh", "areas"] as const;
export type OverlayLayer = (typeof overlayLayers)[number];

/** How an overlay is drawn. Colours are `#rrggbb`. */
export type OverlayOptions = {
  readonly draw: "fill" | "outline";
  /** 0 to 1. */
  readonly opacity: number;
  readonly colours: Readonly<Record<Exclude<OverlayLayer, "areas">, string>>;
  /** Layers that are drawn; the groups of the others stay empty. */
  readonly layers: readonly OverlayLayer[];
  /** Device px to the px that edges and lines are put on, for pictures; null for a drawing, which stays exact. */
  readonly snap: number | null;
};

export const plainOverlay: OverlayOptions = {
  draw: "fill",
  opacity: 0.35,
  colours: { margins: "#b98a3d", columns: "#2f8a76", rows: "#5a5fb0", baseline: "#c2573a", mesh: "#566871" },
  layers: overlayLayers,
  snap: null,
};
