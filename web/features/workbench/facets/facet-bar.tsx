"use client";

import type { Facet as FacetId } from "@ypsiline/core";
import { facets } from "./facets";
import { type Layer, layers, type Shown } from "./layers";

type Props = {
  readonly facet: FacetId;
  readonly shown: Shown;
  readonly onFacet: (facet: FacetId) => void;
  readonly onToggle: (layer: Layer) => void;
};

/** Which facet is worked on, and what the sheet shows. */
export const FacetBar = ({ facet, shown, onFacet, onToggle }: Props) => (
  <div className="facet-bar">
    <div role="tablist" aria-label="Facets">
      {facets.map(({ id, name }) => (
        <button key={id} type="button" role="tab" aria-selected={facet === id} className="facet" onClick={() => onFacet(id)}>
          {name}
        </button>
      ))}
    </div>
    <span className="flex-grow-1" />
    <span className="inline quiet">Show</span>
    {layers.map(({ id, name, key }) => (
      <label key={id} className="inline">
        <input name={id} type="checkbox" className="form-check-input m-0" checked={shown[id]} onChange={() => onToggle(id)} />
        {name} <kbd>{key}</kbd>
      </label>
    ))}
  </div>
);
