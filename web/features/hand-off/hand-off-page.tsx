import type { ReactNode } from "react";
import type { VersionSummary } from "@/server/specs/versions";
import { dayText } from "@/ui/dates";
import { DrawnPart } from "@/ui/drawn-part";
import { InBrowser } from "@/ui/in-browser";
import type { HandOffParts } from "@/wire/drawn";
import { CopyClicks } from "./copy-clicks";
import { Depend } from "./depend";
import { Inspect } from "./inspect";
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

/** What is on the page, in its order. */
const Contents = ({
  parts,
  version,
  changes,
}: {
  readonly parts: HandOffParts;
  readonly version: VersionSummary;
  readonly changes: boolean;
}) => (
  <nav className="contents" aria-label="On this page">
    <ul>
      <li>
        <a href="#glance">At a glance</a>
      </li>
      <li>
        <a href="#breakpoints">Breakpoints</a>
        <ul>
          {parts.breakpoints.map(({ id, name }) => (
            <li key={id}>
              <a href={`#at-${id}`}>{name}</a>
            </li>
          ))}
        </ul>
      </li>
      {[
        ["rows", "Rows and baseline", true],
        ["spacing", "Spacing and base unit", true],
        ["text", "Text roles", parts.text !== ""],
        ["notes", "Notes", parts.notes !== "" || version.note !== ""],
        ["code", "Use it in code", true],
        ["downloads", "Downloads", true],
        ["changes", "What changed", changes],
      ].map(
        ([id, words, there]) =>
          there === true && (
            <li key={String(id)}>
              <a href={`#${String(id)}`}>{words}</a>
            </li>
          ),
      )}
    </ul>
  </nav>
);

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
      <Contents parts={parts} version={version} changes={before !== null && parts.changes !== null} />
      <div className="hand-off-main">
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
            <strong className="num">{parts.breakpoints.length}</strong>
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
        <h2 id="glance">At a glance</h2>
        <DrawnPart className="card-plain drawings" html={parts.drawings} />
        <DrawnPart html={parts.numbers} />
        <MeasureHere file={`${files}/layout.json`} />
        <h2 id="breakpoints">Breakpoints</h2>
        <DrawnPart html={parts.sections} />
        <h2 id="rows">Rows and baseline</h2>
        <DrawnPart html={parts.rows} />
        <h2 id="spacing">Spacing and base unit</h2>
        <p>
          The base unit is <span className="num">{parts.base.replace("px", " px")}</span>.
        </p>
        <DrawnPart html={parts.spacing} />
        {parts.text !== "" && (
          <>
            <h2 id="text">Text roles</h2>
            <DrawnPart html={parts.text} />
          </>
        )}
        {(parts.notes !== "" || version.note) && (
          <>
            <h2 id="notes">Notes</h2>
            {version.note && <p className="said">{version.note}</p>}
            <DrawnPart html={parts.notes} />
          </>
        )}
        <h2 id="code" className="take-title">
          Use it in code
        </h2>
        <Depend
          name={packageName}
          version={version.number}
          registry={registry}
          isPublic={isPublic}
          withdrawn={version.withdrawn !== null}
          file={`${files}/package.tgz`}
        />
        <h2 id="downloads" className="take-title">
          Downloads
        </h2>
        <DrawnPart html={parts.downloads} />
        {before !== null && parts.changes !== null && <Changes before={before} drawn={parts.changes} earlier={earlier} />}
      </div>
      <div className="hand-off-side">
        <InBrowser instead={null}>
          <Inspect file={`${files}/layout.json`} breakpoints={parts.breakpoints} />
        </InBrowser>
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
