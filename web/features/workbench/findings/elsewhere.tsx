"use client";

import { type Breakpoint, countOf, type Finding, findingWords, type Level } from "@ypsiline/core";
import { Said } from "@/ui/num";
import { arrowKeys } from "@/ui/arrow-keys";

const levels: readonly Level[] = ["problem", "caution", "note"];

type Elsewhere = { readonly breakpoint: Breakpoint; readonly findings: readonly Finding[] };

type Props = { readonly of: readonly Elsewhere[]; readonly onSelect: (id: string) => void };

/** What is open at the other breakpoints: a line each, with its gravest finding. The arrow keys go from line to line. */
export const OtherBreakpoints = ({ of, onSelect }: Props) => {
  if (of.length === 0) return null;
  return (
    <>
      <h3 id="elsewhere-title" className="elsewhere-title">
        At other breakpoints
      </h3>
      <ul className="elsewhere" aria-labelledby="elsewhere-title" onKeyDown={arrowKeys("button")}>
        {of.map(({ breakpoint, findings: [first, ...others] }, index) =>
          first ? (
            <li key={breakpoint.id}>
              <button type="button" className={first.level} tabIndex={index === 0 ? 0 : -1} onClick={() => onSelect(breakpoint.id)}>
                <strong>{breakpoint.name}</strong>
                <span>
                  {levels
                    .map((level) => [level, [first, ...others].filter((finding) => finding.level === level).length] as const)
                    .filter(([, count]) => count > 0)
                    .map(([level, count]) => countOf(count, level))
                    .join(", ")}
                </span>
                <span className="first">
                  <Said of={findingWords(first, breakpoint.name).title} />
                </span>
              </button>
            </li>
          ) : null,
        )}
      </ul>
    </>
  );
};
