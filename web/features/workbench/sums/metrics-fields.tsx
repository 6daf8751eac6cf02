"use client";

import type { FontMetrics } from "@ypsiline/core";
import { useState } from "react";

type Props = {
  readonly name: string;
  readonly metrics: FontMetrics | null;
  /** Whether the spec states them itself. */
  readonly typedIn: boolean;
  readonly readOnly: boolean;
  /** Takes metrics, or takes the spec's own away with null; says why they cannot be. */
  readonly onMetrics: (metrics: FontMetrics | null) => string | null;
};

const members: readonly { readonly id: keyof FontMetrics; readonly label: string; readonly least: number }[] = [
  { id: "unitsPerEm", label: "Units per em", least: 1 },
  { id: "ascent", label: "Ascent", least: 0 },
  { id: "descent", label: "Descent (below)", least: 0 },
  { id: "capHeight", label: "Cap height", least: 0 },
];

/** A font's metrics in font units: shown for a font that ships, typed in for any other. */
export const MetricsFields = ({ name, metrics, typedIn, readOnly, onMetrics }: Props) => {
  const [typed, setTyped] = useState<Readonly<Record<keyof FontMetrics, string>>>({
    unitsPerEm: String(metrics?.unitsPerEm ?? 1000),
    ascent: String(metrics?.ascent ?? ""),
    descent: String(metrics?.descent ?? ""),
    capHeight: String(metrics?.capHeight ?? ""),
  });
  const [fault, setFault] = useState("");
  const take = (): void => {
    const next = { unitsPerEm: 0, ascent: 0, descent: 0, capHeight: 0 };
    for (const { id, label, least } of members) {
      const value = Math.abs(Number(typed[id].trim() === "" ? NaN : typed[id]));
      if (!Number.isInteger(value) || value < least || value > 100_000)
        return setFault(`${label} of ${name} must be a whole number of font units from ${least} to 100,000`);
      next[id] = value;
    }
    setFault(onMetrics(next) ?? "");
  };
  return (
    <form
      className="metrics-fields"
      aria-label={`Metrics of ${name}`}
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <strong>{name}</strong>
      {members.map(({ id, label }) => (
        <label key={id}>
          {label}
          <input
            name={id}
            className="num"
            inputMode="numeric"
            value={typed[id]}
            disabled={readOnly}
            onChange={(event) => setTyped({ ...typed, [id]: event.target.value })}
          />
        </label>
      ))}
      {!readOnly && (
        <button type="submit" className="btn btn-sm btn-quiet">
          Use these metrics
        </button>
      )}
      {!readOnly && typedIn && (
        <button type="button" className="btn btn-sm btn-quiet" onClick={() => setFault(onMetrics(null) ?? "")}>
          Reset to unknown
        </button>
      )}
      <span className={fault ? "fault" : "quiet"} role={fault ? "alert" : undefined}>
        {fault ||
          (metrics ? (typedIn ? "typed in for this spec" : "of the font as it ships") : "not known yet: the font's own tables state them")}
      </span>
    </form>
  );
};
