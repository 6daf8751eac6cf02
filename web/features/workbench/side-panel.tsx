"use client";

import type { RuleId } from "@ypsiline/core";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { type ReactNode, useDeferredValue, useState } from "react";
import Nav from "react-bootstrap/Nav";
import Tab from "react-bootstrap/Tab";
import { MeasuredInBrowser } from "@/ui/measured-in-browser";
import { notify } from "@/ui/notify";
import { useStableHandlers } from "@/ui/use-stable-handlers";
import { AreasPanel } from "./areas/areas-panel";
import { FindingsPanel } from "./findings/findings-panel";
import { takeAllFixes } from "./findings/take-all-fixes";
import { SpansTable } from "./spans-table";
import type { Bench } from "./use-bench";

type Part = { readonly bench: Bench };

const Findings = ({ bench }: Part) => {
  const { draft, layout, breakpoint, result } = bench;
  const { mayEdit, store, undo } = draft;
  const handlers = useStableHandlers({
    onPreview: bench.showPreview,
    onTake: bench.take,
    onTakeAll: () =>
      void takeAllFixes(layout, breakpoint.id, () => store.state().layout).then((all) => {
        if (all.ok) bench.editOrSay(all.layout);
        notify(all.words, all.ok ? undo : null);
      }),
    onRepair: () => bench.open("repair"),
    onAccept: (rules: readonly RuleId[], at: string, reason: string) => {
      const others = layout.accepted.filter((one) => !(one.breakpoint === at && rules.some((rule) => rule === one.rule)));
      return bench.edit({ ...layout, accepted: [...others, ...rules.map((rule) => ({ rule, breakpoint: at, reason }))] });
    },
    onReopen: (rule: string, at: string) =>
      bench.editOrSay({ ...layout, accepted: layout.accepted.filter((one) => one.rule !== rule || one.breakpoint !== at) }),
    onFocus: bench.focus,
    onShow: bench.showFinding,
    onSelect: bench.select,
  });
  return <FindingsPanel layout={layout} at={breakpoint.id} result={result} readOnly={!mayEdit} path={bench.path} {...handlers} />;
};

const Spans = ({ bench: { resolution, base } }: Part) => {
  // The table of spans follows a moving probe when there is time for it.
  const later = useDeferredValue(resolution);
  return later && <SpansTable resolution={later} base={base} />;
};

/** One side of the panel: what its tab says, and what is under it. */
type Side = {
  readonly id: string;
  readonly name: string;
  /** The number on the tab; null if there is none. */
  readonly count: (bench: Bench) => number | null;
  readonly shown: (bench: Bench) => boolean;
  readonly Body: (props: Part) => ReactNode;
};

const sides: readonly Side[] = [
  {
    id: "findings",
    name: "Findings",
    count: ({ result }) => result.findings.filter(({ accepted }) => accepted === null).length,
    shown: () => true,
    Body: Findings,
  },
  { id: "spans", name: "Spans", count: () => null, shown: () => true, Body: Spans },
  {
    id: "areas",
    name: "Areas",
    count: () => null,
    shown: ({ layout }) => layout.areas.length > 0,
    Body: ({ bench: { layout, drawn, breakpoint, chosen, choose } }) => (
      <AreasPanel layout={layout} drawn={drawn} at={breakpoint.id} chosen={chosen} onChoose={choose} />
    ),
  },
  {
    id: "browser",
    name: "Browser",
    count: () => null,
    shown: () => true,
    Body: ({ bench: { layout, view } }) => <MeasuredInBrowser layout={layout} width={view.width} />,
  },
];

type Props = { readonly bench: Bench; readonly folded: boolean; readonly onFold: () => void };

/** Beside the sheet, a tab each: what the checks found, spans, areas, and what this browser makes of the columns. */
export const SidePanel = ({ bench, folded, onFold }: Props) => {
  const [active, setActive] = useState("findings");
  const there = sides.filter(({ shown }) => shown(bench));
  const current = there.some(({ id }) => id === active) ? active : "findings";
  const fold = (
    <button type="button" className="fold" aria-expanded={!folded} aria-label="Side panel" onClick={onFold}>
      {folded ? <ChevronLeft size={16} aria-hidden="true" /> : <ChevronRight size={16} aria-hidden="true" />}
    </button>
  );
  if (folded) return fold;
  return (
    <Tab.Container id="side" activeKey={current} onSelect={(id) => setActive(id ?? "findings")} transition={false}>
      <div className="side-tabs">
        <Nav as="div" aria-label="Side panel">
          {there.map((side) => {
            const count = side.count(bench);
            return (
              <Nav.Link key={side.id} as="button" type="button" eventKey={side.id}>
                {side.name} {count !== null && <span className="tab-count">{count}</span>}
              </Nav.Link>
            );
          })}
        </Nav>
        {fold}
      </div>
      <Tab.Content>
        {there.map(({ id, Body }) => (
          <Tab.Pane key={id} eventKey={id} mountOnEnter unmountOnExit>
            <Body bench={bench} />
          </Tab.Pane>
        ))}
      </Tab.Content>
    </Tab.Container>
  );
};
