"use client";

import { breakpointAt, type Device, fromJsonNumber, onDevices, parseLength, sweep, termsAt, zero } from "@ypsiline/core";
import dynamic from "next/dynamic";
import { useDeferredValue, useMemo, useState } from "react";
import { useDraftOfPage } from "@/draft/draft-provider";
import { useLooking } from "@/draft/looking";
import { useQueryShown } from "@/ui/address";
import { MeasuredInBrowser } from "@/ui/measured-in-browser";
import { Num } from "@/ui/num";
import { WidthField } from "@/ui/width-field";
import { SplitMain, SplitSide } from "@/ui/split";
import { DeviceStrip } from "./device-strip";
import { HandOvers } from "./hand-overs";
import { WidthAnswers } from "./width-answers";

// The chart comes after the page; its room is kept meanwhile.
const WidthsChart = dynamic(() => import("./widths-chart").then((module) => module.WidthsChart), {
  ssr: false,
  loading: () => <div className="widths-chart card-plain widths-chart-room" />,
});
const DevicesDialog = dynamic(() => import("./devices-dialog").then((module) => module.DevicesDialog));

type Props = { readonly width: number | null; readonly team: { readonly revision: number; readonly devices: readonly Device[] } };

/** What happens between the drawn sizes: every width from 240 to 2560 at once. */
export const WidthsPage = ({ width: first, team }: Props) => {
  const { address, layout, mayManageTeam } = useDraftOfPage();
  const [probe, setProbe] = useState(first ?? layout.breakpoints.at(-1)?.drawnAt.width ?? 1280);
  const [saved, setSaved] = useState(team);
  const [editing, setEditing] = useState(false);
  const asked = useDeferredValue(layout);
  const swept = useMemo(() => sweep(asked), [asked]);
  const onEach = useMemo(() => onDevices(asked, saved.devices), [asked, saved.devices]);
  const at = fromJsonNumber(probe);
  const breakpoint = breakpointAt(layout, at);
  const terms = termsAt(layout, breakpoint, at);
  const base = parseLength(layout.base)?.value ?? zero;

  useQueryShown({ width: String(probe) });
  useLooking({ at: breakpoint.id, width: String(probe) });

  return (
    <div className="draft-page">
      <h1 className="visually-hidden">Widths</h1>
      <div className="split layout-areas">
        <SplitMain className="widths-main">
          <div className="widths-probe">
            <span>Probe</span>
            <WidthField label="Probe" width={probe} base={base} onWidth={setProbe} />
            <strong>{breakpoint.name}</strong>
            <span>
              container <Num value={terms.container.width} />
            </span>
            <span>
              {terms.count} × column <Num value={terms.column} />
            </span>
            <span>
              gutter <Num value={terms.gutter} />
            </span>
            <span>
              margin <Num value={terms.margin.start} />
            </span>
          </div>
          <WidthsChart sweep={swept} probe={probe} onProbe={setProbe} />
          <section aria-label="What is handed over">
            <h2>At each breakpoint</h2>
            <HandOvers sweep={swept} layout={asked} />
          </section>
          <DeviceStrip devices={onEach} mayEdit={mayManageTeam} onProbe={setProbe} onEdit={() => setEditing(true)} />
        </SplitMain>
        <SplitSide className="widths-side">
          <WidthAnswers sweep={swept} layout={asked} probe={at} onProbe={setProbe} />
          <MeasuredInBrowser layout={layout} width={at} />
        </SplitSide>
      </div>
      {editing && (
        <DevicesDialog
          team={address.team}
          saved={saved}
          onSaved={(next) => {
            setSaved(next);
            setEditing(false);
          }}
          onClose={() => setEditing(false)}
        />
      )}
    </div>
  );
};
