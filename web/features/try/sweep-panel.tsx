"use client";

import type { Layout } from "@ypsiline/core";
import { useEffect, useRef, useState } from "react";
import { offWords } from "./measured-words";
import { sweepAreas, type Swept, sweptWidths } from "./measure-areas";

type Props = {
  readonly html: string;
  readonly layout: Layout;
  /** From-widths at which areas are seen in another order than below. */
  readonly order: readonly number[];
  readonly onWidth: (width: number) => void;
  /** Whether the page is somebody's own, which may have fewer areas. */
  readonly own: boolean;
};

const listed = new Intl.ListFormat("en", { type: "conjunction" });
const { least, most } = sweptWidths;

/** Measures the page at every width, on request; what was found holds until the page changes. */
export const SweepPanel = ({ html, layout, order, onWidth, own }: Props) => {
  const [done, setDone] = useState<{ readonly of: string; readonly swept: Swept } | null>(null);
  const [at, setAt] = useState<number | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), [html]);
  const start = (): void => {
    running.current?.abort();
    const stop = new AbortController();
    running.current = stop;
    setAt(least);
    void sweepAreas(html, layout, stop.signal, setAt, own).then((swept) => {
      if (running.current !== stop) return;
      running.current = null;
      setAt(null);
      if (swept) setDone({ of: html, swept });
    });
  };
  const swept = done?.of === html ? done.swept : null;
  return (
    <section aria-label="Over all widths">
      <h2>Over all widths</h2>
      {at !== null ? (
        <div className="try-progress">
          <progress max={most - least} value={at - least} aria-label="Sweep" />
          <button type="button" className="btn btn-sm btn-quiet" onClick={() => running.current?.abort()}>
            Cancel
          </button>
        </div>
      ) : (
        <button type="button" className="btn btn-sm btn-quiet" onClick={start}>
          Sweep{" "}
          <span className="num">
            {least}–{most}
          </span>
        </button>
      )}
      {swept && at === null && (
        <p role="status" className={swept.off || swept.sideways || swept.tooMuch ? "fault" : undefined}>
          Swept{" "}
          <span className="num">
            {least}–{most}
          </span>
          , every width: <span className="num">{swept.edges.toLocaleString("en")}</span> edges, the largest difference{" "}
          <span className="num">{swept.largest.toFixed(4).replace(/\.?0+$/, "") || "0"}</span> px.{" "}
          {swept.off ? (
            <>
              First off at <At width={swept.off.width} onWidth={onWidth} />: {offWords(swept.off)}.{" "}
            </>
          ) : (
            "No area is off by more than the browser’s own rounding. "
          )}
          {swept.sideways ? (
            <>
              Scrolls sideways from <At width={swept.sideways.width} onWidth={onWidth} />, by{" "}
              <span className="num">{swept.sideways.by}</span>.
            </>
          ) : (
            "Nothing scrolls sideways."
          )}{" "}
          {swept.tooMuch && (
            <>
              Content first does not fit at <At width={swept.tooMuch.width} onWidth={onWidth} />: {swept.tooMuch.area}.
            </>
          )}
        </p>
      )}
      <p className="quiet">
        {order.length === 0
          ? "Areas are seen in the same order at every breakpoint."
          : `The order of areas changes at ${listed.format(order.map(String))}.`}
      </p>
    </section>
  );
};

/** A width that is shown when pressed. */
const At = ({ width, onWidth }: { readonly width: number; readonly onWidth: (width: number) => void }) => (
  <button type="button" className="btn btn-link p-0 num" onClick={() => onWidth(width)}>
    {width}
  </button>
);
