"use client";

import { type CheckResult, type Finding, isToMend, type Layout, type RuleId } from "@ypsiline/core";
import Link from "next/link";
import { memo, useMemo, useRef, useState } from "react";
import { AcceptedList } from "./accepted-list";
import { OtherBreakpoints } from "./elsewhere";
import { FindingCard } from "./finding-card";
import { useFixes } from "./use-fixes";
import type { Preview } from "./preview";

type Props = {
  readonly layout: Layout;
  readonly at: string;
  readonly result: CheckResult;
  readonly readOnly: boolean;
  /** Address of the spec, for what to look at next. */
  readonly path: string;
  readonly onPreview: (preview: Preview | null) => void;
  readonly onTake: (preview: Preview) => void;
  readonly onTakeAll: () => void;
  readonly onRepair: () => void;
  readonly onAccept: (rules: readonly RuleId[], breakpoint: string, reason: string) => string | null;
  readonly onReopen: (rule: string, breakpoint: string) => void;
  readonly onFocus: (finding: Finding | null) => void;
  readonly onShow: (finding: Finding) => void;
  readonly onSelect: (id: string) => void;
};

/** How many findings are shown at first, gravest first. */
const cardsAtOnce = 20;

/** The findings of the current breakpoint, and other breakpoints with findings. */
export const FindingsPanel = memo(function FindingsPanel(props: Props) {
  const { layout, at, result, readOnly, path, onTake } = props;
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
  const list = useRef<HTMLUListElement>(null);
  // Removing a card also removes its focused button: the focus moves to the next card.
  const takeAndGoOn = (preview: Preview): void => {
    const withKeys = list.current?.contains(document.activeElement) && document.activeElement?.matches(":focus-visible");
    onTake(preview);
    if (withKeys) setTimeout(() => list.current?.querySelector<HTMLElement>(".finding")?.focus());
  };
  const elsewhere = layout.breakpoints
    .filter(({ id }) => id !== at)
    .map((breakpoint) => ({ breakpoint, findings: open.filter((finding) => finding.breakpoint === breakpoint.id) }))
    .filter(({ findings }) => findings.length > 0);
  return (
    <section aria-label="Findings">
      <div className="findings-head">
        <h2>At {where}</h2>
        {!readOnly && fixable > 1 && (
          <button type="button" className="btn btn-sm btn-quiet" onClick={props.onTakeAll}>
            Fix all at {where}
          </button>
        )}
        {!readOnly && result.findings.some(isToMend) && (
          <button type="button" className="btn btn-sm btn-quiet" onClick={props.onRepair}>
            Repair the spec…
          </button>
        )}
      </div>
      <p className="visually-hidden" aria-live="polite">
        {cards.length === 0 ? "Nothing found" : `${cards.length} ${cards.length === 1 ? "finding" : "findings"}`} at {where}
      </p>
      {cards.length === 0 && <NothingFound where={where} elsewhere={elsewhere[0]?.breakpoint.name ?? null} path={path} />}
      <ul className="findings" ref={list}>
        {shown.map((finding) => (
          <FindingCard
            key={`${finding.rule} ${finding.path}`}
            finding={finding}
            fixes={fixesOf(finding)}
            where={where}
            with={finding.rule === "whole-columns" && spans ? spans : null}
            readOnly={readOnly}
            onPreview={props.onPreview}
            onTake={takeAndGoOn}
            onAccept={props.onAccept}
            onFocus={props.onFocus}
            onShow={props.onShow}
          />
        ))}
        {shown.length < cards.length && (
          <li>
            <button type="button" className="btn btn-sm btn-quiet" onClick={() => setMore(more + 1)}>
              Show {Math.min(cardsAtOnce, cards.length - shown.length)} more of {cards.length}
            </button>
          </li>
        )}
      </ul>
      <OtherBreakpoints of={elsewhere} onSelect={props.onSelect} />
      <p className="quiet held">
        {result.held.length} {result.held.length === 1 ? "check passes" : "checks pass"} at every breakpoint
      </p>
      <AcceptedList layout={layout} result={result} readOnly={readOnly} onReopen={props.onReopen} />
    </section>
  );
});

/** A line if nothing is found, with a suggestion what to do next. */
const NothingFound = ({ where, elsewhere, path }: { readonly where: string; readonly elsewhere: string | null; readonly path: string }) => (
  <p className="quiet">
    Nothing found at {where}.{" "}
    {elsewhere === null ? (
      <>
        Next, see how it behaves at <Link href={`${path}/widths`}>all widths</Link>, or <Link href={`${path}/publish`}>review</Link> what
        changed.
      </>
    ) : (
      <>Next, look at {elsewhere}.</>
    )}
  </p>
);
