"use client";

import { type Box, type Breakpoint, type GapRun, type RowsFound, runNames, type UnitFound, type VerticalFound } from "@ypsiline/core";
import { Num } from "@/ui/num";

type DownProps = {
  readonly down: VerticalFound;
  readonly breakpoint: Breakpoint | null;
  readonly mayEdit: boolean;
  readonly onUnit: (unit: UnitFound) => void;
  readonly onRows: (rows: RowsFound) => void;
};

/** The base unit and the rows that boxes may have been drawn on. */
export const Down = ({ down: { unit, rows }, breakpoint, mayEdit, onUnit, onRows }: DownProps) => (
  <section aria-label="Down the page">
    <h2>Down the page</h2>
    {!unit && !rows && <p className="quiet">The tops and heights have no unit or rows in common.</p>}
    {unit && (
      <div className="fit-found">
        <span>
          Base unit <Num value={unit.unit} />: <span className="num">{unit.explained}</span> of <span className="num">{unit.of}</span> tops
          and heights
        </span>
        {mayEdit && (
          <button type="button" className="btn btn-sm btn-quiet" onClick={() => onUnit(unit)}>
            Use <Num value={unit.unit} />
          </button>
        )}
      </div>
    )}
    {rows && (
      <div className="fit-found">
        <span>
          Rows of <Num value={rows.height} /> with <Num value={rows.gutter} /> between, from <Num value={rows.offset} />:{" "}
          <span className="num">{rows.explained}</span> of <span className="num">{rows.of}</span> tops and bottoms
        </span>
        {mayEdit && breakpoint && (
          <button type="button" className="btn btn-sm btn-quiet" onClick={() => onRows(rows)}>
            Use rows
          </button>
        )}
      </div>
    )}
  </section>
);

type GapsProps = {
  readonly gaps: readonly GapRun[];
  readonly runs: { readonly all: number; readonly unequal: number };
  readonly boxes: readonly Box[];
};

/** Most gaps of one run that are written out. */
const mostGaps = 6;

/** White space between boxes of one size beside or below each other, where it differs. */
export const Gaps = ({ gaps, runs, boxes }: GapsProps) => {
  if (runs.all === 0) return null;
  const unequal = gaps.filter(({ equal }) => !equal);
  return (
    <section aria-label="Gaps between like boxes">
      <h2>Gaps between like boxes</h2>
      <p className={unequal.length > 0 ? "mb-2" : "quiet mb-0"}>
        {runs.unequal === 0 ? (
          <>Equal in {runs.all === 1 ? "the one group" : `all ${runs.all} groups`} of three or more beside or below each other.</>
        ) : (
          <>
            Not equal in <span className="num">{runs.unequal}</span> of <span className="num">{runs.all}</span>{" "}
            {runs.all === 1 ? "group" : "groups"} of three or more.
          </>
        )}
      </p>
      <ul className="plain-list">
        {unequal.map((run) => {
          const [first, last] = runNames(run, boxes);
          return (
            <li key={`${run.way} ${run.boxes[0] ?? ""}`}>
              <span className="text-break">
                {first} to {last}
              </span>
              , {run.way}:{" "}
              {run.gaps.slice(0, mostGaps).map((gap, index) => (
                <span key={index}>
                  {index > 0 && ", "}
                  <Num value={gap} />
                </span>
              ))}
              {run.gaps.length > mostGaps && " …"}
            </li>
          );
        })}
      </ul>
    </section>
  );
};
