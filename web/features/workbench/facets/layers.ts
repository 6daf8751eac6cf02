/** The layers of a sheet, by the key that shows or hides each; no two share a key. */
const layerOfKey = {
  1: { id: "columns", name: "Columns" },
  2: { id: "rows", name: "Rows" },
  3: { id: "baseline", name: "Baseline" },
  4: { id: "mesh", name: "Mesh" },
  5: { id: "dimensions", name: "Dimensions" },
  6: { id: "areas", name: "Areas" },
} as const;

export type Layer = (typeof layerOfKey)[keyof typeof layerOfKey]["id"];
export type Shown = Readonly<Record<Layer, boolean>>;

/** Every layer with its key, in the order of the keys. */
export const layers: readonly { readonly key: string; readonly id: Layer; readonly name: string }[] = Object.entries(layerOfKey).map(
  ([key, layer]) => ({ key, ...layer }),
);
