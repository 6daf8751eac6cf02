"use client";

import { type Breakpoint, type CellId, cellList, type Layout } from "@ypsiline/core";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { carry } from "../ladder/breakpoint-edits";
import type { Facet } from "../facets/facet";

type Props = {
  readonly layout: Layout;
  readonly from: Breakpoint;
  /** The facet it was asked from: its numbers are chosen to begin with. */
  readonly facet: Facet;
  readonly onDone: (layout: Layout | null) => void;
};

const parts = cellList.filter(({ carry: carried }) => carried === "alone");

/** Asks which of a breakpoint's numbers go to which others. */
export const CarryDialog = ({ layout, from, facet, onDone }: Props) => {
  const others = layout.breakpoints.filter(({ id }) => id !== from.id);
  const [to, setTo] = useState<readonly string[]>(others.map(({ id }) => id));
  const [what, setWhat] = useState<ReadonlySet<CellId>>(new Set(parts.filter((part) => part.facet === facet.id).map(({ id }) => id)));
  const toggle = (id: CellId, on: boolean): void => setWhat(new Set(on ? [...what, id] : [...what].filter((one) => one !== id)));
  return (
    <Modal show onHide={() => onDone(null)} aria-labelledby="carry-title">
      <Modal.Header closeButton>
        <h2 id="carry-title">
          Copy the {facet.said} of {from.name} to other breakpoints
        </h2>
      </Modal.Header>
      <Modal.Body className="d-flex gap-5">
        <fieldset>
          <legend className="fs-6">Numbers</legend>
          {parts.map(({ id, label, text }) => (
            <label key={id} className="d-flex align-items-center gap-2">
              <input
                name="what"
                type="checkbox"
                className="form-check-input m-0"
                checked={what.has(id)}
                onChange={(event) => toggle(id, event.target.checked)}
              />
              {label} <span className="num quiet">{text(from) ?? "none"}</span>
            </label>
          ))}
        </fieldset>
        <fieldset>
          <legend className="fs-6">To</legend>
          <label className="d-flex align-items-center gap-2 border-bottom pb-1 mb-1">
            <input
              name="to-all"
              type="checkbox"
              className="form-check-input m-0"
              checked={to.length === others.length}
              onChange={(event) => setTo(event.target.checked ? others.map(({ id }) => id) : [])}
            />
            All breakpoints
          </label>
          {others.map(({ id, name }) => (
            <label key={id} className="d-flex align-items-center gap-2">
              <input
                name="to"
                type="checkbox"
                className="form-check-input m-0"
                checked={to.includes(id)}
                onChange={(event) => setTo(event.target.checked ? [...to, id] : to.filter((one) => one !== id))}
              />
              {name}
            </label>
          ))}
        </fieldset>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={() => onDone(null)}>
          Cancel
        </Button>
        <Button disabled={to.length === 0 || what.size === 0} onClick={() => onDone(carry(layout, from.id, to, what))}>
          Copy
        </Button>
      </Modal.Footer>
    </Modal>
  );
};
