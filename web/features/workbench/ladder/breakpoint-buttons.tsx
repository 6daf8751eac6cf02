import { say } from "@/ui/say";
import { Still } from "@/ui/still";
import type { Bench } from "../use-bench";
import { BreakpointActions } from "./breakpoint-actions";

/** What is done with whole breakpoints, under the sum of the facets that set their numbers. */
export const BreakpointButtons = ({ bench }: { readonly bench: Bench }) => {
  const { draft, layout, breakpoint, result, path } = bench;
  const outOfOrder = result.findings.some(
    (finding) => finding.rule === "breakpoints-ordered" && finding.fixes.some(({ term }) => term === "order"),
  );
  return (
    <Still of={[layout, breakpoint, outOfOrder, draft.mayEdit, path]}>
      {() => (
        <BreakpointActions
          path={path}
          readOnly={!draft.mayEdit}
          layout={layout}
          breakpoint={breakpoint}
          outOfOrder={outOfOrder}
          onLayout={(next, look) => {
            bench.editOrSay(next);
            if (look !== undefined) bench.select(look, next);
          }}
          onRename={() => bench.rename(breakpoint.id)}
          onCarry={() => bench.open("carry")}
          onFiles={() => bench.open("files")}
          onRemoved={() => say(`${breakpoint.name} was removed.`, draft.undo)}
        />
      )}
    </Still>
  );
};
