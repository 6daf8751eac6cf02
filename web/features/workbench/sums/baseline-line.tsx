"use client";

import { type BaselineGeometry, type Breakpoint, type Exact, fromJsonNumber, type Layout, multiply, exact, pxText } from "@ypsiline/core";
import { BaseUnits } from "@/ui/base-units";
import { Num } from "@/ui/num";
import { spokenBaseline } from "./spoken-sums";
import { Kinds, SumFrame } from "./sum-frame";
import { CountTerm, FixedTerm, LengthTerm, Sign } from "./term";
import { TextRoles } from "./text-roles";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  /** Its baseline over its drawn-at height; null if it has none. */
  readonly lines: BaselineGeometry | null;
  readonly base: Exact;
  readonly rootFontSize: Exact;
  readonly readOnly: boolean;
  readonly onLayout: (layout: Layout) => string | null;
  readonly onBreakpoint: (breakpoint: Breakpoint) => string | null;
};

const kinds = [
  { id: "none", words: "no baseline", title: "Text stands on no common lines at this breakpoint" },
  { id: "lines", words: "lines", title: "Text stands on lines of one step" },
] as const;

/** The baseline of a breakpoint with its sum over the height, and the text roles compared with it. */
export const BaselineLine = ({ layout, breakpoint, lines, base, rootFontSize, readOnly, onLayout, onBreakpoint }: Props) => {
  const { baseline, drawnAt } = breakpoint;
  const sheet = fromJsonNumber(drawnAt.height);
  const chooser = (
    <Kinds
      label={`Baseline of ${breakpoint.name}`}
      name={`baseline-${breakpoint.id}`}
      kinds={kinds}
      value={baseline ? "lines" : "none"}
      disabled={readOnly}
      onKind={(kind) =>
        onBreakpoint({ ...breakpoint, baseline: kind === "lines" ? { step: pxText(base) ?? "8px", offset: "0px", emphasis: 4 } : null })
      }
    />
  );
  const roles = (
    <div className="sum">
      <TextRoles
        layout={layout}
        breakpoint={breakpoint}
        step={lines?.step ?? null}
        base={base}
        rootFontSize={rootFontSize}
        readOnly={readOnly}
        onLayout={onLayout}
      />
    </div>
  );
  if (!baseline || !lines)
    return (
      <section aria-label="Baseline">
        <div className="sum one-line">
          <p className="quiet my-2">
            {breakpoint.name} has no baseline. With one, line heights and text are checked against lines that run down the page.
          </p>
          {chooser}
        </div>
        {roles}
      </section>
    );
  const filled = multiply(exact(lines.lines), lines.step);
  return (
    <section aria-label="Baseline">
      <SumFrame
        label="Baseline sum"
        spoken={spokenBaseline(lines, sheet)}
        before={
          <>
            <FixedTerm label="Height">
              <Num value={sheet} />
            </FixedTerm>
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
          </>
        }
        inside={
          <>
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
          </>
        }
        after={
          <>
            <Sign>+</Sign>
            <FixedTerm label="Left over">
              <Num value={lines.remainder} />
            </FixedTerm>
          </>
        }
        under={
          <>
            <span className="inline">
              Lines fill <Num value={filled} /> <BaseUnits value={filled} base={base} />
            </span>
            {chooser}
          </>
        }
        options={
          <CountTerm
            key={`${breakpoint.id} emphasis`}
            label="Emphasis every"
            value={baseline.emphasis}
            most={1000}
            base={base}
            disabled={readOnly}
            onValue={(emphasis) => onBreakpoint({ ...breakpoint, baseline: { ...baseline, emphasis } })}
          />
        }
      />
      {roles}
    </section>
  );
};
