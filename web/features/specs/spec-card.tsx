import { columnTerms, columnTracks, countOf, type Exact, exact, fromJsonNumber, parseLength, toNumber } from "@ypsiline/core";
import Link from "next/link";
import { Fragment } from "react";
import { dayText } from "@/ui/dates";
import type { Overview } from "@/server/specs/overviews";
import type { DraftCounts, DraftSummary } from "@/server/heavy/draft-summary";

const stripHeight = 20;
const pitch = 28;
const labelWidth = 48;

/** Tenths of a px are more than a small drawing shows. */
const drawn = (px: number): number => Math.round(px * 10) / 10;

/**
 * The breakpoints of a spec as strips: paper, margins, and the columns as the dashes of one line. A page has two hundred of
 * them, so that each is three shapes whatever its count.
 */
const Drawing = ({ summary, scale, widest: ofPage }: Pick<Props, "scale" | "widest"> & { readonly summary: DraftSummary }) => {
  const rows = [...summary.breakpoints].sort((a, b) => a.from - b.from);
  const root = parseLength(summary.rootFontSize)?.value ?? exact(16);
  const widest = Math.max(...rows.map(({ width }) => width));
  const width = labelWidth + Math.ceil(widest * scale) + 2;
  const height = rows.length * pitch - (pitch - stripHeight) + 2;
  return (
    <svg
      className="strips"
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: `min(${width}px, ${drawn((100 * width) / (labelWidth + Math.ceil(ofPage * scale) + 2))}%)` }}
      role="img"
      aria-label={`Breakpoints of ${summary.name}, drawn to one scale`}
    >
      {rows.map((breakpoint, index) => {
        const terms = columnTerms(breakpoint.columns, { width: fromJsonNumber(breakpoint.width), rootFontSize: root });
        const [first] = columnTracks(terms);
        const px = (length: Exact): number => drawn(Math.max(0, toNumber(length)) * scale);
        const y = index * pitch + 1;
        const box = (x: number, wide: number): string => `M${drawn(x)} ${y}h${wide}v${stripHeight}h-${wide}z`;
        const [whole, start, end] = [px(terms.width), px(terms.margin.start), px(terms.margin.end)];
        const from = drawn(labelWidth + (first ? toNumber(first.start) * scale : 0));
        return (
          <Fragment key={breakpoint.id}>
            <text x={labelWidth - 8} y={y + 14} textAnchor="end">
              {breakpoint.width}
            </text>
            <path className="paper" d={box(labelWidth, whole)} />
            <path className="side" d={box(labelWidth, start) + box(labelWidth + whole - end, end)} />
            {toNumber(terms.column) > 0 && (
              <path
                className="columns"
                d={`M${from} ${y + stripHeight / 2}h${drawn((terms.count * toNumber(terms.column) + (terms.count - 1) * toNumber(terms.gutter)) * scale)}`}
                strokeDasharray={`${Math.round(toNumber(terms.column) * scale * 1000) / 1000} ${Math.round(toNumber(terms.gutter) * scale * 1000) / 1000}`}
              />
            )}
          </Fragment>
        );
      })}
    </svg>
  );
};

const CountTags = ({ problems, cautions, changes }: DraftCounts) => (
  <>
    {changes > 0 && (
      <span className="tag caution">
        Draft: {changes} {changes === 1 ? "change" : "changes"}
      </span>
    )}
    {problems > 0 && <span className="tag problem">{countOf(problems, "problem")}</span>}
    {cautions > 0 && <span className="tag caution">{countOf(cautions, "caution")}</span>}
    {problems + cautions === 0 && <span className="tag held">All checks hold</span>}
  </>
);

type Props = {
  readonly overview: Overview;
  readonly scale: number;
  /**
   * The widest breakpoint of all cards of the page, px of layout. With too little room, all are drawn smaller at one
   * scale.
   */
  readonly widest: number;
  /** Whether its settings may be changed. */
  readonly settings: boolean;
};

/** One spec of the team: its breakpoints to the page's scale, its latest version, and what waits in its draft. */
export const SpecCard = ({ overview, scale, widest, settings }: Props) => {
  const { summary, counts, latest, withdrawn, projects } = overview;
  const path = `/specs/${overview.team}/${overview.slug}`;
  return (
    <article className="card-plain spec-card">
      <div>
        <h2>
          <Link href={path}>{summary.name}</Link> {latest && <span className="num">{latest.number}</span>}
        </h2>
        <p>{overview.description}</p>
        <div className="line">
          {latest === null &&
            (withdrawn === null ? (
              <span className="tag">Not published yet</span>
            ) : (
              <a className="tag problem" href={`${path}/versions/latest`}>
                <span className="num">{withdrawn}</span> withdrawn
              </a>
            ))}
          {counts && <CountTags {...counts} />}
          {!counts?.now && <span className="tag quiet">Checking…</span>}
        </div>
      </div>
      <div>
        <Drawing summary={summary} scale={scale} widest={widest} />
      </div>
      <div>
        <dl className="facts">
          <dt>Base unit</dt>
          <dd className="num">{summary.base.replace("px", " px")}</dd>
          <dt>Breakpoints</dt>
          <dd className="num">{summary.breakpoints.length}</dd>
          <dt>Used by</dt>
          <dd>
            <span className="num">{projects}</span> {projects === 1 ? "project" : "projects"}
          </dd>
          <dt>Published</dt>
          <dd>{latest ? dayText(latest.publishedAt) : withdrawn === null ? "not yet" : "withdrawn"}</dd>
        </dl>
        <div className="line">
          <Link className="btn btn-sm btn-quiet" href={path}>
            Open draft
          </Link>
          {latest && (
            <a className="btn btn-sm btn-quiet" href={`${path}/versions/latest`}>
              Hand-off
            </a>
          )}
          {settings && (
            <a className="btn btn-sm btn-quiet" href={`${path}/settings`}>
              Settings
            </a>
          )}
        </div>
      </div>
    </article>
  );
};
