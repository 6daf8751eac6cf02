"use client";

import { type Breakpoint, type Exact, fromJsonNumber, type Layout, pxText, resolveBaseline } from "@ypsiline/core";
import { Num } from "@/ui/num";
import { CountTerm, FixedTerm, LengthTerm, Sign } from "./term";
import { TextRoles } from "./text-roles";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly base: Exact;
  readonly rootFontSize: Exact;
  readonly readOnly: boolean;
  readonly onLayout: (layout: Layout) => string | null;
  readonly onBreakpoint: (breakpoint: Breakpoint) => string | null;
  readonly onCarry: (() => void) | null;
};

/** The baseline of a breakpoint with its own sum over the height, and the spec's text roles held against it. */
export const BaselineLine = ({ layout, breakpoint, base, rootFontSize, readOnly, onLayout, onBreakpoint, onCarry }: Props) => {
  const { baseline, drawnAt } = breakpoint;
  const sheet = fromJsonNumber(drawnAt.height);
  const context = { width: fromJsonNumber(drawnAt.width), rootFontSize };
  const lines = baseline && resolveBaseline(baseline, sheet, context);
  return (
    <section className="sum" aria-label="Baseline">
      <div className="terms">
        <label className="inline align-self-center">
          <input
            name="baseline"
            type="checkbox"
            className="form-check-input m-0"
            checked={baseline !== null}
            disabled={readOnly}
            onChange={(event) =>
              onBreakpoint({
                ...breakpoint,
                baseline: event.target.checked ? { step: pxText(base) ?? "8px", offset: "0px", emphasis: 4 } : null,
              })
            }
          />
          Baseline at {breakpoint.name}
        </label>
        {baseline && lines && (
          <>
            <FixedTerm label="Height">{<Num value={sheet} />}</FixedTerm>
            <Sign>=</Sign>
            <LengthTerm
              key={`${breakpoint.id} offset`}
              label="Offset"
              text={baseline.offset}
              base={base}
              least="any"
              kind="of-margin"
              disabled={readOnly}
              inUnits={lines.offset}
              onText={(offset) => onBreakpoint({ ...breakpoint, baseline: { ...baseline, offset } })}
            />
            <Sign>+</Sign>
            <FixedTerm label="Lines">{lines.lines}</FixedTerm>
            <Sign>×</Sign>
            <LengthTerm
              key={`${breakpoint.id} step`}
              label="Step"
              text={baseline.step}
              base={base}
              least="above-zero"
              kind="of-baseline"
              disabled={readOnly}
              inUnits={lines.step}
              onText={(step) => onBreakpoint({ ...breakpoint, baseline: { ...baseline, step } })}
            />
            <Sign>+</Sign>
            <FixedTerm label="Left over">{<Num value={lines.remainder} />}</FixedTerm>
            <CountTerm
              key={`${breakpoint.id} emphasis`}
              label="Emphasis every"
              value={baseline.emphasis}
              most={1000}
              base={base}
              disabled={readOnly}
              onValue={(emphasis) => onBreakpoint({ ...breakpoint, baseline: { ...baseline, emphasis } })}
            />
          </>
        )}
        <span className="flex-grow-1" />
        {onCarry && (
          <button type="button" className="btn btn-sm btn-quiet align-self-center" onClick={onCarry}>
            Copy to breakpoints…
          </button>
        )}
      </div>
      <TextRoles
        layout={layout}
        breakpoint={breakpoint}
        step={lines?.step ?? null}
        base={base}
        rootFontSize={rootFontSize}
        readOnly={readOnly}
        onLayout={onLayout}
      />
    </section>
  );
};
