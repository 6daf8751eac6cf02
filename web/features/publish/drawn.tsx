import {
  check,
  type Finding,
  findingWords,
  type Layout,
  leastVersion,
  parseVersion,
  plainText,
  readStoredText,
  versionLevel,
  versionReason,
  versionText,
} from "@ypsiline/core";
import { renderToStaticMarkup } from "react-dom/server";
import type { ReviewTask } from "@/server/heavy/kinds";
import { ChangeTables } from "@/ui/change-tables";
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

type ChangesProps = {
  readonly before: Layout;
  readonly number: string;
  readonly after: Layout;
  readonly problems: readonly Finding[];
};

const Changes = ({ before, number, after, problems }: ChangesProps) => (
  <>
    {/* The review stands one level under the sheet: its address is the one that ends here. */}
    <ChangeTables before={before} after={after} names={[number, "this draft"]} problems={problems} sheet={(at) => `.?at=${at}`} />
    <h2 className="mt-4 mb-2">Container over widths</h2>
    <ContainerLines before={before} after={after} names={[number, "this draft"]} />
  </>
);

const First = ({ layout: { breakpoints } }: { readonly layout: Layout }) => (
  <p className="card-plain p-3">
    {breakpoints.length} {breakpoints.length === 1 ? "breakpoint" : "breakpoints"}: {breakpoints.map((one) => one.name).join(", ")}.
  </p>
);

/** Draws the review of a draft. Made by a worker, since a large draft takes a second. */
export const drawnReview = ({ layout: text, last }: ReviewTask): ReviewAnswer => {
  const layout = readStoredText(text);
  const number = last && parseVersion(last.number);
  const before = last && number ? { number, layout: readStoredText(last.layout) } : null;
  const open = check(layout).findings.filter(({ level, accepted }) => level === "problem" || accepted === null);
  const problems = open.filter(({ level }) => level === "problem");
  return {
    name: layout.name,
    last: last?.number ?? null,
    changes: renderToStaticMarkup(
      before && last ? (
        <Changes before={before.layout} number={last.number} after={layout} problems={problems} />
      ) : (
        <First layout={layout} />
      ),
    ),
    findings: renderToStaticMarkup(<Findings layout={layout} open={open} />),
    counts: (["problem", "caution", "note"] as const)
      .map((one) => ({ level: one, count: open.filter((finding) => finding.level === one).length }))
      .filter(({ count }) => count > 0),
    offered: versionText(leastVersion(before, layout)),
    level: before ? versionLevel(before.layout, layout).level : "minor",
    because: before ? plainText(versionReason(before.layout, layout)) : "",
    commentable: commentable(layout),
  };
};
