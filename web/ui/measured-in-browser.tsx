"use client";

import { type Exact, type Layout, toJson } from "@ypsiline/core";
import { useEffect, useState } from "react";
import type { Measured } from "./measure";

/** How long nothing must change before the browser is asked, ms: an edit never waits for it. */
const quiet = 600;

type Result = { readonly of: string; readonly measured: Measured | null };

const px = (value: number): string => value.toFixed(4).replace(/\.?0+$/, "") || "0";
const parts = (value: number): string => `${(value * 64).toFixed(2).replace(/\.?0+$/, "")}/64`;

/** The sum against this very browser: the largest difference of any column edge, and the first beyond 1/64 px. */
export const MeasuredInBrowser = ({ layout, width }: { readonly layout: Layout; readonly width: Exact }) => {
  const [result, setResult] = useState<Result | null>(null);
  const of = `${toJson(width)} ${JSON.stringify(layout.breakpoints)} ${layout.rootFontSize}`;
  useEffect(() => {
    const stop = new AbortController();
    const later = (work: () => void): void => {
      if ("requestIdleCallback" in window) window.requestIdleCallback(work, { timeout: 2000 });
      else setTimeout(work, 50);
    };
    const timer = setTimeout(
      () =>
        later(() => {
          if (stop.signal.aborted) return;
          // Fetched when the page is at rest: writing the stylesheet weighs more than all else here.
          void import("./measure")
            .then(({ measureInBrowser }) => measureInBrowser(layout, width, stop.signal))
            .then((measured) => {
              if (!stop.signal.aborted) setResult({ of, measured });
            });
        }),
      quiet,
    );
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
    // `of` identifies what is measured; a new object with the same numbers is not measured again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [of]);
  const measured = result?.of === of ? result.measured : undefined;
  return (
    <section aria-label="Measured in this browser" className="measured" data-measured={measured ? "done" : "waiting"}>
      <h2>Measured in this browser</h2>
      {measured === undefined ? (
        <p className="quiet m-0">
          Laying this width out here, to hold every column edge against the sum. The largest difference comes next.
        </p>
      ) : measured === null ? (
        <p className="quiet m-0">This width could not be laid out here.</p>
      ) : (
        <>
          <p className="m-0">
            {measured.breakpoint} at <span className="num">{px(measured.width)}</span>: {measured.edges} column edges, the largest
            difference <span className="num">{px(measured.largest)} px</span> (<span className="num">{parts(measured.largest)}</span>).
          </p>
          {measured.first ? (
            <p className="m-0 fault">
              First beyond 1/64 px: {measured.first.name}, by <span className="num">{px(measured.first.by)}</span>. A stylesheet with exact
              edges stays within.
            </p>
          ) : (
            <p className="m-0 quiet">No edge is off by more than 1/64 px, the unit browsers lay out in.</p>
          )}
        </>
      )}
    </section>
  );
};
