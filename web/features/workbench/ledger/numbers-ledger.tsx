import { Still } from "@/ui/still";
import { say } from "@/ui/say";
import type { Bench } from "../use-bench";
import { useFollowedLayout } from "@/draft/use-followed-layout";
import { Ledger } from "./ledger";
import { PickedBar } from "./ledger-parts";

/** The ledger of all breakpoints' numbers, for the facets that have none of their own. */
export const NumbersLedger = ({ bench }: { readonly bench: Bench }) => {
  const { draft, layout, drawn, breakpoint, base, result, focused, renaming, select, edit, picked, pick, open } = bench;
  const { comments, mayEdit } = draft;
  const followed = useFollowedLayout();
  return (
    <Still of={[layout, breakpoint.id, base, result, focused, renaming, comments, mayEdit, followed, picked]}>
      {() => (
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
            onSelect={select}
            onBreakpoints={(breakpoints) => edit({ ...layout, breakpoints: [...breakpoints] })}
            onSay={say}
            picked={picked}
            onPicked={pick}
          />
        </>
      )}
    </Still>
  );
};
