import { breakpointCss, breakpointRanges, changesInWords, compareLayouts, type Layout, plainCss } from "@ypsiline/core";
import { FromTo } from "@/ui/change-words";
import { dayText } from "@/ui/dates";
import { Drawings } from "./drawings";
import { NumbersTable } from "./numbers-table";

export type HandOffVersion = {
  readonly number: string;
  readonly note: string;
  readonly publishedAt: Date;
  readonly publishedBy: string;
  readonly layout: Layout;
};

type Props = { readonly team: string; readonly spec: string; readonly version: HandOffVersion; readonly before: HandOffVersion | null };

/** The published page of one version: everything a developer or designer takes from it. Made of plain HTML; no script is needed to read it. */
export const HandOff = ({ team, spec, version, before }: Props) => {
  const { layout } = version;
  const files = `/api/v1/specs/${team}/${spec}/${version.number}`;
  const ranges = breakpointRanges(layout);
  const changes = before ? changesInWords(compareLayouts(before.layout, layout), before.layout, layout) : [];
  return (
    <main className="page hand-off">
      <div className="title-block">
        <div>
          <p>Layout specification</p>
          <h1>{layout.name}</h1>
        </div>
        <div>
          <p>Version</p>
          <strong className="num">{version.number}</strong>
        </div>
        <div>
          <p>Published</p>
          <strong>{dayText(version.publishedAt)}</strong>
        </div>
        <div>
          <p>Published by</p>
          <strong>{version.publishedBy}</strong>
        </div>
        <div>
          <p>Base unit</p>
          <strong className="num">{layout.base.replace("px", " px")}</strong>
        </div>
        <div>
          <p>Breakpoints</p>
          <strong className="num">{layout.breakpoints.length}</strong>
        </div>
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
        {before && (
          <>
            <h2>
              Changed since <span className="num">{before.number}</span>
            </h2>
            {changes.length === 0 && <p>Nothing but the number and the note.</p>}
            {changes.map(({ where, what, from, to }) => (
              <p key={`${where} ${what}`} className="said change">
                {where}: {what} <FromTo from={from} to={to} />
              </p>
            ))}
          </>
        )}
      </div>
      <div>
        <h2 className="take-title">Take it with you</h2>
        <ul className="card-plain take take-section">
          <li>
            Stylesheet
            <a href={`${files}/layout.css`} download={`${spec}-${version.number}.css`}>
              CSS
            </a>
          </li>
          <li>
            Stylesheet, exact edges
            <a href={`${files}/layout.css?edges=exact`} download={`${spec}-${version.number}-exact.css`}>
              CSS
            </a>
          </li>
          <li>
            Stylesheet for container queries
            <a href={`${files}/layout.css?query=container`} download={`${spec}-${version.number}-container.css`}>
              CSS
            </a>
          </li>
          <li>
            Layout document
            <a href={`${files}/layout.json`} download={`${spec}-${version.number}.layout.json`}>
              JSON
            </a>
          </li>
        </ul>
        {version.note && (
          <>
            <h2>Note</h2>
            <p className="said">{version.note}</p>
          </>
        )}
        {layout.notes.length > 0 && (
          <>
            <h2>Notes on the layout</h2>
            {layout.notes.map(({ about, text }, index) => (
              <p key={index} className="said">
                <strong>
                  {layout.breakpoints.find(({ id }) => id === about)?.name ?? layout.areas.find(({ id }) => id === about)?.name ?? "Spec"}:
                </strong>{" "}
                {text}
              </p>
            ))}
          </>
        )}
        <h2>In code</h2>
        {ranges.map((range, index) => (
          <details key={range.breakpoint.id} className="code" open={index === 0}>
            <summary>{range.breakpoint.name}</summary>
            <pre>{breakpointCss(layout, range, index === 0, plainCss)}</pre>
          </details>
        ))}
      </div>
    </main>
  );
};
