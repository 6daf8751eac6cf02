import { breakpointRanges, check, countChanges, countOf, fromJsonNumber, type Layout, termsAt } from "@ypsiline/core";
import Link from "next/link";
import { dayText } from "@/ui/dates";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";
import type { Version } from "@/server/versions";
import type { Spec } from "@/server/specs";

export type SpecOverview = { readonly spec: Spec; readonly draft: Layout; readonly latest: Version | null; readonly projects: number };

const stripHeight = 20;
const pitch = 28;
const labelWidth = 48;

const Drawing = ({ layout, scale, id }: { readonly layout: Layout; readonly scale: number; readonly id: string }) => {
  const ranges = breakpointRanges(layout);
  const widest = Math.max(...ranges.map(({ breakpoint }) => breakpoint.drawnAt.width));
  const width = labelWidth + Math.ceil(widest * scale) + 2;
  const height = ranges.length * pitch - (pitch - stripHeight) + 2;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`Breakpoints of ${layout.name}, drawn to one scale`}
    >
      <defs>
        <MarginHatch id={`hatch-${id}`} size={5} />
      </defs>
      {ranges.map(({ breakpoint }, index) => (
        <g key={breakpoint.id}>
          <text x={labelWidth - 8} y={index * pitch + 15} textAnchor="end" fontSize="11.5" fill="var(--ink-2)" className="num">
            {breakpoint.drawnAt.width}
          </text>
          <GridStrip
            terms={termsAt(layout, breakpoint, fromJsonNumber(breakpoint.drawnAt.width))}
            scale={scale}
            x={labelWidth}
            y={index * pitch + 1}
            height={stripHeight}
            hatch={`hatch-${id}`}
          />
        </g>
      ))}
    </svg>
  );
};

/** One spec of the team: its breakpoints to the page's scale, its latest version, and what waits in its draft. */
export const SpecCard = ({ overview, scale }: { readonly overview: SpecOverview; readonly scale: number }) => {
  const { spec, draft, latest, projects } = overview;
  const { findings } = check(draft);
  const open = findings.filter(({ accepted }) => accepted === null);
  const count = (level: "problem" | "caution") => open.filter((finding) => finding.level === level).length;
  const problems = count("problem");
  const cautions = count("caution");
  const changes = latest ? countChanges(latest.layout, draft) : 0;
  const path = `/specs/${spec.team}/${spec.slug}`;
  return (
    <article className="card-plain spec-card">
      <div>
        <h2>
          <Link href={path} className="text-reset text-decoration-none">
            {draft.name}
          </Link>{" "}
          {latest && <span className="num quiet fs-6 fw-normal">{latest.number}</span>}
        </h2>
        <p className="quiet mb-2">{spec.description}</p>
        <div className="d-flex flex-wrap gap-2">
          {latest === null && <span className="tag">Not published yet</span>}
          {changes > 0 && (
            <span className="tag caution">
              Draft: {changes} {changes === 1 ? "change" : "changes"}
            </span>
          )}
          {problems > 0 && <span className="tag problem">{countOf(problems, "problem")}</span>}
          {cautions > 0 && <span className="tag caution">{countOf(cautions, "caution")}</span>}
          {problems + cautions === 0 && <span className="tag held">All checks hold</span>}
        </div>
      </div>
      <div>
        <Drawing layout={draft} scale={scale} id={`${spec.team}-${spec.slug}`} />
      </div>
      <div>
        <dl className="facts">
          <dt>Base unit</dt>
          <dd className="num">{draft.base.replace("px", " px")}</dd>
          <dt>Breakpoints</dt>
          <dd className="num">{draft.breakpoints.length}</dd>
          <dt>Used by</dt>
          <dd>
            <span className="num">{projects}</span> {projects === 1 ? "project" : "projects"}
          </dd>
          <dt>Published</dt>
          <dd>{latest ? dayText(latest.publishedAt) : "not yet"}</dd>
        </dl>
        <div className="d-flex gap-2">
          <Link className="btn btn-sm btn-quiet" href={path}>
            Open draft
          </Link>
          {latest && (
            <Link className="btn btn-sm btn-quiet" href={`${path}/versions/latest`}>
              Hand-off
            </Link>
          )}
        </div>
      </div>
    </article>
  );
};
