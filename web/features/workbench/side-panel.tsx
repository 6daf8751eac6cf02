"use client";

import { useDeferredValue } from "react";
import { MeasuredInBrowser } from "@/ui/measured-in-browser";
import { say } from "@/ui/say";
import { Still } from "@/ui/still";
import { FindingsPanel } from "./findings/findings-panel";
import { takeAllFixes } from "./findings/take-all-fixes";
import { SpansTable } from "./spans-table";
import type { Bench } from "./use-bench";

/** Beside the sheet: what the checks found, the facet's own table, spans, and what this browser makes of it. */
export const SidePanel = ({ bench }: { readonly bench: Bench }) => {
  const { draft, facet, layout, breakpoint, result, trial, view, base } = bench;
  const { mayEdit, store, undo } = draft;
  // The table of spans follows a moving probe when there is time for it.
  const later = useDeferredValue(bench.resolution);
  const { Side } = facet;
  return (
    <>
      <Still of={[layout, breakpoint.id, result, trial, mayEdit]}>
        {() => (
          <FindingsPanel
            layout={layout}
            at={breakpoint.id}
            result={result}
            readOnly={!mayEdit}
            trial={trial}
            onTry={bench.attempt}
            onTake={bench.take}
            onTakeAll={() =>
              void takeAllFixes(layout, breakpoint.id, () => store.state().layout).then((all) => {
                if (all.ok) bench.editOrSay(all.layout);
                say(all.words, all.ok ? undo : null);
              })
            }
            onRepair={() => bench.open("repair")}
            onAccept={(rules, at, reason) => {
              const others = layout.accepted.filter((one) => !(one.breakpoint === at && rules.some((rule) => rule === one.rule)));
              return bench.edit({ ...layout, accepted: [...others, ...rules.map((rule) => ({ rule, breakpoint: at, reason }))] });
            }}
            onTakeBack={(rule, at) =>
              bench.editOrSay({ ...layout, accepted: layout.accepted.filter((one) => one.rule !== rule || one.breakpoint !== at) })
            }
            onFocus={bench.focus}
            onShow={bench.showFinding}
            onSelect={bench.select}
          />
        )}
      </Still>
      {Side && <Side bench={bench} />}
      {later && <Still of={[later, base]}>{() => <SpansTable resolution={later} base={base} />}</Still>}
      <MeasuredInBrowser layout={layout} width={view.width} />
    </>
  );
};
