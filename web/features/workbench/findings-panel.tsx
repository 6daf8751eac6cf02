"use client";

import { type CheckResult, countOf, type Finding, findingWords, type Fix, fixLabel, type Layout, type Level } from "@ypsiline/core";
import { ArrowRight } from "lucide-react";
import { NumText } from "@/ui/num";

type Props = {
  readonly layout: Layout;
  readonly at: string;
  readonly result: CheckResult;
  readonly readOnly: boolean;
  readonly onFix: (fix: Fix) => void;
  readonly onSelect: (id: string) => void;
};

/** "Gutter → 24" with the arrow drawn, so that no font has to have it. */
const FixLabel = ({ fix }: { readonly fix: Fix }) => {
  const [what = "", to] = fixLabel(fix).split(" → ");
  if (to === undefined) return <>{what}</>;
  return (
    <>
      {what} <ArrowRight size={12} aria-label="to" /> <span className="num">{to}</span>
    </>
  );
};

const levelOrder: readonly Level[] = ["problem", "caution", "note"];

/** One finding: what is so, its sum, and the changes that mend it. */
const FindingCard = ({
  finding,
  where,
  also,
  readOnly,
  onFix,
}: {
  readonly finding: Finding;
  readonly where: string;
  readonly also: string;
  readonly readOnly: boolean;
  readonly onFix: (fix: Fix) => void;
}) => {
  const { title, message, sum } = findingWords(finding, where);
  return (
    <li className={`finding ${finding.level}`}>
      <h3>
        <span className="visually-hidden">{finding.level}: </span>
        {title}
      </h3>
      {sum && <NumText className="num num-wrap d-block" text={sum} />}
      <NumText className="d-block" text={also ? `${message} ${also}` : message} />
      {!readOnly && finding.fixes.length > 0 && (
        <div className="fixes">
          {finding.fixes.map((fix) => (
            <button key={fixLabel(fix)} type="button" className="btn btn-sm btn-quiet" onClick={() => onFix(fix)}>
              <FixLabel fix={fix} />
            </button>
          ))}
        </div>
      )}
    </li>
  );
};

/** What the checks say of the breakpoint looked at, and where else something is open. */
export const FindingsPanel = ({ layout, at, result, readOnly, onFix, onSelect }: Props) => {
  const open = result.findings.filter(({ accepted }) => accepted === null);
  const here = open.filter(({ breakpoint }) => breakpoint === at);
  const where = layout.breakpoints.find(({ id }) => id === at)?.name ?? at;
  // Fractional columns bring fractional spans with them: one card tells both.
  const columnsOff = here.some(({ rule }) => rule === "whole-columns");
  const spans = here.find(({ rule }) => rule === "whole-spans");
  const cards = here.filter((finding) => !(columnsOff && finding === spans));
  const elsewhere = layout.breakpoints
    .filter(({ id }) => id !== at)
    .map((breakpoint) => ({ breakpoint, findings: open.filter((finding) => finding.breakpoint === breakpoint.id) }))
    .filter(({ findings }) => findings.length > 0);
  return (
    <section aria-label="Findings" aria-live="polite">
      <h2>
        {cards.length === 0 ? `Nothing found at ${where}` : `${cards.length} ${cards.length === 1 ? "finding" : "findings"} at ${where}`}
      </h2>
      <ul className="findings">
        {cards.map((finding) => (
          <FindingCard
            key={`${finding.rule} ${finding.path}`}
            finding={finding}
            where={where}
            also={finding.rule === "whole-columns" && spans ? findingWords(spans, where).message : ""}
            readOnly={readOnly}
            onFix={onFix}
          />
        ))}
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
    </section>
  );
};
