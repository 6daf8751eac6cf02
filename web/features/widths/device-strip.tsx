"use client";

import {
  add,
  breakpointAt,
  type Device,
  type Exact,
  fromJsonNumber,
  isWhole,
  type Layout,
  multiply,
  resolve,
  type Resolution,
  toNumber,
} from "@ypsiline/core";
import { Check, Pencil } from "lucide-react";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";
import { Num } from "@/ui/num";

type Props = {
  readonly layout: Layout;
  readonly devices: readonly Device[];
  readonly mayEdit: boolean;
  readonly onProbe: (width: number) => void;
  readonly onEdit: () => void;
};

const tallest = 128;

/** Whether every column edge falls on a whole device px. */
const allClean = ({ columns }: Resolution, density: Exact): boolean =>
  columns.every(({ start, width }) => [start, add(start, width)].every((edge) => isWhole(multiply(edge, density))));

/** Simulated devices side by side, all to one scale, each with the grid that its width gets. */
export const DeviceStrip = ({ layout, devices, mayEdit, onProbe, onEdit }: Props) => {
  const scale = tallest / Math.max(1, ...devices.map(({ height }) => height));
  return (
    <section className="devices" aria-label="Simulated devices">
      <h2>
        Simulated devices
        {mayEdit && (
          <button type="button" className="btn btn-sm btn-quiet ms-3" onClick={onEdit}>
            <Pencil size={12} aria-hidden="true" /> Edit the list…
          </button>
        )}
      </h2>
      <ul>
        {devices.map((device, index) => {
          const width = fromJsonNumber(device.width);
          const resolved = resolve(layout, { width, height: fromJsonNumber(device.height) });
          if (!resolved.ok) return null;
          const { terms } = resolved.value;
          const clean = allClean(resolved.value, fromJsonNumber(device.density));
          const hatch = `device-${index}`;
          const drawn = { width: device.width * scale, height: device.height * scale };
          return (
            <li key={`${device.name} ${index}`}>
              <button type="button" onClick={() => onProbe(device.width)} title={`Look at ${device.width}`}>
                <svg width={drawn.width + 2} height={tallest + 2} aria-hidden="true">
                  <defs>
                    <MarginHatch id={hatch} size={4} />
                  </defs>
                  <GridStrip terms={terms} scale={scale} x={1} y={tallest - drawn.height + 1} height={drawn.height} hatch={hatch} />
                </svg>
                <strong>{device.name}</strong>
                <span className="num quiet">
                  {device.width} × {device.height} · {device.density}×
                </span>
                <span>
                  {breakpointAt(layout, width).name}: {terms.count} ×{" "}
                  <Num value={terms.column} className={toNumber(terms.column) <= 0 ? "fault" : ""} />
                </span>
                <span className={clean ? "held-words" : "quiet"}>
                  {clean ? (
                    <>
                      <Check size={12} aria-hidden="true" /> edges whole
                    </>
                  ) : (
                    "edges between px"
                  )}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
};
