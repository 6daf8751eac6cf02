"use client";

import { MoveHorizontal } from "lucide-react";
import type { Facet as FacetId } from "@ypsiline/core";
import { facets } from "./facets";
import { type Layer, layers, type Shown } from "./layers";

type Props = {
  readonly facet: FacetId;
  readonly shown: Shown;
  readonly reading: boolean;
  readonly onFacet: (facet: FacetId) => void;
  readonly onToggle: (layer: Layer) => void;
  readonly onReading: (reading: boolean) => void;
};

/** Which facet is worked on, what the sheet shows, and whether distances are read on it. */
export const FacetBar = ({ facet, shown, reading, onFacet, onToggle, onReading }: Props) => (
  <div className="facet-bar">
    <div role="tablist" aria-label="Facets">
      {facets.map(({ id, name }) => (
        <button key={id} type="button" role="tab" aria-selected={facet === id} className="facet" onClick={() => onFacet(id)}>
          {name}
        </button>
      ))}
    </div>
    <span className="flex-grow-1" />
    {layers.map(({ id, name, key }) => (
      <label key={id} className="inline">
        <input name={id} type="checkbox" className="form-check-input m-0" checked={shown[id]} onChange={() => onToggle(id)} />
        {name} <kbd>{key}</kbd>
      </label>
    ))}
    <button
      type="button"
      className="btn btn-sm btn-quiet read-button"
      aria-label="Measure"
      aria-pressed={reading}
      onClick={() => onReading(!reading)}
    >
      <MoveHorizontal size={13} aria-hidden="true" /> <span className="on-wide">Measure</span>
    </button>
  </div>
);
