import type { Breakpoint } from "@ypsiline/core";
import { useFollowedLayout } from "@/draft/use-followed-layout";
import { notify } from "@/ui/notify";
import { useStableHandlers } from "@/ui/use-stable-handlers";
import type { Bench } from "../use-bench";
import { Ledger } from "./ledger";
import { PickedBar } from "./ledger-parts";

/** The ledger of all breakpoints' numbers, for the facets that have none of their own. */
export const NumbersLedger = ({ bench }: { readonly bench: Bench }) => {
  const { draft, layout, drawn, breakpoint, base, result, focused, renaming, edit, picked, pick, open } = bench;
  const { comments, mayEdit } = draft;
  const followed = useFollowedLayout();
  const handlers = useStableHandlers({
    onSelect: bench.select,
    onBreakpoints: (breakpoints: readonly Breakpoint[]) => edit({ ...layout, breakpoints: [...breakpoints] }),
    onSay: notify,
    onPicked: pick,
  });
  return (
    <>
      {picked.size > 0 && <PickedBar count={picked.size} onChange={() => open("several")} onClear={() => pick(new Set())} />}
      <Ledger
        layout={layout}
        drawn={drawn}
        followed={followed}
        at={breakpoint.id}
        base={base}
        findings={result.findings}
        focused={focused}
        readOnly={!mayEdit}
        rename={renaming}
        comments={comments}
        picked={picked}
        {...handlers}
      />
    </>
  );
};
