import type { Bench } from "../use-bench";
import { copyBreakpoint } from "./breakpoint-edits";

/** Duplicates the breakpoint looked at, and looks at the copy. */
export const duplicateBreakpoint = ({ layout, breakpoint, editOrSay, select }: Bench): void => {
  const copied = copyBreakpoint(layout, breakpoint.id);
  editOrSay(copied.layout);
  select(copied.id, copied.layout);
};
