"use client";

import { rootFontSize } from "@ypsiline/core";
import { Ellipsis } from "lucide-react";
import Dropdown from "react-bootstrap/Dropdown";
import { notify } from "@/ui/notify";
import { copiedRows } from "../ledger/ledger-cells";
import type { Bench } from "../use-bench";
import { duplicateBreakpoint } from "./duplicate-breakpoint";
import { mayAdd, orderBreakpoints, removeBreakpoint } from "./breakpoint-edits";

/** Actions for the current breakpoint. */
export const BreakpointMenu = ({ bench }: { readonly bench: Bench }) => {
  const { draft, layout, breakpoint, result } = bench;
  const several = layout.breakpoints.length > 1;
  const outOfOrder = result.findings.some(
    (finding) => finding.rule === "breakpoints-ordered" && finding.fixes.some(({ term }) => term === "order"),
  );
  return (
    <Dropdown align="end">
      <Dropdown.Toggle as="button" type="button" bsPrefix="rung-menu-button" aria-label={`${breakpoint.name}: more actions`}>
        <Ellipsis size={16} aria-hidden="true" />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {/* The closing menu gives the focus back to its button; only then may the name take it. */}
        <Dropdown.Item as="button" type="button" onClick={() => setTimeout(() => bench.rename(breakpoint.id))}>
          Rename
        </Dropdown.Item>
        <Dropdown.Item as="button" type="button" disabled={!mayAdd(layout)} onClick={() => duplicateBreakpoint(bench)}>
          Duplicate
        </Dropdown.Item>
        {several && (
          <Dropdown.Item as="button" type="button" onClick={() => bench.open("carry")}>
            Copy to breakpoints…
          </Dropdown.Item>
        )}
        {several && (
          <Dropdown.Item as="button" type="button" onClick={() => bench.open("several")}>
            Change several breakpoints…
          </Dropdown.Item>
        )}
        <Dropdown.Item
          as="button"
          type="button"
          onClick={() =>
            void navigator.clipboard.writeText(copiedRows(layout.breakpoints, rootFontSize(layout), true)).then(
              () => notify("The ledger was copied. Paste it into a spreadsheet, and back on the ledger’s first cell."),
              () => notify("This browser does not allow copying."),
            )
          }
        >
          Copy the ledger
        </Dropdown.Item>
        {outOfOrder && (
          <Dropdown.Item as="button" type="button" onClick={() => bench.editOrSay(orderBreakpoints(layout))}>
            Sort breakpoints by width
          </Dropdown.Item>
        )}
        {several && (
          <>
            <Dropdown.Divider />
            <Dropdown.Item
              as="button"
              type="button"
              onClick={() => {
                bench.editOrSay(removeBreakpoint(layout, breakpoint.id));
                notify(`${breakpoint.name} was removed.`, draft.undo);
              }}
            >
              Remove {breakpoint.name}
            </Dropdown.Item>
          </>
        )}
      </Dropdown.Menu>
    </Dropdown>
  );
};
