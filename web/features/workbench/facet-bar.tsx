"use client";

import { MoveHorizontal } from "lucide-react";
import type { Shown } from "./sheet";
import { type Facet, facets } from "./view";

const facetNames: Readonly<Record<Facet, string>> = { base: "Base", columns: "Columns", rows: "Rows", baseline: "Baseline" };

/** What a sheet can show, in the order of their keys. */
export const sheetParts: readonly (readonly [keyof Shown, string])[] = [
  ["columns", "Columns"],
  ["rows", "Rows"],
  ["baseline", "Baseline"],
  ["mesh", "Mesh"],
  ["dimensions", "Dimensions"],
];

type Props = {
  readonly facet: Facet;
  readonly shown: Shown;
  readonly reading: boolean;
  readonly onFacet: (facet: Facet) => void;
  readonly onToggle: (part: keyof Shown) => void;
  readonly onReading: (reading: boolean) => void;
};

/** Which facet is worked on, what the sheet shows, and whether distances are read on it. */
export const FacetBar = ({ facet, shown, reading, onFacet, onToggle, onReading }: Props) => (
  <div className="facet-bar">
    <div role="tablist" aria-label="Facets">
      {facets.map((one) => (
        <button key={one} type="button" role="tab" aria-selected={facet === one} className="facet" onClick={() => onFacet(one)}>
          {facetNames[one]}
        </button>
      ))}
    </div>
    <span className="flex-grow-1" />
    {sheetParts.map(([part, label], index) => (
      <label key={part} className="inline">
        <input name={part} type="checkbox" className="form-check-input m-0" checked={shown[part]} onChange={() => onToggle(part)} />
        {label} <kbd>{index + 1}</kbd>
      </label>
    ))}
    <button type="button" className="btn btn-sm btn-quiet read-button" aria-pressed={reading} onClick={() => onReading(!reading)}>
      <MoveHorizontal size={13} aria-hidden="true" /> Read
    </button>
  </div>
);
