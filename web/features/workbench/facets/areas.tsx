import type { Layout } from "@ypsiline/core";
import dynamic from "next/dynamic";
import { startTransition, useDeferredValue, useMemo } from "react";
import { notify } from "@/ui/notify";
import { useStableHandlers } from "@/ui/use-stable-handlers";
import { addArea, mayAddArea, placeAt } from "../areas/area-edits";
import type { Facet, Part } from "./facet";

// Fetched when the facet is first opened. Not drawn by the server, because anything typed before it is ready would be
// lost.
const AreasLine = dynamic(() => import("../areas/areas-line").then((module) => module.AreasLine), {
  ssr: false,
  loading: () => <div className="line-waiting" />,
});
const AreaActions = dynamic(() => import("../areas/area-actions").then((module) => module.AreaActions), {
  ssr: false,
  loading: () => <div className="areas-waiting" />,
});
const AreasLedger = dynamic(() => import("../areas/areas-ledger").then((module) => module.AreasLedger), { ssr: false });

const Actions: Part = ({ bench }) => (
  <AreaActions
    layout={bench.layout}
    breakpoint={bench.breakpoint}
    resolution={bench.resolution}
    path={bench.path}
    readOnly={!bench.draft.mayEdit}
    chosen={bench.chosen}
    onChoose={bench.choose}
    onWordMap={() => bench.open("word-map")}
    onComment={bench.mayComment ? () => bench.open("comment") : null}
    onLayout={bench.edit}
  />
);

const Ledger: Part = ({ bench }) => {
  const { draft, layout, breakpoint, chosen } = bench;
  // It may have two hundred rows, and follows an edit when there is time for it.
  const shown = useDeferredValue(useMemo(() => ({ layout, at: breakpoint.id, chosen }), [layout, breakpoint.id, chosen]));
  const handlers = useStableHandlers({
    onChoose: bench.choose,
    onSelect: bench.select,
    onEdit: (change: (latest: Layout) => Layout) => bench.edit(change(draft.store.state().layout)),
  });
  if (layout.areas.length === 0) return null;
  return <AreasLedger {...shown} readOnly={!draft.mayEdit} {...handlers} />;
};

export const areas: Facet = {
  id: "areas",
  name: "Areas",
  said: "areas",
  layer: "areas",
  measures: "widths",
  numbersRows: true,
  Line: ({ onBreakpoint: _, onWidth: _width, onChoose: _choose, ...props }) => <AreasLine {...props} />,
  Actions,
  Ledger,
  areaWork: ({ draft, layout, breakpoint, chosen, choose, editOrSay }) => ({
    readOnly: !draft.mayEdit,
    chosen,
    // With two hundred areas that is seen in many places: a drag that begins with it does not wait for them.
    onChoose: (id) => startTransition(() => choose(id)),
    onPlace: (id, place) => editOrSay(placeAt(layout, id, breakpoint.id, place)),
    onAdd: (place, within) => {
      if (!mayAddArea(layout)) return notify("A spec has at most 200 areas.");
      const made = addArea(layout, breakpoint.id, place, within);
      editOrSay(made.layout);
      choose(made.id);
    },
  }),
};
