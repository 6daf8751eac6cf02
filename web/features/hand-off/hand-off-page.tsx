import {
  breakpointCss,
  breakpointRanges,
  breakpointSentence,
  changesByBreakpoint,
  check,
  findingWords,
  type Layout,
  plainCss,
  changeSentence,
  name,
  plainText,
  words,
} from "@ypsiline/core";
import type { ReactNode } from "react";
import type { VersionSummary } from "@/server/versions";
import { CopyButton } from "@/ui/copy-button";
import { dayText } from "@/ui/dates";
import { Downloads } from "@/ui/downloads";
import { Said } from "@/ui/num";
import { Depend } from "./depend";
import { Drawings } from "./drawings";
import { MeasureHere } from "./measure-here";
import { NumbersTable } from "./numbers-table";
import { AreasTables } from "./areas-tables";
import { Spans } from "./spans";
import { RowsTable, SpacingList, TextTable } from "./vertical-tables";

export type HandOffVersion = VersionSummary & { readonly layout: Layout };

type Props = {
  readonly team: string;
  readonly spec: string;
  readonly version: HandOffVersion;
  /** The earlier version it is compared with. */
  readonly before: HandOffVersion | null;
  /** Every earlier version, the latest first. */
  readonly earlier: readonly string[];
  readonly projects: number;
  /** The registry's address, as the reader has this site. */
  readonly registry: string;
  /** Specs that follow it. */
  readonly followers: number;
  readonly isPublic: boolean;
  readonly packageName: string;
  /** What the team may do with it. */
  readonly children?: ReactNode;
};

const Fact = ({ label, children }: { readonly label: string; readonly children: ReactNode }) => (
  <div>
    <p>{label}</p>
    {children}
  </div>
);

/** The published page of one version: everything a developer or designer takes from it. Made of plain HTML; no script is needed to read it. */
export const HandOff = ({
  team,
  spec,
  version,
  before,
  earlier,
  projects,
  followers,
  registry,
  isPublic,
  packageName,
  children,
}: Props) => {
  const { layout } = version;
  const files = `/api/v1/specs/${team}/${spec}/${version.number}`;
  const ranges = breakpointRanges(layout);
  const accepted = check(layout).findings.filter((finding) => finding.accepted !== null);
  const nameOf = (id: string): string =>
    layout.breakpoints.find((one) => one.id === id)?.name ?? layout.areas.find((one) => one.id === id)?.name ?? "Spec";
  return (
    <main className="page hand-off">
      {version.withdrawn && (
        <p className="withdrawn" role="note">
          <strong>Withdrawn</strong> {dayText(version.withdrawn.at)} by {version.withdrawn.by}: {version.withdrawn.reason}
        </p>
      )}
      <div className="title-block">
        <Fact label="Layout specification">
          <h1>{layout.name}</h1>
        </Fact>
        <Fact label="Version">
          <strong className="num">{version.number}</strong>
        </Fact>
        <Fact label={`Published by ${version.publishedBy}`}>
          <strong>{dayText(version.publishedAt)}</strong>
        </Fact>
        {layout.follows && (
          <Fact label="Follows">
            <strong>
              {layout.follows.spec} <span className="num">{layout.follows.version}</span>
            </strong>
          </Fact>
        )}
        <Fact label="Base unit">
          <strong className="num">{layout.base.replace("px", " px")}</strong>
        </Fact>
        <Fact label="Breakpoints">
          <strong className="num">{layout.breakpoints.length}</strong>
        </Fact>
        <Fact label="Used by">
          <strong>
            <span className="num">{projects}</span> {projects === 1 ? "project" : "projects"}
          </strong>
          {followers > 0 && (
            <p>
              {followers} {followers === 1 ? "spec follows" : "specs follow"} this
            </p>
          )}
        </Fact>
      </div>
      <div>
        <h2>All breakpoints, drawn to one scale</h2>
        <div className="card-plain drawings">
          <div className="on-desk">
            <Drawings layout={layout} names="beside" />
          </div>
          <div className="on-phone">
            <Drawings layout={layout} names="above" />
          </div>
        </div>
        <h2>The numbers</h2>
        <NumbersTable layout={layout} />
        <MeasureHere layout={layout} widths={layout.breakpoints.map(({ drawnAt }) => drawnAt.width)} />
        <h2>Spans</h2>
        <Spans layout={layout} />
        {layout.areas.length > 0 && (
          <>
            <h2>Areas</h2>
            <AreasTables layout={layout} />
          </>
        )}
        <h2>Rows and baseline</h2>
        <RowsTable layout={layout} />
        {layout.text.length > 0 && (
          <>
            <h2>Text roles</h2>
            <TextTable layout={layout} />
          </>
        )}
        {layout.spacing.length > 0 && (
          <>
            <h2>Spacing</h2>
            <SpacingList layout={layout} />
          </>
        )}
      </div>
      <div>
        <h2 className="take-title">Depend on it</h2>
        <Depend name={packageName} version={version.number} registry={registry} isPublic={isPublic} file={`${files}/package.tgz`} />
        <h2 className="take-title">Take it with you</h2>
        <Downloads layout={layout} files={files} stem={`${spec}-${version.number}`} />
        {version.note && (
          <>
            <h2>Note</h2>
            <p className="said">{version.note}</p>
          </>
        )}
        {before && <Changes before={before} after={version} earlier={earlier} />}
        {layout.notes.length > 0 && (
          <>
            <h2>Notes on the layout</h2>
            {layout.notes.map(({ about, text }, index) => (
              <p key={index} className="said">
                <strong>{nameOf(about)}:</strong> {text}
              </p>
            ))}
          </>
        )}
        {accepted.length > 0 && (
          <>
            <h2>Accepted findings</h2>
            {accepted.map((finding) => (
              <p key={`${finding.rule} ${finding.breakpoint}`} className="said">
                <strong>{nameOf(finding.breakpoint)}:</strong> <Said of={findingWords(finding, nameOf(finding.breakpoint)).title} />.{" "}
                {finding.accepted}
              </p>
            ))}
          </>
        )}
        <h2>In code</h2>
        {ranges.map((range, index) => {
          const css = breakpointCss(layout, range, index === 0, plainCss);
          return (
            <details key={range.breakpoint.id} className="code" open={index === 0}>
              <summary>{range.breakpoint.name}</summary>
              <CopyButton text={css} label={`${range.breakpoint.name} in CSS`} />
              <pre>{css}</pre>
            </details>
          );
        })}
        {children}
      </div>
    </main>
  );
};

const Changes = ({
  before,
  after,
  earlier,
}: {
  readonly before: HandOffVersion;
  readonly after: HandOffVersion;
  readonly earlier: readonly string[];
}) => {
  const { spec, breakpoints } = changesByBreakpoint(before.layout, after.layout);
  const said = [
    ...spec.map((change) => words`Spec: ${changeSentence(change)}`),
    ...breakpoints.map((change) =>
      change.kind === "added"
        ? words`${name(change.name)} was added`
        : change.kind === "removed"
          ? words`${name(change.name)} was removed`
          : breakpointSentence(change),
    ),
  ].filter((sentence) => sentence.length > 0);
  return (
    <>
      <h2 id="changes">
        Changed since <span className="num">{before.number}</span>
      </h2>
      {said.length === 0 && <p className="said change">Nothing but the number and the note.</p>}
      {said.map((sentence) => (
        <p key={plainText(sentence)} className="said change">
          <Said of={sentence} />
        </p>
      ))}
      {earlier.length > 1 && (
        <form method="get" action="#changes" className="since take-section">
          <label>
            Since another version{" "}
            <select name="since" className="form-select form-select-sm" defaultValue={before.number}>
              {earlier.map((number) => (
                <option key={number}>{number}</option>
              ))}
            </select>
          </label>
          <button className="btn btn-sm btn-quiet">Show</button>
        </form>
      )}
    </>
  );
};
