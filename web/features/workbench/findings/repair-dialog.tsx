"use client";

import {
  type Breakpoint,
  check,
  findingWords,
  type HeldCell,
  joined,
  type Layout,
  name,
  numberCells,
  parseExact,
  type RepairCell,
  repairCells,
  show,
  words,
} from "@ypsiline/core";
import { ArrowRight, Lock, LockOpen } from "lucide-react";
import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import { Said } from "@/ui/num";
import { placeOf } from "./finding-place";
import { useRepair } from "./use-repair";

type Props = { readonly layout: Layout; readonly onDone: (layout: Layout | null) => void };

const columns = repairCells.map((cell) => ({ cell, label: numberCells[cell].label, text: textOf(cell) }));

/** The content of a ledger cell; a repair does not change drawn heights and fluid containers. */
function textOf(cell: RepairCell): (breakpoint: Breakpoint) => string | null {
  if (cell === "drawn-at") return ({ drawnAt }) => String(drawnAt.width);
  if (cell === "container") return (one) => (one.columns.container.kind === "fluid" ? null : numberCells.container.text(one));
  if (cell === "rows") return (one) => (one.rows?.kind === "dividing" ? null : numberCells.rows.text(one));
  return numberCells[cell].text;
}

/** Findings about areas, listed one by one. */
const mostToldOfAreas = 4;

const labelOf = (cell: RepairCell): string => numberCells[cell].label.toLowerCase();

/** The repair of the whole spec as a ledger: what every number is and would be. What must not change is held, cell by cell. */
export const RepairDialog = ({ layout, onDone }: Props) => {
  const [held, setHeld] = useState<readonly HeldCell[]>([]);
  const state = useRepair(layout, held);
  const answer = state.kind === "done" ? state.answer : null;
  const isHeld = (breakpoint: string, cell: RepairCell): boolean => held.some((one) => one.breakpoint === breakpoint && one.cell === cell);
  const toggle = (breakpoint: string, cell: RepairCell): void =>
    setHeld(
      isHeld(breakpoint, cell) ? held.filter((one) => one.breakpoint !== breakpoint || one.cell !== cell) : [...held, { breakpoint, cell }],
    );
  const after = (id: string): Breakpoint | undefined => (answer?.ok ? answer.layout.breakpoints.find((one) => one.id === id) : undefined);
  const nameOf = (id: string): string => layout.breakpoints.find((one) => one.id === id)?.name ?? id;
  const changes = layout.breakpoints.flatMap((before) => {
    const next = after(before.id);
    return next ? columns.filter(({ text }) => text(before) !== text(next)) : [];
  }).length;
  // A repair does not change areas; findings about them are listed with it.
  const ofAreas = useMemo(
    () => (answer?.ok ? check(answer.layout).findings.filter((one) => placeOf(one) === "area" && one.accepted === null) : []),
    [answer],
  );
  const cost = answer?.ok ? parseExact(answer.cost) : null;
  return (
    <Modal show size="xl" onHide={() => onDone(null)} aria-labelledby="repair-title">
      <Modal.Header closeButton>
        <h2 id="repair-title">Repair the whole spec</h2>
      </Modal.Header>
      <Modal.Body>
        <p className="mb-2">
          The smallest change that leaves no problem, and no column, span or length off the whole pixel or the base unit, at any breakpoint.
          Keep a number to have the others change instead.
        </p>
        <div className="table-scroll">
          <table className="numbers num repair-ledger" aria-label="Ledger before and after the repair" aria-busy={state.kind === "working"}>
            <thead>
              <tr>
                <th scope="col">Breakpoint</th>
                {columns.map(({ cell, label }) => (
                  <th key={cell} scope="col">
                    {label}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {layout.breakpoints.map((before) => (
                <tr key={before.id}>
                  <th scope="row">{before.name}</th>
                  {columns.map(({ cell, label, text }) => {
                    const was = text(before);
                    const next = after(before.id);
                    const is = next ? text(next) : was;
                    if (was === null)
                      return (
                        <td key={cell} className="quiet">
                          –
                        </td>
                      );
                    const on = isHeld(before.id, cell);
                    const blocked =
                      answer?.ok === false && answer.inTheWay.some((one) => one.breakpoint === before.id && one.cell === cell);
                    return (
                      <td key={cell} className={blocked ? "blocked" : is === was ? "" : "changed"}>
                        <button
                          type="button"
                          className="hold"
                          aria-pressed={on}
                          aria-label={`Keep ${before.name}, ${label.toLowerCase()}`}
                          title={on ? "Kept: press to let it change" : "Press to keep it"}
                          onClick={() => toggle(before.id, cell)}
                        >
                          {on ? <Lock size={12} aria-hidden="true" /> : <LockOpen size={12} aria-hidden="true" />}
                        </button>
                        {is === was ? (
                          was
                        ) : (
                          <>
                            <s>{was}</s> <ArrowRight size={11} aria-label="to" /> <strong>{is}</strong>
                          </>
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div className="repair-said" role="status">
          {state.kind === "working" && <span className="quiet">Working it out…</span>}
          {state.kind === "failed" && <span className="fault">{state.detail}</span>}
          {answer?.ok && (
            <>
              <strong>
                {changes} {changes === 1 ? "number changes" : "numbers change"}
              </strong>
              {cost && `, by ${show(cost)} px in all`}.{" "}
              {answer.left === 0
                ? "Nothing is left for a repair to fix."
                : `${answer.left === 1 ? "One finding is" : `${answer.left} findings are`} left that a repair cannot fix.`}
              {ofAreas.length > 0 && (
                <>
                  {" "}
                  Areas stay where they are, and {ofAreas.length === 1 ? "one finding about them" : `${ofAreas.length} findings about them`}
                  :{" "}
                  <Said
                    of={joined(
                      ofAreas
                        .slice(0, mostToldOfAreas)
                        .map((one) => words`${findingWords(one, nameOf(one.breakpoint)).title} (${name(nameOf(one.breakpoint))})`),
                      ", ",
                    )}
                  />
                  {ofAreas.length > mostToldOfAreas && ` and ${ofAreas.length - mostToldOfAreas} more`}.
                </>
              )}
              {!answer.least && " Not every change was tried, because many things are wrong at once. There may be a smaller one."}
            </>
          )}
          {answer?.ok === false && answer.inTheWay.length > 0 && (
            <>
              <strong className="fault">No repair keeps all of these numbers.</strong> Release one of these at each breakpoint; if that is
              not enough, release all of them:{" "}
              {answer.inTheWay.map(({ breakpoint, cell }) => (
                <button
                  key={`${breakpoint} ${cell}`}
                  type="button"
                  className="btn btn-sm btn-quiet me-1"
                  onClick={() => toggle(breakpoint, cell)}
                >
                  <LockOpen size={12} aria-hidden="true" /> Release {nameOf(breakpoint)}, {labelOf(cell)}
                </button>
              ))}
            </>
          )}
          {answer?.ok === false && answer.gaveUp && (
            <span className="fault">
              The search for a repair took too long, because many things are wrong at once. Fix the order of the breakpoints or the minimum
              column first, or keep the numbers that are already right.
            </span>
          )}
          {answer?.ok === false && !answer.gaveUp && answer.inTheWay.length === 0 && (
            <span className="fault">
              No numbers near today’s will do at {answer.breakpoints.map(nameOf).join(", ")}, whatever you keep. Look at the minimum column
              and at margins in % there first.
            </span>
          )}
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={() => onDone(null)}>
          Cancel
        </Button>
        <Button disabled={!answer?.ok || changes === 0} onClick={() => answer?.ok && onDone(answer.layout)}>
          Apply the repair
        </Button>
      </Modal.Footer>
    </Modal>
  );
};
