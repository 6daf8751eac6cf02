"use client";

import Modal from "react-bootstrap/Modal";
import { layers } from "./facets/layers";

const shortcuts: readonly (readonly [string, string])[] = [
  ["Ctrl or ⌘ + K", "Go to anything, or do anything"],
  ["Ctrl or ⌘ + Z", "Undo"],
  ["Ctrl or ⌘ + Shift + Z", "Redo"],
  ["[ and ]", "Go to the breakpoint before and after"],
  [layers.map(({ key }) => key).join(", "), `Show or hide ${layers.map(({ name }) => name.toLowerCase()).join(", ")}`],
  ["C", "Comment on what is looked at"],
  ["D", "Duplicate the breakpoint looked at"],
  ["M", "Measure a distance on the sheet: arrow keys, Enter, Esc"],
  ["↑ and ↓ in a number", "Step by 1; with Shift by the base unit, with Alt by the half step"],
  ["Enter, Esc in a number", "Apply, cancel"],
  ["Arrow keys in the ledger", "Move; Enter, F2 or typing edits; Tab and Enter go to the next cell; Space selects the row"],
  ["← and → on probe and boundaries", "Move by 1; with Shift by 8, Page keys by 80"],
  ["L and F", "Show or hide the ledger, the findings"],
  ["Arrow keys on an area", "Move it by a column or row; with Shift, resize it; Esc deselects it"],
  ["?", "This list"],
];

/** Every shortcut of the workbench. */
export const ShortcutsDialog = ({ onClose }: { readonly onClose: () => void }) => (
  <Modal show onHide={onClose} aria-labelledby="shortcuts-title">
    <Modal.Header closeButton>
      <h2 id="shortcuts-title">Keys</h2>
    </Modal.Header>
    <Modal.Body>
      <dl className="shortcuts">
        {shortcuts.map(([keys, words]) => (
          <div key={keys}>
            <dt>{keys}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </Modal.Body>
  </Modal>
);
