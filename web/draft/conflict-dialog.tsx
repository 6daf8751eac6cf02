"use client";

import { type Change, changeWords, type Conflict, type Layout, valueWords } from "@ypsiline/core";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { Said } from "@/ui/num";
import type { Choice } from "./questions";

type Props = { readonly conflicts: readonly Conflict[]; readonly layout: Layout; readonly onSettle: (choices: readonly Choice[]) => void };

/** Two people changed the same numbers: shows both values and asks which one to keep. Nothing is lost until it is answered. */
export const ConflictDialog = ({ conflicts, layout, onSettle }: Props) => {
  const [choices, setChoices] = useState<readonly Choice[]>(conflicts.map(() => "mine"));
  const choose = (index: number, choice: Choice) => setChoices(choices.map((one, at) => (at === index ? choice : one)));
  return (
    <Modal show backdrop="static" keyboard={false} aria-labelledby="conflict-title">
      <Modal.Header>
        <h2 id="conflict-title">The same number was changed twice</h2>
      </Modal.Header>
      <Modal.Body>
        <p>Somebody saved another value while yours was on its way. Choose the one that stands.</p>
        {conflicts.map(({ change, theirs }, index) => {
          const { where, what } = changeWords(change, layout, layout);
          return (
            <fieldset key={change.path.join("/")} className="mb-3">
              <legend className="fs-6 fw-semibold">
                {where}: <Said of={what} />
              </legend>
              {(
                [
                  ["mine", "Yours", change.to],
                  ["theirs", "Theirs", theirs],
                ] as const
              ).map(([choice, label, value]) => (
                <label key={choice} className="d-flex align-items-center gap-2">
                  <input
                    type="radio"
                    className="form-check-input m-0"
                    name={`conflict-${index}`}
                    checked={choices[index] === choice}
                    onChange={() => choose(index, choice)}
                  />
                  {label}: <Said className="num num-wrap" of={valueWords(value)} />
                </label>
              ))}
            </fieldset>
          );
        })}
      </Modal.Body>
      <Modal.Footer>
        <Button onClick={() => onSettle(choices)}>Let these stand</Button>
      </Modal.Footer>
    </Modal>
  );
};

/** Changes that were set aside, for one reason. */
const AsideOf = ({
  reason,
  changes,
  layout,
}: {
  readonly reason: string;
  readonly changes: readonly Change[];
  readonly layout: Layout;
}) => (
  <>
    <p>{reason}</p>
    <ul>
      {changes.map((change) => {
        const { where, what } = changeWords(change, layout, layout);
        return (
          <li key={change.path.join("/")}>
            {where}: <Said of={what} /> <Said className="num num-wrap" of={valueWords(change.to)} />
          </li>
        );
      })}
    </ul>
  </>
);

const asideReasons = {
  merged: "Combined with what others saved, the layout would not be valid. Their values were kept. Yours:",
  following: "This spec has followed something else since, or nothing. What it follows now was kept. The change was:",
};

/** Changes that cannot be saved, shown once with their values, so that they can be typed elsewhere. */
export const AsideDialog = ({
  aside,
  layout,
  onRead,
}: {
  readonly aside: readonly Change[];
  readonly layout: Layout;
  readonly onRead: () => void;
}) => (
  <Modal show backdrop="static" onHide={onRead} aria-labelledby="aside-title">
    <Modal.Header>
      <h2 id="aside-title">{aside.length === 1 ? "One" : aside.length} of your changes could not be applied</h2>
    </Modal.Header>
    <Modal.Body>
      {[
        [asideReasons.merged, aside.filter(({ path }) => path[0] !== "follows")] as const,
        [asideReasons.following, aside.filter(({ path }) => path[0] === "follows")] as const,
      ].map(([reason, changes]) => changes.length > 0 && <AsideOf key={reason} reason={reason} changes={changes} layout={layout} />)}
    </Modal.Body>
    <Modal.Footer>
      <Button onClick={onRead}>Close</Button>
    </Modal.Footer>
  </Modal>
);
