"use client";

import { inOrder, type Layout, limits } from "@ypsiline/core";
import { type FormEvent, useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { insertBreakpoint, suggestedBreakpoint } from "./breakpoint-edits";

type Props = {
  readonly layout: Layout;
  /** The current breakpoint: the new one starts as a copy of it unless another is chosen. */
  readonly at: string;
  /** Makes the edit, or says why it cannot be. */
  readonly onAdd: (layout: Layout, id: string) => string | null;
  readonly onClose: () => void;
};

const field = (text: string, what: string): number | string => {
  const value = Number(text.trim());
  return text.trim() !== "" && Number.isFinite(value) && value >= 1 && value <= limits.size
    ? value
    : `${what} must be a number of px from 1 to ${limits.size.toLocaleString("en")}.`;
};

/** Asks for a new breakpoint's name and widths, and which breakpoint it begins as. Everything is filled in, so that Enter adds it. */
export const AddBreakpointDialog = ({ layout, at, onAdd, onClose }: Props) => {
  const [suggested] = useState(() => suggestedBreakpoint(layout));
  const [name, setName] = useState(suggested.name);
  const [from, setFrom] = useState(String(suggested.from));
  /** What was typed for the drawn-at size; until then it follows the from-width. */
  const [drawn, setDrawn] = useState<{ readonly width?: string; readonly height?: string }>({});
  const [like, setLike] = useState(at);
  const [fault, setFault] = useState("");
  const starts = Number(from);
  const width = drawn.width ?? String(starts === suggested.from || !Number.isFinite(starts) ? suggested.width : starts);
  const height = drawn.height ?? String(suggested.height);

  const submit = (event: FormEvent): void => {
    event.preventDefault();
    const numbers = [field(from, "From"), field(width, "The width it is drawn at"), field(height, "The height it is drawn at")];
    const wrong = numbers.find((one) => typeof one === "string");
    const [start = 0, wide = 0, tall = 0] = numbers.filter((one) => typeof one === "number");
    if (wrong !== undefined) return setFault(String(wrong));
    const taken = layout.breakpoints.find((one) => one.from === start);
    if (taken) return setFault(`${taken.name} already starts at ${start}. Choose another width.`);
    const same = layout.breakpoints.find((one) => one.name === name.trim());
    if (same) return setFault(`There is a breakpoint ${same.name} already. Choose another name.`);
    const made = insertBreakpoint(layout, { name: name.trim(), from: start, width: wide, height: tall, like });
    const words = onAdd(made.layout, made.id);
    if (words === null) onClose();
    else setFault(words);
  };
  return (
    <Modal show onHide={onClose} aria-labelledby="add-breakpoint-title" size="sm">
      <form onSubmit={submit}>
        <Modal.Header closeButton>
          <h2 id="add-breakpoint-title">Add a breakpoint</h2>
        </Modal.Header>
        <Modal.Body className="add-breakpoint">
          <label>
            Name
            <input
              name="breakpoint-name"
              className="form-control"
              value={name}
              maxLength={limits.text}
              autoFocus
              onFocus={(event) => event.target.select()}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <label>
            From, px
            <input
              name="breakpoint-from"
              className="form-control num"
              inputMode="decimal"
              value={from}
              onChange={(event) => setFrom(event.target.value)}
            />
          </label>
          <fieldset>
            <legend>Drawn at, px</legend>
            <input
              name="drawn-width"
              aria-label="Width it is drawn at"
              className="form-control num"
              inputMode="decimal"
              value={width}
              onChange={(event) => setDrawn({ ...drawn, width: event.target.value })}
            />
            <span aria-hidden="true">×</span>
            <input
              name="drawn-height"
              aria-label="Height it is drawn at"
              className="form-control num"
              inputMode="decimal"
              value={height}
              onChange={(event) => setDrawn({ ...drawn, height: event.target.value })}
            />
          </fieldset>
          <label>
            Start as a copy of
            <select name="like" className="form-select" value={like} onChange={(event) => setLike(event.target.value)}>
              {inOrder(layout).map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}, {one.columns.count} {one.columns.count === 1 ? "column" : "columns"}
                </option>
              ))}
            </select>
          </label>
          {fault && (
            <p className="fault mb-0" role="alert">
              {fault}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit">Add breakpoint</Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
};
