"use client";

import { type CheckResult, findingWords, type Layout } from "@ypsiline/core";
import { Said } from "@/ui/num";

type Props = {
  readonly layout: Layout;
  readonly result: CheckResult;
  readonly readOnly: boolean;
  readonly onReopen: (rule: string, breakpoint: string) => void;
};

/** Findings accepted with a reason: kept on record, out of the way, and reopened at any time. */
export const AcceptedList = ({ layout, result, readOnly, onReopen }: Props) => {
  if (layout.accepted.length === 0) return null;
  return (
    <details className="accepted">
      <summary>
        {layout.accepted.length} accepted {layout.accepted.length === 1 ? "finding" : "findings"}
      </summary>
      <ul>
        {layout.accepted.map(({ rule, breakpoint, reason }) => {
          const where = layout.breakpoints.find(({ id }) => id === breakpoint)?.name ?? breakpoint;
          const finding = result.findings.find((one) => one.rule === rule && one.breakpoint === breakpoint);
          return (
            <li key={`${rule} ${breakpoint}`}>
              <strong>
                {where}: {finding ? <Said of={findingWords(finding, where).title} /> : rule}
              </strong>
              <span className="d-block">{reason}</span>
              {!finding && <span className="d-block quiet">Fixed: the numbers now pass.</span>}
              {!readOnly && (
                <button type="button" className="btn btn-link btn-sm p-0" onClick={() => onReopen(rule, breakpoint)}>
                  Reopen
                </button>
              )}
            </li>
          );
        })}
      </ul>
    </details>
  );
};
