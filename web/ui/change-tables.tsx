import {
  breakpointRanges,
  type ChangeRow,
  type ChangeTable,
  changeCount,
  changeTables,
  countOf,
  type Finding,
  findingWords,
  fromJsonNumber,
  type Layout,
  type Resolution,
  resolutionsOf,
  termsAt,
  toDecimal,
} from "@ypsiline/core";
import { memo, useMemo } from "react";
import { areasDiffer, AreasPlan } from "./areas-plan";
import { EdgesOver } from "./edges-over";
import { Said } from "./num";
import { widthsText } from "./widths-text";

type Props = {
  readonly before: Layout;
  readonly after: Layout;
  /** The names of the two layouts under a drawing, earlier first. */
  readonly names?: readonly [string, string];
  /** Problems of the later layout, shown at their breakpoints, and where each is fixed. */
  readonly problems?: readonly Finding[];
  readonly sheet?: (breakpoint: string) => string;
  /** The current width, and the breakpoints that apply at it: they come first and are marked. */
  readonly looking?: { readonly width: number; readonly at: readonly string[] };
};

/** The widths a breakpoint holds for and the size it is drawn at: "1024–1439, drawn at 1280 × 800". */
const rangeText = (layout: Layout, id: string): string => {
  const range = breakpointRanges(layout).find(({ breakpoint }) => breakpoint.id === id);
  if (!range) return "";
  const { from, drawnAt } = range.breakpoint;
  return `${widthsText(from, range.until)}, drawn at ${drawnAt.width} × ${drawnAt.height}`;
};

const Rows = ({ rows }: { readonly rows: readonly ChangeRow[] }) =>
  rows.map(({ what, from, to, does, covers }, index) => (
    <tr key={index}>
      <th scope="row">
        <Said of={what} />
      </th>
      <td className="num-wrap">
        {from && (
          <>
            <Said of={from} /> <span aria-label="to">→</span>{" "}
          </>
        )}
        <Said className="now" of={to} />
      </td>
      {covers > 0 && (
        <td rowSpan={covers}>
          <Said of={does} />
        </td>
      )}
    </tr>
  ));

const Head = () => (
  <thead>
    <tr>
      <th scope="col">What</th>
      <th scope="col">Change</th>
      <th scope="col">What it does</th>
    </tr>
  </thead>
);

/** No problems, always the same ones. */
const none: readonly Finding[] = [];

const changes = (count: number): string => `${count} ${count === 1 ? "change" : "changes"}`;

/**
 * What changed between two layouts: one table for the whole spec and one per breakpoint, with a drawing if edges moved.
 * Breakpoints without changes share one line.
 */
export const ChangeTables = ({ before, after, names = ["before", "after"], problems = none, sheet, looking }: Props) => {
  const tables = useMemo(() => changeTables(before, after), [before, after]);
  const touched = (id: string): boolean => problems.some(({ breakpoint }) => breakpoint === id);
  const here = (id: string): boolean => looking?.at.includes(id) ?? false;
  const changed = tables.breakpoints
    .filter(({ id, rows }) => rows.length > 0 || touched(id))
    .sort((a, b) => Number(here(b.id)) - Number(here(a.id)));
  const same = tables.breakpoints.filter((one) => !changed.includes(one));
  if (tables.spec.length + changed.length === 0) return <p className="card-plain p-3">Nothing has changed.</p>;
  return (
    <div className="change-tables">
      <p className="quiet">
        <Said of={changeCount(tables)} />.
        {problems.length > 0 &&
          ` ${countOf(problems.length, "problem")} ${problems.length === 1 ? "has" : "have"} to be fixed before publishing.`}
      </p>
      {tables.spec.length > 0 && (
        <section className="card-plain">
          <header>
            <h2>Whole spec</h2>
            <span className="aside">{changes(tables.spec.length)}</span>
          </header>
          <table>
            <Head />
            <tbody>
              <Rows rows={tables.spec} />
            </tbody>
          </table>
        </section>
      )}
      {changed.map((table) => (
        <OfBreakpoint
          key={table.id}
          table={table}
          before={before}
          after={after}
          was={names[0]}
          is={names[1]}
          problems={problems}
          sheet={sheet}
          here={here(table.id) ? (looking?.width ?? null) : null}
        />
      ))}
      {same.length > 0 && (
        <p className="card-plain unchanged">
          <strong>{same.map(({ name }) => name).join(", ")}</strong> {same.length === 1 ? "has" : "have"} no changes.
        </p>
      )}
    </div>
  );
};

type OfProps = Required<Pick<Props, "before" | "after">> & {
  readonly was: string;
  readonly is: string;
  /** Problems of the later layout, at whichever breakpoint. */
  readonly problems: readonly Finding[];
  readonly table: ChangeTable;
  readonly sheet: Props["sheet"];
  /** The current width if this breakpoint applies at it; else null. */
  readonly here: number | null;
};

/** One breakpoint's table. Another width only redraws tables of breakpoints that begin or cease to apply. */
const OfBreakpoint = memo(function OfBreakpoint({ table, before, after, was, is, problems: all, sheet, here }: OfProps) {
  const problems = all.filter(({ breakpoint }) => breakpoint === table.id);
  const { id, name, rows, edgesMoved } = table;
  const shown = table.after ?? table.before;
  const width = fromJsonNumber(shown?.drawnAt.width ?? 1);
  const [earlier, later] = [table.before && resolutionsOf(before)(id), table.after && resolutionsOf(after)(id)].map((one) =>
    one && one.areas.length > 0 ? one : null,
  ) as [Resolution | null, Resolution | null];
  return (
    <section className="card-plain">
      <header>
        <h2>{name}</h2>
        <span className="num quiet">{rangeText(table.after ? after : before, id)}</span>
        <span className={`aside ${problems.length > 0 ? "fault" : ""}`}>
          {problems.length > 0 ? countOf(problems.length, "problem") : changes(rows.length)}
          {here !== null && `, at ${here}`}
        </span>
      </header>
      <table>
        <Head />
        <tbody>
          <Rows rows={rows} />
          {problems.map((finding) => {
            const { title, message } = findingWords(finding, name);
            return (
              <tr key={`${finding.rule} ${finding.path}`} className="fault">
                <th scope="row">Problem</th>
                <td>
                  <Said of={title} />
                </td>
                <td>
                  <Said of={message} /> {sheet && <a href={sheet(id)}>Fix on the sheet</a>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {edgesMoved && (
        <figure>
          <EdgesOver
            id={`over-${id}`}
            after={table.after && termsAt(after, table.after, width)}
            before={table.before && termsAt(before, table.before, width)}
            width={840}
            height={56}
            label={`${name} at ${toDecimal(width)}: the columns of ${is} filled, the edges of ${was} dashed`}
          />
          <figcaption>
            Filled: {is}. Dashed: {was}.
          </figcaption>
        </figure>
      )}
      {areasDiffer(earlier, later) && (
        <details>
          <summary>Areas, {was} dashed</summary>
          <AreasPlan before={earlier} after={later} label={`Areas of ${name}: ${was} dashed over ${is}`} />
        </details>
      )}
    </section>
  );
});
