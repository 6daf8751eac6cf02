"use client";

import {
  type CellId,
  cellList,
  changeSeveral,
  fromJsonNumber,
  type Layout,
  parseLayout,
  type SeveralWay,
  severalWays,
  termsAt,
} from "@ypsiline/core";
import { useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { Num } from "@/ui/num";
import { TableScroll } from "@/ui/table-scroll";

type Props = {
  readonly layout: Layout;
  /** Initial breakpoints; all of them if empty. */
  readonly picked: ReadonlySet<string>;
  readonly onDone: (layout: Layout | null) => void;
};

/** Numbers that can be changed alike: each is one length or count, of which most breakpoints have one. */
const offered = cellList.filter(({ stepped, id }) => stepped && id !== "from");

const wayWords: Readonly<Record<SeveralWay, string>> = {
  set: "Set to",
  add: "Add",
  multiply: "Multiply by",
  round: "Round to the base unit",
};
const examples: Readonly<Record<SeveralWay, string>> = { set: "24", add: "8", multiply: "1.5", round: "" };

/** Changes one number of several breakpoints in the same way, with a preview. Applying is one edit. */
export const SeveralDialog = ({ layout, picked, onDone }: Props) => {
  const id = useId();
  const has = (cell: CellId): boolean =>
    layout.breakpoints.some((breakpoint) => cellList.find((one) => one.id === cell)?.text(breakpoint) !== null);
  const cells = offered.filter((one) => has(one.id));
  const [cell, setCell] = useState<CellId>("gutter");
  const [way, setWay] = useState<SeveralWay>("add");
  const [by, setBy] = useState("8");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(picked.size > 0 ? picked : new Set(layout.breakpoints.map((one) => one.id)));
  const changes = changeSeveral(layout, chosen, cell, way, by);
  const of = (breakpoint: string) => changes.find((one) => one.id === breakpoint);
  const next = parseLayout({ ...layout, breakpoints: layout.breakpoints.map((one) => of(one.id)?.changed?.breakpoint ?? one) }, layout);
  const moves = changes.filter(({ from, changed }) => changed && changed.to !== from).length;
  const fault = changes.find((one) => one.fault !== null)?.fault ?? (next.ok ? null : (next.issues[0]?.message ?? null));
  const column = (of_: Layout, at: string) => {
    const breakpoint = of_.breakpoints.find((one) => one.id === at);
    return breakpoint ? <Num value={termsAt(of_, breakpoint, fromJsonNumber(breakpoint.drawnAt.width)).column} /> : null;
  };
  return (
    <Modal show onHide={() => onDone(null)} size="lg" aria-labelledby={`${id}-title`}>
      <Modal.Header closeButton>
        <h2 id={`${id}-title`}>Change several breakpoints</h2>
      </Modal.Header>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (next.ok && fault === null && moves > 0) onDone(next.value);
        }}
      >
        <Modal.Body>
          <div className="several-what">
            <select
              name="cell"
              aria-label="Number"
              className="form-select w-auto"
              value={cell}
              onChange={(event) => setCell(offered.find((one) => one.id === event.target.value)?.id ?? "gutter")}
            >
              {cells.map(({ id: one, label }) => (
                <option key={one} value={one}>
                  {label}
                </option>
              ))}
            </select>
            <select
              name="way"
              aria-label="Change"
              className="form-select w-auto"
              value={way}
              onChange={(event) => {
                const chosenWay = severalWays.find((one) => one === event.target.value) ?? "set";
                setWay(chosenWay);
                setBy(examples[chosenWay]);
              }}
            >
              {severalWays.map((one) => (
                <option key={one} value={one}>
                  {wayWords[one]}
                </option>
              ))}
            </select>
            {way !== "round" && (
              <input
                name="by"
                aria-label="By"
                className="form-control num several-by"
                autoFocus
                value={by}
                aria-invalid={fault !== null}
                aria-describedby={`${id}-fault`}
                onChange={(event) => setBy(event.target.value)}
              />
            )}
          </div>
          <TableScroll label="What becomes of each breakpoint">
            <table className="numbers several-table">
              <thead>
                <tr>
                  <th scope="col">Breakpoint</th>
                  <th scope="col">Before</th>
                  <th scope="col">After</th>
                  <th scope="col">Column before</th>
                  <th scope="col">Column after</th>
                </tr>
              </thead>
              <tbody>
                {layout.breakpoints.map((breakpoint) => {
                  const one = of(breakpoint.id);
                  return (
                    <tr key={breakpoint.id}>
                      <td>
                        <label className="d-flex align-items-center gap-2">
                          <input
                            name="breakpoint"
                            type="checkbox"
                            className="form-check-input m-0"
                            checked={chosen.has(breakpoint.id)}
                            onChange={(event) =>
                              setChosen(
                                new Set(
                                  event.target.checked ? [...chosen, breakpoint.id] : [...chosen].filter((each) => each !== breakpoint.id),
                                ),
                              )
                            }
                          />
                          {breakpoint.name}
                        </label>
                      </td>
                      <td className="num">{one?.from ?? "–"}</td>
                      <td className="num">
                        {one ? one.changed ? <strong>{one.changed.to}</strong> : <span className="fault">{one.fault}</span> : "–"}
                      </td>
                      <td className="num">{column(layout, breakpoint.id)}</td>
                      <td className="num">{next.ok ? column(next.value, breakpoint.id) : "–"}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </TableScroll>
          <p id={`${id}-fault`} role="status" className={fault === null ? "quiet mb-0" : "fault mb-0"}>
            {fault ??
              (moves === 0
                ? "Nothing would change."
                : `${moves} ${moves === 1 ? "number changes" : "numbers change"}. Undo takes all of it back.`)}
          </p>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="quiet" onClick={() => onDone(null)}>
            Cancel
          </Button>
          <Button type="submit" disabled={fault !== null || moves === 0}>
            Apply
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
};
