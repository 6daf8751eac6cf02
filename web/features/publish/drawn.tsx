import {
  changeSentence,
  changesInWords,
  check,
  type Finding,
  findingWords,
  type Layout,
  leastVersion,
  name,
  parseVersion,
  plainText,
  readStoredText,
  versionLevel,
  versionText,
  words,
} from "@ypsiline/core";
import { renderToStaticMarkup } from "react-dom/server";
import type { ReviewTask } from "@/server/heavy/kinds";
import { BreakpointChanges } from "@/ui/breakpoint-changes";
import { commentable } from "@/ui/comment-about";
import { ContainerLines } from "@/ui/container-lines";
import { Said } from "@/ui/num";
import type { ReviewAnswer } from "@/wire/drawn";

const Findings = ({ layout, open }: { readonly layout: Layout; readonly open: readonly Finding[] }) => (
  <ul className="findings">
    {open.map((finding) => {
      const where = layout.breakpoints.find(({ id }) => id === finding.breakpoint)?.name ?? finding.breakpoint;
      const { title, message, sum } = findingWords(finding, where);
      return (
        <li key={`${finding.rule} ${finding.path}`} className={`finding ${finding.level}`}>
          <h3>
            {where}: <Said of={title} />
          </h3>
          {sum.length > 0 && <Said className="num num-wrap d-block" of={sum} />}
          <Said of={message} />
        </li>
      );
    })}
  </ul>
);

const Changes = ({ before, number, after }: { readonly before: Layout; readonly number: string; readonly after: Layout }) => (
  <>
    <BreakpointChanges before={before} after={after} />
    <h2 className="mt-4 mb-2">Container over widths</h2>
    <ContainerLines before={before} after={after} names={[number, "this draft"]} />
  </>
);

const First = ({ layout: { breakpoints } }: { readonly layout: Layout }) => (
  <p className="card-plain p-3">
    {breakpoints.length} {breakpoints.length === 1 ? "breakpoint" : "breakpoints"}: {breakpoints.map((one) => one.name).join(", ")}.
  </p>
);

/** Most changes that are named as the reason for a level. */
const mostReasons = 4;

/** Draws the review of a draft. Made by a worker, since a large draft takes a second. */
export const drawnReview = ({ layout: text, last }: ReviewTask): ReviewAnswer => {
  const layout = readStoredText(text);
  const number = last && parseVersion(last.number);
  const before = last && number ? { number, layout: readStoredText(last.layout) } : null;
  const open = check(layout).findings.filter(({ level, accepted }) => level === "problem" || accepted === null);
  const { level, because } = before ? versionLevel(before.layout, layout) : { level: "minor" as const, because: [] };
  const reasons = before
    ? changesInWords(because, before.layout, layout).map((change) =>
        plainText(words`${name(change.where)} ${change.from === null ? changeSentence(change) : change.what}`),
      )
    : [];
  return {
    name: layout.name,
    last: last?.number ?? null,
    changes: renderToStaticMarkup(
      before && last ? <Changes before={before.layout} number={last.number} after={layout} /> : <First layout={layout} />,
    ),
    findings: renderToStaticMarkup(<Findings layout={layout} open={open} />),
    counts: (["problem", "caution", "note"] as const)
      .map((one) => ({ level: one, count: open.filter((finding) => finding.level === one).length }))
      .filter(({ count }) => count > 0),
    offered: versionText(leastVersion(before, layout)),
    level,
    because:
      reasons.length > 0
        ? `${reasons.slice(0, mostReasons).join(", ")}${reasons.length > mostReasons ? " and more" : ""}.`
        : "nothing but words.",
    commentable: commentable(layout),
  };
};
