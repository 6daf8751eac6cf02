import type { ReactNode } from "react";
import type { VersionSummary } from "@/server/versions";
import { dayText } from "@/ui/dates";
import { DrawnPart } from "@/ui/drawn-part";
import type { HandOffParts } from "@/wire/drawn";
import { CopyClicks } from "./copy-clicks";
import { Depend } from "./depend";
import { MeasureHere } from "./measure-here";

type Props = {
  readonly team: string;
  readonly spec: string;
  readonly version: VersionSummary;
  /** What a worker drew of its layout. */
  readonly parts: HandOffParts;
  /** The earlier version it is compared with. */
  readonly before: string | null;
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
export const HandOff = (props: Props) => {
  const { team, spec, version, parts, before, earlier, projects, followers, registry, isPublic, packageName, children } = props;
  const files = `/api/v1/specs/${team}/${spec}/${version.number}`;
  return (
    <main className="page hand-off">
      {version.withdrawn && (
        <p className="withdrawn" role="note">
          <strong>Withdrawn</strong> {dayText(version.withdrawn.at)} by {version.withdrawn.by}: {version.withdrawn.reason}
        </p>
      )}
      <div className="title-block">
        <Fact label="Layout specification">
          <h1>{parts.name}</h1>
        </Fact>
        <Fact label="Version">
          <strong className="num">{version.number}</strong>
        </Fact>
        <Fact label={`Published by ${version.publishedBy}`}>
          <strong>{dayText(version.publishedAt)}</strong>
        </Fact>
        {parts.follows && (
          <Fact label="Follows">
            <strong>
              {parts.follows.spec} <span className="num">{parts.follows.version}</span>
            </strong>
          </Fact>
        )}
        <Fact label="Base unit">
          <strong className="num">{parts.base.replace("px", " px")}</strong>
        </Fact>
        <Fact label="Breakpoints">
          <strong className="num">{parts.breakpoints}</strong>
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
        <DrawnPart className="card-plain drawings" html={parts.drawings} />
        <h2>The numbers</h2>
        <DrawnPart html={parts.numbers} />
        <MeasureHere file={`${files}/layout.json`} />
        <DrawnPart html={parts.tables} />
      </div>
      <div>
        <h2 className="take-title">Depend on it</h2>
        <Depend
          name={packageName}
          version={version.number}
          registry={registry}
          isPublic={isPublic}
          withdrawn={version.withdrawn !== null}
          file={`${files}/package.tgz`}
        />
        <h2 className="take-title">Download</h2>
        <DrawnPart html={parts.downloads} />
        {version.note && (
          <>
            <h2>Note</h2>
            <p className="said">{version.note}</p>
          </>
        )}
        {before !== null && parts.changes !== null && <Changes before={before} drawn={parts.changes} earlier={earlier} />}
        <DrawnPart html={parts.notes} />
        <h2>In code</h2>
        <DrawnPart html={parts.code} />
        {children}
      </div>
      <CopyClicks />
    </main>
  );
};

const Changes = ({ before, drawn, earlier }: { readonly before: string; readonly drawn: string; readonly earlier: readonly string[] }) => (
  <>
    <h2 id="changes">
      Changed since <span className="num">{before}</span>
    </h2>
    <DrawnPart html={drawn} />
    {earlier.length > 1 && (
      <form method="get" action="#changes" className="since take-section">
        <label>
          Since another version{" "}
          <select name="since" className="form-select form-select-sm" defaultValue={before}>
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
