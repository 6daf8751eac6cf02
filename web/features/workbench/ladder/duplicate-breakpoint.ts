import type { Bench } from "../use-bench";
import { copyBreakpoint } from "./breakpoint-edits";

/** Duplicates the current breakpoint and shows the copy. */
export const duplicateBreakpoint = ({ layout, breakpoint, editOrSay, select }: Bench): void => {
  const copied = copyBreakpoint(layout, breakpoint.id);
  editOrSay(copied.layout);
  select(copied.id, copied.layout);
};
