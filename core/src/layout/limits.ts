/** Limits of the open format (docs/format.md, "Limits"). */
export const limits = {
  breakpoints: 24,
  columns: 96,
  areas: 200,
  /** Areas × breakpoints: each area has a placement at each of them. */
  placements: 2_400,
  /** Columns of all breakpoints together. */
  allColumns: 1_152,
  textRoles: 100,
  fonts: 50,
  spacingSteps: 100,
  notes: 200,
  accepted: 500,
  text: 2000,
  lengthPx: 100_000,
  size: 20_000,
  sizeDecimals: 3,
  extensionsDepth: 32,
  extensionsBytes: 64 * 1024,
} as const;
