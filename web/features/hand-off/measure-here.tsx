"use client";

import { useState } from "react";
import type { ReactNode } from "react";

/** Measures the stylesheet in the reader's own browser when asked to; what that takes, the layout too, is fetched only then. */
export const MeasureHere = ({ file }: { readonly file: string }) => {
  const [shown, setShown] = useState<ReactNode>(null);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState("");
  const measure = async () => {
    setBusy(true);
    setFault("");
    try {
      const [{ MeasuredInBrowser }, { fromJsonNumber, readStoredLayout }, answer] = await Promise.all([
        import("@/ui/measured-in-browser"),
        import("@ypsiline/core"),
        fetch(file),
      ]);
      if (!answer.ok) throw new Error(`the layout was answered with ${answer.status}`);
      const layout = readStoredLayout(await answer.json());
      setShown(
        layout.breakpoints.map(({ drawnAt: { width } }, index) => (
          <MeasuredInBrowser key={index} layout={layout} width={fromJsonNumber(width)} />
        )),
      );
    } catch {
      setFault("The layout could not be loaded. Try again.");
    }
    setBusy(false);
  };
  return (
    <div className="take-section measure-here">
      {shown ?? (
        <button type="button" className="btn btn-sm btn-quiet" disabled={busy} onClick={() => void measure()}>
          Measure the stylesheet in this browser
        </button>
      )}
      {fault !== "" && <p role="alert">{fault}</p>}
    </div>
  );
};
