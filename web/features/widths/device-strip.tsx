"use client";

import { type OnDevice, toNumber } from "@ypsiline/core";
import { Check, Pencil } from "lucide-react";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";
import { Num } from "@/ui/num";

type Props = {
  readonly devices: readonly OnDevice[];
  readonly mayEdit: boolean;
  readonly onProbe: (width: number) => void;
  readonly onEdit: () => void;
};

const tallest = 128;

/** Simulated devices side by side, all to one scale, each with the grid that its width gets. */
export const DeviceStrip = ({ devices, mayEdit, onProbe, onEdit }: Props) => {
  const scale = tallest / Math.max(1, ...devices.map(({ device }) => device.height));
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
        {devices.map(({ device, resolution, wholeEdges }, index) => {
          const { terms, breakpoint } = resolution;
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
                  {breakpoint.name}: {terms.count} × <Num value={terms.column} className={toNumber(terms.column) <= 0 ? "fault" : ""} />
                </span>
                <span className={wholeEdges ? "held-words" : "quiet"}>
                  {wholeEdges ? (
                    <>
                      <Check size={12} aria-hidden="true" /> edges whole
                    </>
                  ) : (
                    "edges between pixels"
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
