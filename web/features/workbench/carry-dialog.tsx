"use client";

import type { Breakpoint, Layout } from "@ypsiline/core";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { type Carried, carryColumns } from "./breakpoint-edits";

type Props = { readonly layout: Layout; readonly from: Breakpoint; readonly onDone: (layout: Layout | null) => void };

const parts: readonly { readonly id: keyof Carried; readonly label: string; readonly text: (from: Breakpoint) => string }[] = [
  { id: "count", label: "Columns", text: ({ columns }) => String(columns.count) },
  { id: "gutter", label: "Gutter", text: ({ columns }) => columns.gutter },
  {
    id: "margin",
    label: "Margin",
    text: ({ columns }) =>
      columns.margin.start === columns.margin.end ? columns.margin.start : `${columns.margin.start}, ${columns.margin.end}`,
  },
  { id: "container", label: "Container", text: ({ columns }) => columns.container.kind },
];

/** Asks which of a breakpoint's numbers go to which others. */
export const CarryDialog = ({ layout, from, onDone }: Props) => {
  const others = layout.breakpoints.filter(({ id }) => id !== from.id);
  const [to, setTo] = useState<readonly string[]>(others.map(({ id }) => id));
  const [what, setWhat] = useState<Carried>({ count: true, gutter: true, margin: true, container: true });
  const nothing = to.length === 0 || !Object.values(what).some(Boolean);
  return (
    <Modal show onHide={() => onDone(null)} aria-labelledby="carry-title">
      <Modal.Header closeButton>
        <h2 id="carry-title">Carry the columns of {from.name}</h2>
      </Modal.Header>
      <Modal.Body className="d-flex gap-5">
        <fieldset>
          <legend className="fs-6">Numbers</legend>
          {parts.map(({ id, label, text }) => (
            <label key={id} className="d-flex align-items-center gap-2">
              <input
                type="checkbox"
                className="form-check-input m-0"
                checked={what[id]}
                onChange={(event) => setWhat({ ...what, [id]: event.target.checked })}
              />
              {label} <span className="num quiet">{text(from)}</span>
            </label>
          ))}
        </fieldset>
        <fieldset>
          <legend className="fs-6">To</legend>
          {others.map(({ id, name }) => (
            <label key={id} className="d-flex align-items-center gap-2">
              <input
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
          Leave as it is
        </Button>
        <Button disabled={nothing} onClick={() => onDone(carryColumns(layout, from.id, to, what))}>
          Carry over
        </Button>
      </Modal.Footer>
    </Modal>
  );
};
