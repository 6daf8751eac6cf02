"use client";

import type { AreaGrid, Exact, Inside, Rows } from "@ypsiline/core";
import { Num } from "@/ui/num";
import { CountTerm, FixedTerm, LengthTerm } from "../sums/term";

type Own = Extract<Inside, { kind: "own" }>;

type Props = {
  /** What tells this area's fields from another's. */
  readonly id: string;
  readonly own: Own;
  /** The resolved grid; null if it cannot be resolved. */
  readonly inside: AreaGrid | null;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly onOwn: (own: Own) => string | null;
};

const rowKinds = { none: "bands", repeating: "repeating", dividing: "dividing its height" } as const;

const startRows = (kind: string): Rows | null =>
  kind === "repeating"
    ? { kind, height: "8px", gutter: "8px", offset: "0px" }
    : kind === "dividing"
      ? { kind, count: 3, gutter: "8px", margin: { start: "0px", end: "0px" } }
      : null;

/** The numbers of a grid that an area has of its own: columns, rows and baseline, counted from its start and top. */
export const AreaInside = ({ id, own, inside, base, readOnly, onOwn }: Props) => {
  const { rows, baseline } = own;
  const lengths = { base, disabled: readOnly };
  return (
    <>
      <CountTerm
        key={`${id} own count`}
        label="Columns inside"
        value={own.count}
        most={96}
        {...lengths}
        onValue={(value) => onOwn({ ...own, count: value })}
      />
      <LengthTerm
        key={`${id} own gutter`}
        label="Gutter inside"
        text={own.gutter}
        units={["px", "rem", "fr"]}
        {...lengths}
        onText={(text) => onOwn({ ...own, gutter: text })}
      />
      <LengthTerm
        key={`${id} own margin`}
        label="Margins inside"
        text={own.margin.start}
        units={["px", "rem", "%"]}
        {...lengths}
        onText={(text) => onOwn({ ...own, margin: { start: text, end: text } })}
      />
      {inside && (
        <FixedTerm label="Column inside">
          <Num value={inside.column} />
        </FixedTerm>
      )}
      <label className="term">
        <span className="term-label">Rows inside</span>
        <select
          name="inside-rows"
          className="form-select form-select-sm"
          value={rows?.kind ?? "none"}
          disabled={readOnly}
          onChange={(event) => onOwn({ ...own, rows: startRows(event.target.value) })}
        >
          {Object.entries(rowKinds).map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </select>
        <span className="term-foot" />
      </label>
      {rows?.kind === "repeating" && (
        <LengthTerm
          key={`${id} own row`}
          label="Row inside"
          text={rows.height}
          least="above-zero"
          {...lengths}
          onText={(text) => onOwn({ ...own, rows: { ...rows, height: text } })}
        />
      )}
      {rows?.kind === "dividing" && (
        <CountTerm
          key={`${id} own rows`}
          label="Rows"
          value={rows.count}
          most={96}
          {...lengths}
          onValue={(value) => onOwn({ ...own, rows: { ...rows, count: value } })}
        />
      )}
      {rows && (
        <LengthTerm
          key={`${id} own row gutter`}
          label="Between rows"
          text={rows.gutter}
          {...lengths}
          onText={(text) => onOwn({ ...own, rows: { ...rows, gutter: text } })}
        />
      )}
      <label className="inline">
        <input
          name="inside-baseline"
          type="checkbox"
          className="form-check-input m-0"
          checked={baseline !== null}
          disabled={readOnly}
          onChange={(event) => onOwn({ ...own, baseline: event.target.checked ? { step: "4px", offset: "0px", emphasis: 4 } : null })}
        />
        Baseline inside
      </label>
      {baseline && (
        <LengthTerm
          key={`${id} own baseline`}
          label="Step inside"
          text={baseline.step}
          least="above-zero"
          {...lengths}
          onText={(text) => onOwn({ ...own, baseline: { ...baseline, step: text } })}
        />
      )}
    </>
  );
};
