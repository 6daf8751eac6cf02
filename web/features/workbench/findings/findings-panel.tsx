"use client";

import { type CheckResult, countOf, type Finding, isToMend, type Layout, type Level, type RuleId } from "@ypsiline/core";
import { Wrench } from "lucide-react";
import { useMemo, useState } from "react";
import { AcceptedList } from "./accepted-list";
import { FindingCard } from "./finding-card";
import { useFixes } from "./use-fixes";
import type { Trial } from "./trial";

type Props = {
  readonly layout: Layout;
  readonly at: string;
  readonly result: CheckResult;
  readonly readOnly: boolean;
  readonly trial: Trial | null;
  readonly onTry: (trial: Trial | null) => void;
  readonly onTake: (trial: Trial) => void;
  readonly onTakeAll: () => void;
  readonly onRepair: () => void;
  readonly onAccept: (rules: readonly RuleId[], breakpoint: string, reason: string) => string | null;
  readonly onTakeBack: (rule: string, breakpoint: string) => void;
  readonly onFocus: (finding: Finding | null) => void;
  readonly onShow: (finding: Finding) => void;
  readonly onSelect: (id: string) => void;
};

/** As many findings are shown first; the gravest come first. */
const cardsAtOnce = 20;

const levelOrder: readonly Level[] = ["problem", "caution", "note"];

/** What the checks say of the breakpoint looked at, and where else something is open. */
export const FindingsPanel = ({
  layout,
  at,
  result,
  readOnly,
  trial,
  onTry,
  onTake,
  onTakeAll,
  onRepair,
  onAccept,
  onTakeBack,
  onFocus,
  onShow,
  onSelect,
}: Props) => {
  const open = useMemo(() => result.findings.filter(({ accepted }) => accepted === null), [result]);
  const here = useMemo(() => open.filter(({ breakpoint }) => breakpoint === at), [open, at]);
  const where = layout.breakpoints.find(({ id }) => id === at)?.name ?? at;
  // Fractional columns bring fractional spans with them: one card tells both.
  const columnsOff = here.some(({ rule }) => rule === "whole-columns");
  const spans = here.find(({ rule }) => rule === "whole-spans");
  const cards = useMemo(() => here.filter((finding) => !(columnsOff && finding === spans)), [here, columnsOff, spans]);
  const [more, setMore] = useState(0);
  const shown = useMemo(() => cards.slice(0, cardsAtOnce * (1 + more)), [cards, more]);
  const fixesOf = useFixes(layout, shown, open);
  const fixable = shown.filter((finding) => (fixesOf(finding) ?? []).length > 0).length;
  const elsewhere = layout.breakpoints
    .filter(({ id }) => id !== at)
    .map((breakpoint) => ({ breakpoint, findings: open.filter((finding) => finding.breakpoint === breakpoint.id) }))
    .filter(({ findings }) => findings.length > 0);
  return (
    <section aria-label="Findings">
      <h2 aria-live="polite">
        {cards.length === 0 ? `Nothing found at ${where}` : `${cards.length} ${cards.length === 1 ? "finding" : "findings"} at ${where}`}
      </h2>
      {!readOnly && (fixable > 1 || result.findings.some(isToMend)) && (
        <div className="findings-actions">
          {fixable > 1 && (
            <button type="button" className="btn btn-sm btn-quiet" onClick={onTakeAll}>
              Fix all at {where}
            </button>
          )}
          {result.findings.some(isToMend) && (
            <button type="button" className="btn btn-sm btn-quiet" onClick={onRepair}>
              <Wrench size={12} aria-hidden="true" /> Repair the spec…
            </button>
          )}
        </div>
      )}
      <ul className="findings">
        {shown.map((finding) => (
          <FindingCard
            key={`${finding.rule} ${finding.path}`}
            finding={finding}
            fixes={fixesOf(finding)}
            where={where}
            with={finding.rule === "whole-columns" && spans ? spans : null}
            readOnly={readOnly}
            trial={trial}
            onTry={onTry}
            onTake={onTake}
            onAccept={onAccept}
            onFocus={onFocus}
            onShow={onShow}
          />
        ))}
        {shown.length < cards.length && (
          <li>
            <button type="button" className="btn btn-sm btn-quiet" onClick={() => setMore(more + 1)}>
              Show {Math.min(cardsAtOnce, cards.length - shown.length)} more of {cards.length}
            </button>
          </li>
        )}
        <li className="finding held">
          <h3>
            {result.held.length} {result.held.length === 1 ? "check holds" : "checks hold"} everywhere
          </h3>
        </li>
      </ul>
      {elsewhere.length > 0 && (
        <ul className="elsewhere">
          {elsewhere.map(({ breakpoint, findings }) => (
            <li key={breakpoint.id}>
              <button type="button" className="btn btn-link btn-sm p-0" onClick={() => onSelect(breakpoint.id)}>
                {breakpoint.name}
              </button>
              :{" "}
              {levelOrder
                .map((level) => [level, findings.filter((finding) => finding.level === level).length] as const)
                .filter(([, count]) => count > 0)
                .map(([level, count]) => countOf(count, level))
                .join(", ")}
            </li>
          ))}
        </ul>
      )}
      <AcceptedList layout={layout} result={result} readOnly={readOnly} onTakeBack={onTakeBack} />
    </section>
  );
};
