"use client";

import { type Breakpoint, type Layout, readWordMap, type Resolution, withWordMap, type WordMap, wordMap } from "@ypsiline/core";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { CopyButton } from "@/ui/copy-button";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly resolution: Resolution;
  readonly readOnly: boolean;
  /** Takes the areas as the map has them, or nothing. */
  readonly onDone: (layout: Layout | null) => void;
};

const whyWords = {
  over: "lies over another area, and is not in the map",
  leaves: "leaves the grid",
  inside: "has a grid inside it",
} as const;

/** A breakpoint's areas as text: a word a cell. It is edited as text; what it cannot say is listed beside it and stays. */
export const WordMapDialog = ({ layout, breakpoint, resolution, readOnly, onDone }: Props) => {
  const map = wordMap(resolution);
  return (
    <Modal show size="xl" onHide={() => onDone(null)} aria-labelledby="map-title">
      <Modal.Header closeButton>
        <h2 id="map-title">Areas of {breakpoint.name} as a word map</h2>
      </Modal.Header>
      {map ? (
        <Editor {...{ layout, breakpoint, readOnly, map, onDone }} />
      ) : (
        <Modal.Body>
          <p className="m-0">These areas reach below row 400, the last that a word map can hold.</p>
        </Modal.Body>
      )}
    </Modal>
  );
};

const Editor = ({ layout, breakpoint, readOnly, map, onDone }: Omit<Props, "resolution"> & { readonly map: WordMap }) => {
  const [text, setText] = useState(map.text);
  const read = readWordMap(text);
  const { count } = breakpoint.columns;
  const fault = !read.ok
    ? read.message
    : read.columns !== count && read.columns > 0
      ? `a row has ${read.columns} cells; ${breakpoint.name} has ${count} columns`
      : null;
  return (
    <>
      <Modal.Body className="word-map">
        <div>
          <label className="form-label" htmlFor="word-map-text">
            A word a cell, a dot for none; as the value of grid-template-areas
          </label>
          <textarea
            id="word-map-text"
            className="form-control num"
            rows={14}
            spellCheck={false}
            value={text}
            readOnly={readOnly}
            aria-invalid={fault !== null}
            aria-describedby="word-map-fault"
            onChange={(event) => setText(event.target.value)}
          />
          <p id="word-map-fault" className={fault === null ? "quiet" : "fault"} role={fault === null ? undefined : "alert"}>
            {fault === null
              ? "Every row has as many cells, every word is a rectangle."
              : `${fault.charAt(0).toUpperCase()}${fault.slice(1)}.`}
          </p>
        </div>
        <div>
          <h3 className="fs-6">What the map leaves out</h3>
          {map.unsaid.length === 0 ? (
            <p className="quiet">Nothing: the map shows everything.</p>
          ) : (
            <ul className="quiet ps-3">
              {map.unsaid.map(({ id, name, why }) => (
                <li key={`${id} ${why}`}>
                  {name} {whyWords[why]}.
                </li>
              ))}
            </ul>
          )}
          <p className="quiet">All of that stays as it is. A new word adds an area; an area whose word is removed is hidden here.</p>
        </div>
      </Modal.Body>
      <Modal.Footer>
        <CopyButton text={text} label="word map" />
        <span className="flex-grow-1" />
        <Button variant="quiet" onClick={() => onDone(null)}>
          Cancel
        </Button>
        <Button
          disabled={readOnly || fault !== null || text === map.text}
          onClick={() => read.ok && onDone(withWordMap(layout, breakpoint.id, read.cells, map))}
        >
          Apply
        </Button>
      </Modal.Footer>
    </>
  );
};
