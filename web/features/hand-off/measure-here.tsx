"use client";

import type { Layout } from "@ypsiline/core";
import { useState } from "react";
import type { ReactNode } from "react";

/** Measures the stylesheet in the reader's own browser when asked to; what that takes is fetched only then. */
export const MeasureHere = ({ layout, widths }: { readonly layout: Layout; readonly widths: readonly number[] }) => {
  const [shown, setShown] = useState<ReactNode>(null);
  const [busy, setBusy] = useState(false);
  const measure = async () => {
    setBusy(true);
    const [{ MeasuredInBrowser }, { fromJsonNumber }] = await Promise.all([import("@/ui/measured-in-browser"), import("@ypsiline/core")]);
    setShown(widths.map((width) => <MeasuredInBrowser key={width} layout={layout} width={fromJsonNumber(width)} />));
    setBusy(false);
  };
  return (
    <div className="take-section measure-here">
      {shown ?? (
        <button type="button" className="btn btn-sm btn-quiet" disabled={busy} onClick={() => void measure()}>
          Measure the stylesheet in this browser
        </button>
      )}
    </div>
  );
};
