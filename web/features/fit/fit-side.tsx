"use client";

import {
  type BoxList,
  boxSides,
  type BoxSource,
  type Breakpoint,
  compare,
  type Fit,
  type GridFound,
  gridWords,
  isWhole,
  type OtherNumber,
  type RowsFound,
  toNumber,
  triedAround,
  type UnitFound,
} from "@ypsiline/core";
import { useState } from "react";
import { Num } from "@/ui/num";
import type { FitAnswer } from "@/workers/fit.worker";
import { Down, Gaps } from "./fit-down";
import { NewFromGrid } from "./new-from-grid";

type Props = {
  readonly ask: "spec" | "grid";
  readonly answer: Extract<FitAnswer, { ok: true }> | null;
  readonly breakpoint: Breakpoint | null;
  readonly mayEdit: boolean;
  /** Edges off on purpose, by "12 left". */
  readonly purposes: Readonly<Record<string, string>>;
  readonly design: Design | null;
  readonly team: string;
  readonly onUse: (grid: GridFound) => void;
  /** Gives the breakpoint another number. */
  readonly onTake: (other: OtherNumber) => void;
  /** Gives the spec the base unit, or the breakpoint the rows, that were found. */
  readonly onUnit: (unit: UnitFound) => void;
  readonly onRows: (rows: RowsFound) => void;
};

/** The design that was measured. */
type Design = { readonly name: string; readonly source: BoxSource; readonly list: BoxList };

const termWords: Readonly<Record<OtherNumber["term"], string>> = {
  columns: "Columns",
  gutter: "Gutter",
  margin: "Margin",
  container: "Container",
};

/** How the boxes fit, what would fit more, and which grid they may have been drawn on. */
export const FitSide = ({ ask, answer, breakpoint, mayEdit, purposes, design, team, onUse, onTake, onUnit, onRows }: Props) => {
  if (!answer)
    return (
      <section aria-label="Getting the boxes">
        <h2>Does a design stand on the grid?</h2>
        <p className="quiet">
          Paste the positions and sizes of what was drawn, from the design file or the page. Each edge is compared with the columns, each
          top with the rows or the baseline, to 1/64 px.
        </p>
        <p className="quiet">The boxes alone are enough to find the grid they were drawn on.</p>
      </section>
    );
  const { fit, others, grids, down, gaps, runs } = answer;
  return (
    <>
      {ask === "spec" && (
        <Stand fit={fit} edges={design?.list.edges ?? false} others={others} purposes={purposes} onTake={mayEdit ? onTake : null} />
      )}
      <Grids fit={fit} grids={grids} breakpoint={breakpoint} mayEdit={mayEdit} design={design} team={team} onUse={onUse} />
      {ask === "grid" && <Down down={down} breakpoint={breakpoint} mayEdit={mayEdit} onUnit={onUnit} onRows={onRows} />}
      {ask === "spec" && design && <Gaps gaps={gaps} runs={runs} boxes={design.list.boxes} />}
    </>
  );
};

type StandProps = {
  readonly fit: Fit;
  readonly edges: boolean;
  readonly others: readonly OtherNumber[];
  readonly purposes: Props["purposes"];
  readonly onTake: ((other: OtherNumber) => void) | null;
};

const Stand = ({ fit, edges, others, purposes, onTake }: StandProps) => {
  const meant = meantOff(fit, purposes, edges);
  const { on, near, off } = fit.edges;
  const of = on + near + off;
  const across = fit.across.on + fit.across.near + fit.across.off;
  const whole = fit.boxes.filter(({ baseUnits }) => isWhole(baseUnits)).length;
  const better = others.filter((other) => other.on > fit.across.on);
  const nearest = others.filter((other) => other.on <= fit.across.on).sort((a, b) => b.on - a.on)[0];
  return (
    <>
      <section aria-label="How the boxes fit">
        <h2 aria-live="polite">
          <span className="num">{on}</span> of <span className="num">{of}</span> edges stand on the grid
        </h2>
        <div className="fit-meter" aria-hidden="true">
          {(
            [
              ["on", on],
              ["near", near],
              ["off", off],
            ] as const
          ).map(([is, count]) => (
            <i key={is} className={is} style={{ width: `${(100 * count) / of}%` }} />
          ))}
        </div>
        <p className="quiet">
          <span className="num">{on}</span> on · <span className="num">{near}</span> near · <span className="num">{off}</span> off
          {meant > 0 && (
            <>
              , <span className="num">{meant}</span> of these on purpose
            </>
          )}
          .{" "}
          {of > across && (
            <>
              On columns: <span className="num">{fit.across.on}</span> of <span className="num">{across}</span>. On{" "}
              {fit.breakpoint.rows ? "rows" : "the baseline"}: <span className="num">{on - fit.across.on}</span> of{" "}
              <span className="num">{of - across}</span>.{" "}
            </>
          )}
          {!edges && (
            <>
              Heights in base units: <span className="num">{whole}</span> of <span className="num">{fit.boxes.length}</span>.
            </>
          )}
        </p>
      </section>
      <section aria-label="Changes that fit more edges">
        <h2>Changes that fit more edges</h2>
        {better.map((other) => (
          <div key={other.term} className="finding caution">
            <h3>
              {termWords[other.term]} <Num value={other.from} /> → <Num value={other.to} />
            </h3>
            <p className="mb-0">
              <span className="num">{other.on}</span> of <span className="num">{across}</span> edges on columns: {other.gains} more stand on
              it
              {other.loses > 0 && `, ${other.loses} no longer ${other.loses === 1 ? "does" : "do"}`}.
            </p>
            {onTake && (
              <button type="button" className="btn btn-sm btn-quiet mt-2" onClick={() => onTake(other)}>
                Use {termWords[other.term].toLowerCase()} <Num value={other.to} />
              </button>
            )}
          </div>
        ))}
        {better.length === 0 && (
          <div className="finding held">
            <h3>No single change fits more edges</h3>
            <p className="mb-0">
              Tried every count, gutter and margin{others.some(({ term }) => term === "container") ? " and container" : ""} within{" "}
              {triedAround} of today’s.
              {nearest && (
                <>
                  {" "}
                  The nearest is {termWords[nearest.term].toLowerCase()} <Num value={nearest.to} />, with{" "}
                  <span className="num">{nearest.on}</span>.
                </>
              )}
            </p>
          </div>
        )}
      </section>
    </>
  );
};

/** Edges that are not on the grid, and on purpose. */
const meantOff = ({ boxes }: Fit, purposes: Props["purposes"], edges: boolean): number =>
  Object.keys(purposes).filter((key) => {
    const [box = "", side] = key.split(" ");
    const one = boxes[Number(box)];
    // An edge of a picture has one side, whichever is nearer, and is kept as its left one.
    const sides = edges ? boxSides : boxSides.filter((each) => each === side);
    return sides.some((each) => (one?.[each]?.is ?? "on") !== "on");
  }).length;

type GridsProps = {
  readonly fit: Fit;
  readonly design: Design | null;
  readonly team: string;
  readonly grids: readonly GridFound[];
  readonly breakpoint: Breakpoint | null;
  readonly mayEdit: boolean;
  readonly onUse: (grid: GridFound) => void;
};

const Grids = ({ fit, grids, breakpoint, mayEdit, design, team, onUse }: GridsProps) => {
  const [making, setMaking] = useState(false);
  const [first, second] = grids;
  const equals = first ? grids.filter(({ explained }) => explained === first.explained).length : 0;
  return (
    <section aria-label="Which grid is it?">
      <h2>Which grid is it?</h2>
      {grids.length === 0 ? (
        <p className="quiet">
          {design?.list.edges
            ? "No grid explains more of these edges than chance would."
            : "Nothing repeats in these boxes: no grid explains them."}
        </p>
      ) : (
        <>
          <table className="numbers fit-grids">
            <thead>
              <tr>
                <th scope="col">Columns</th>
                <th scope="col">Gutter</th>
                <th scope="col">Margin</th>
                <th scope="col">Column</th>
                <th scope="col">of {grids[0]?.of}</th>
                {mayEdit && (
                  <th scope="col">
                    <span className="visually-hidden">Use it</span>
                  </th>
                )}
              </tr>
            </thead>
            <tbody className="num">
              {grids.map((grid) => (
                <tr key={gridWords(grid)}>
                  <td>{grid.columns}</td>
                  <td>
                    <Num value={grid.gutter} />
                  </td>
                  <td>
                    <Num value={grid.margin} />
                    {compare(grid.margin, grid.marginEnd) !== 0 && (
                      <>
                        {" / "}
                        <Num value={grid.marginEnd} />
                      </>
                    )}
                  </td>
                  <td>
                    <Num value={grid.column} />
                  </td>
                  <td>
                    <strong>{grid.explained}</strong>
                  </td>
                  {mayEdit && (
                    <td>
                      {isThis(fit, grid) ? (
                        <span className="quiet">this</span>
                      ) : (
                        <button
                          type="button"
                          className="btn btn-sm btn-quiet"
                          title={breakpoint ? `Give ${breakpoint.name} these columns` : undefined}
                          onClick={() => onUse(grid)}
                        >
                          Use
                        </button>
                      )}
                    </td>
                  )}
                </tr>
              ))}
            </tbody>
          </table>
          {mayEdit &&
            design &&
            (making ? (
              <NewFromGrid team={team} grids={grids} design={design} onCancel={() => setMaking(false)} />
            ) : (
              <button type="button" className="btn btn-sm btn-quiet mb-2" onClick={() => setMaking(true)}>
                New spec of one of these…
              </button>
            ))}
          {second && equals > 1 && (
            <p>
              <span className="num">{equals}</span> of them explain the same <span className="num">{first?.explained}</span> edges: they
              alone cannot tell which it was.
            </p>
          )}
          <p className="quiet">
            The simplest grid that explains the {design?.list.edges ? "edges" : "boxes"} comes first; more columns only where they explain
            more edges than chance would. {mayEdit && breakpoint && <>“Use” gives them to {breakpoint.name}.</>}
          </p>
        </>
      )}
    </section>
  );
};

/** Whether a found grid is the one the boxes were compared with. */
const isThis = ({ breakpoint: { columns } }: Fit, { columns: count, gutter, margin, marginEnd }: GridFound): boolean =>
  columns.count === count &&
  columns.container.kind === "fluid" &&
  columns.edgeGutters === "none" &&
  columns.gutter === `${toNumber(gutter)}px` &&
  columns.margin.start === `${toNumber(margin)}px` &&
  columns.margin.end === `${toNumber(marginEnd)}px`;
