"use client";

import {
  compare,
  densities,
  type Exact,
  exact,
  type Layout,
  nearestClean,
  show,
  type Sweep,
  toDecimal,
  type WidthRun,
} from "@ypsiline/core";
import { useState } from "react";
import { Num } from "@/ui/num";

type Props = { readonly sweep: Sweep; readonly layout: Layout; readonly probe: Exact; readonly onProbe: (width: number) => void };

/** Maximum number of runs listed for one breakpoint; the rest is counted. */
const mostTold = 4;

const runWords = ({ first, step, last, count }: WidthRun): string =>
  count === 1 ? `at ${first}` : step === 1 ? `at every width from ${first} to ${last}` : `every ${step} from ${first} to ${last}`;

const Runs = ({ runs, layout }: { readonly runs: readonly WidthRun[]; readonly layout: Layout }) => (
  <ul>
    {layout.breakpoints.map(({ id, name }) => {
      const own = runs.filter(({ breakpoint }) => breakpoint === id);
      const total = own.reduce((sum, { count }) => sum + count, 0);
      return (
        <li key={id}>
          <strong>{name}</strong>{" "}
          {own.length === 0 ? (
            <span className="quiet">at no width</span>
          ) : (
            <span>
              {own.slice(0, mostTold).map(runWords).join("; ")}
              {own.length > mostTold && `; ${own.length - mostTold} more`}
              <span className="quiet num"> · {total}</span>
            </span>
          )}
        </li>
      );
    })}
  </ul>
);

/**
 * Widths where columns are whole, where they fall below the minimum, where a fixed container fits, and which are clean
 * at a density.
 */
export const WidthAnswers = ({ sweep, layout, probe, onProbe }: Props) => {
  const [density, setDensity] = useState(0);
  const name = (id: string): string => layout.breakpoints.find((one) => one.id === id)?.name ?? id;
  const clean = sweep.clean[density];
  const near = nearestClean(clean?.runs ?? [], probe);
  const isClean = near.below !== null && compare(exact(near.below), probe) === 0;
  return (
    <>
      <section aria-label="Whole columns">
        <h2>Columns are whole</h2>
        <Runs runs={sweep.wholeColumns} layout={layout} />
      </section>
      <section aria-label="Clean widths">
        <h2>Every edge is whole</h2>
        <div className="density" role="radiogroup" aria-label="Device px to a CSS px">
          {densities.map((one, index) => (
            <label key={show(one)}>
              <input
                type="radio"
                className="form-check-input m-0"
                name="density"
                checked={index === density}
                onChange={() => setDensity(index)}
              />
              <span className="num">{toDecimal(one)}×</span>
            </label>
          ))}
        </div>
        <Runs runs={clean?.runs ?? []} layout={layout} />
        <p className="m-0">
          {isClean ? (
            <>
              <Num value={probe} /> is clean. Next:{" "}
            </>
          ) : (
            <>
              Nearest to <Num value={probe} />:{" "}
            </>
          )}
          {[isClean ? null : near.below, near.above].map((width) =>
            width === null ? null : (
              <button key={width} type="button" className="btn btn-sm btn-quiet me-1" onClick={() => onProbe(width)}>
                {width}
              </button>
            ),
          )}
          {!isClean && near.below === null && near.above === null && <span className="quiet">no width is clean at this density</span>}
        </p>
      </section>
      <section aria-label="Narrower than the minimum column">
        <h2>Columns narrower than the minimum</h2>
        {sweep.underLeast.length === 0 ? (
          <p className="quiet m-0">None: no column is narrower than {layout.leastColumn.replace(/px$/, "")}.</p>
        ) : (
          <ul>
            {sweep.underLeast.map(({ breakpoint, from, until, narrowest }) => (
              <li key={`${breakpoint} ${show(from)}`}>
                <strong>{name(breakpoint)}</strong> from <Num value={from} /> to <Num value={until} />, down to <Num value={narrowest} />
              </li>
            ))}
          </ul>
        )}
      </section>
      {sweep.fixed.length > 0 && (
        <section aria-label="Fixed containers">
          <h2>Fixed containers fit</h2>
          <ul>
            {sweep.fixed.map(({ breakpoint, container, from }) => {
              const begins = layout.breakpoints.find(({ id }) => id === breakpoint)?.from ?? 0;
              return (
                <li key={breakpoint}>
                  <strong>{name(breakpoint)}</strong>, <Num value={container} />:{" "}
                  {from ? (
                    <>
                      from <Num value={from} />
                      {Number(toDecimal(from)) > begins && <span className="fault"> but begins at {begins}</span>}
                    </>
                  ) : (
                    "at no width"
                  )}
                </li>
              );
            })}
          </ul>
        </section>
      )}
    </>
  );
};
