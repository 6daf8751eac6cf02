"use client";

import {
  type AreaGeometry,
  type Breakpoint,
  declaredText,
  type Exact,
  type Inside,
  type Layout,
  type Placement,
  type Resolution,
  spaceBelow,
  spaceBeside,
  toNumber,
} from "@ypsiline/core";
import { Num } from "@/ui/num";
import { TextField } from "@/ui/text-field";
import { CountTerm, FixedTerm, LengthTerm, Sign } from "../sums/term";
import { withPlacement } from "./area-edits";
import { AreaInside } from "./area-inside";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly resolution: Resolution | null;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly chosen: string | null;
  readonly onLayout: (layout: Layout) => string | null;
};

const leavesWords = { none: "nowhere", start: "at the start", end: "at the end", both: "at both edges" } as const;
const insideWords = (inside: Inside | null, span: number): string =>
  inside === null ? "none" : inside.kind === "same" ? `these ${span} ${span === 1 ? "column" : "columns"}` : `${inside.count} of its own`;

/** The numbers of the area that is worked on, every one typed as well as drawn, and its sum under them. */
export const AreasLine = ({ layout, breakpoint, resolution, base, readOnly, chosen, onLayout }: Props) => {
  const at = breakpoint.id;
  const one = resolution?.areas.find(({ area }) => area.id === chosen) ?? null;
  const area = layout.areas.find(({ id }) => id === chosen) ?? null;
  return (
    <section className="sum areas-line" aria-label="Areas">
      {!one || !area ? (
        <p className="quiet m-0">
          {area
            ? `${area.name} is not shown at ${breakpoint.name}. Type its columns in the ledger to show it.`
            : layout.areas.length === 0
              ? "Areas say which content takes which columns. Draw one over columns of the sheet, or add one here."
              : "Choose an area on the sheet or in the ledger, or draw a new one over columns."}
        </p>
      ) : (
        <Chosen {...{ layout, at, one, base, readOnly, onLayout, resolution }} />
      )}
    </section>
  );
};

type ChosenProps = {
  readonly layout: Layout;
  readonly at: string;
  readonly one: AreaGeometry;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly onLayout: (layout: Layout) => string | null;
  readonly resolution: Resolution | null;
};

const Chosen = ({ layout, at, one, base, readOnly, onLayout, resolution }: ChosenProps) => {
  const { area, placement, row, rowSpan, on } = one;
  const { column, span, leaves, by, reason, over, inside } = placement;
  const set = (change: Partial<Placement>): string | null => onLayout(withPlacement(layout, area.id, at, change));
  const setArea = (change: Partial<typeof area>): string | null =>
    onLayout({ ...layout, areas: layout.areas.map((each) => (each.id === area.id ? { ...each, ...change } : each)) });
  const key = `${at} ${area.id}`;
  const own = inside?.kind === "own" ? inside : null;
  return (
    <>
      <div className="terms">
        <label className="term area-name">
          <span className="term-label">Area</span>
          <TextField
            key={key}
            label="Area"
            text={area.name}
            disabled={readOnly}
            onEnter={(text) => (text.trim() === "" ? "Give it a name" : setArea({ name: text.trim() }))}
          />
          <span className="term-foot" />
        </label>
        <CountTerm
          key={`${key} column`}
          label="From column"
          value={column}
          most={on.count}
          base={base}
          disabled={readOnly}
          onValue={(value) => set({ column: value, span: Math.min(span, on.count - value + 1) })}
        />
        <CountTerm
          key={`${key} span`}
          label="Takes columns"
          value={span}
          most={on.count - column + 1}
          base={base}
          disabled={readOnly}
          onValue={(value) => set({ span: value })}
        />
        <Sign>=</Sign>
        <FixedTerm label="Width">
          <Num value={one.width} />
        </FixedTerm>
        <CountTerm
          key={`${key} row`}
          label={on.rows ? "From row" : "From band"}
          value={row}
          most={10_000}
          base={base}
          disabled={readOnly}
          onValue={(value) => set({ row: value })}
        />
        <CountTerm
          key={`${key} rows`}
          label={on.rows ? "Takes rows" : "Takes bands"}
          value={rowSpan}
          most={10_000}
          base={base}
          disabled={readOnly}
          onValue={(value) => set({ rowSpan: value === 1 ? undefined : value })}
        />
        {one.height && (
          <>
            <Sign>=</Sign>
            <FixedTerm label="Height">
              <Num value={one.height} />
            </FixedTerm>
          </>
        )}
        <label className="term">
          <span className="term-label">Leaves the grid</span>
          <select
            name="leaves"
            className="form-select form-select-sm"
            value={leaves}
            disabled={readOnly}
            onChange={(event) =>
              set({ leaves: event.target.value as Placement["leaves"], ...(event.target.value === "none" ? { by: undefined } : {}) })
            }
          >
            {Object.entries(leavesWords).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
          <span className="term-foot" />
        </label>
        <label className="term">
          <span className="term-label">Grid inside</span>
          <select
            name="inside"
            className="form-select form-select-sm"
            value={inside?.kind ?? "none"}
            disabled={readOnly}
            onChange={(event) => set({ inside: startInside(event.target.value, span) })}
          >
            <option value="none">none</option>
            <option value="same">{insideWords({ kind: "same" }, span)}</option>
            <option value="own">{own ? insideWords(own, span) : "columns of its own"}</option>
          </select>
          <span className="term-foot" />
        </label>
      </div>
      <div className="area-sum">
        <p className="num m-0">
          <Num value={one.width} />
          {leaves === "none" ? (
            <>
              {" = "}
              {span} × <Num value={on.column} />
              {span > 1 && (
                <>
                  {" + "}
                  {span - 1} × <Num value={on.gutter} />
                </>
              )}
            </>
          ) : (
            <>
              {" from "}
              <Num value={one.left} /> to <Num value={one.right} />
            </>
          )}
          <Neighbours one={one} areas={resolution?.areas ?? []} />
        </p>
        <label className="inline">
          Kind
          <TextField
            key={`${key} kind`}
            label="Kind"
            text={area.kind ?? ""}
            disabled={readOnly}
            onEnter={(text) => setArea({ kind: text.trim() === "" ? undefined : text.trim() })}
          />
        </label>
        <label className="inline" title="May overlap other areas">
          <input
            name="over"
            type="checkbox"
            className="form-check-input m-0"
            checked={over}
            disabled={readOnly}
            onChange={(event) => set({ over: event.target.checked })}
          />
          Over others
        </label>
      </div>
      {(leaves !== "none" || own) && (
        <div className="terms area-more">
          {leaves !== "none" && (
            <>
              <label className="inline">
                By
                <select
                  name="leaves-by"
                  className="form-select form-select-sm"
                  value={by === undefined ? "edge" : "length"}
                  disabled={readOnly}
                  onChange={(event) => set({ by: event.target.value === "edge" ? undefined : "24px" })}
                >
                  <option value="edge">all the way to the edge</option>
                  <option value="length">a length</option>
                </select>
              </label>
              {by !== undefined && (
                <LengthTerm
                  key={`${key} by`}
                  label="Length"
                  text={declaredText(by)}
                  base={base}
                  disabled={readOnly}
                  onText={(text) => set({ by: text })}
                />
              )}
              <label className="inline area-reason">
                Why
                <TextField
                  key={`${key} reason`}
                  label="Why it leaves the grid"
                  text={reason ?? ""}
                  disabled={readOnly}
                  onEnter={(text) => set({ reason: text.trim() === "" ? undefined : text.trim() })}
                />
              </label>
            </>
          )}
          {own && (
            <AreaInside id={key} own={own} inside={one.inside} base={base} readOnly={readOnly} onOwn={(next) => set({ inside: next })} />
          )}
        </div>
      )}
    </>
  );
};

const startInside = (kind: string, span: number): Inside | null =>
  kind === "same"
    ? { kind }
    : kind === "own"
      ? { kind, count: Math.max(1, Math.min(4, span)), gutter: "16px", margin: { start: "16px", end: "16px" }, rows: null, baseline: null }
      : null;

/** White space to the neighbours in words: "above, to Search: 40 px, 2 rows, the same as below · to Fares: 24 px, one gutter". */
const Neighbours = ({ one, areas }: { readonly one: AreaGeometry; readonly areas: readonly AreaGeometry[] }) => {
  const down = spaceBelow(areas).filter(({ from, to }) => from === one || to === one);
  const across = spaceBeside(areas).filter(({ from, to }) => from === one || to === one);
  const equal = (distance: Exact | null): boolean =>
    distance !== null && down.filter((other) => other.distance && toNumber(other.distance) === toNumber(distance)).length > 1;
  return (
    <span className="quiet">
      {down.map(({ from, to, distance, between }) => (
        <span key={`${from.area.id} ${to.area.id}`}>
          {" · "}
          {to === one ? "above" : "below"}, to {to === one ? from.area.name : to.area.name}:{" "}
          {distance && (
            <>
              <Num value={distance} /> px{between > 0 && ", "}
            </>
          )}
          {between > 0 ? `${between} ${between === 1 ? "row" : "rows"}` : !distance && "no row between"}
          {equal(distance) && `, the same as ${to === one ? "below" : "above"}`}
        </span>
      ))}
      {across.map(({ from, to, distance, between }) => (
        <span key={`${from.area.id} ${to.area.id}`}>
          {" · "}
          to {to === one ? from.area.name : to.area.name}:{" "}
          {distance && (
            <>
              <Num value={distance} /> px,{" "}
            </>
          )}
          {between === 0 ? "one gutter" : `${between} ${between === 1 ? "column" : "columns"}`}
        </span>
      ))}
    </span>
  );
};
