import { name, words } from "../../words/words";
import { placeFix, placementPath } from "../areas";
import type { Found, Rule } from "../types";

const sides = { start: "at the start", end: "at the end", both: "at both edges" } as const;

/** An area that leaves the grid on purpose has a reason; without one it looks like a mistake. */
export const leavesReason: Rule<"leaves-reason"> = {
  id: "leaves-reason",
  level: "problem",
  source: "common practice",
  matters: "Developers align to the grid and would pull it back in.",
  checks: "An area that runs past the container on purpose has a written reason.",
  accept: null,
  mends: null,
  says: ({ name: area, side, left, right, width }) => ({
    title: words`${name(area)} leaves the grid without a reason`,
    message: words`It leaves ${sides[side]}. Add the reason, so that nobody takes it for a mistake.`,
    sum: words`from ${left} to ${right} of ${width}`,
  }),
  find: (checked) =>
    checked.breakpoints.flatMap((at) =>
      at.areas().flatMap((one): Found<"leaves-reason">[] => {
        const { leaves, reason } = one.placement;
        if (leaves === "none" || (reason ?? "").trim() !== "") return [];
        return [
          {
            breakpoint: at.breakpoint.id,
            path: placementPath(checked, at, one.area.id, "leaves"),
            facts: { name: one.area.name, side: leaves, left: one.left, right: one.right, width: at.terms.width },
            fixes: [placeFix(checked, at, one, { term: "area-stays", area: one.area.name }, { leaves: "none", by: undefined })],
          },
        ];
      }),
    ),
};
