"use client";

import { type Breakpoint, divide, type Exact, exact, type Layout, limits, multiply, parseLength, show, toPx } from "@ypsiline/core";
import { CountTerm, LengthTerm } from "./term";
import { SpacingSteps } from "./spacing-steps";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly onLayout: (layout: Layout) => string | null;
  readonly onBreakpoint: (breakpoint: Breakpoint) => string | null;
};

const inPx = (text: string, layout: Layout): Exact | null => {
  const length = parseLength(text);
  const root = parseLength(layout.rootFontSize);
  return length && root ? toPx(length, { width: exact(1), rootFontSize: root.value }) : null;
};

/**
 * The numbers of the whole spec: base unit and half unit, spacing steps, least column, root font size; and the mesh of
 * the current breakpoint.
 */
export const BaseLine = ({ layout, breakpoint, base, readOnly, onLayout, onBreakpoint }: Props) => {
  const { mesh } = breakpoint;
  const meshStep = mesh && inPx(mesh.step, layout);
  return (
    <section className="sum" aria-label="Base">
      <div className="terms">
        <LengthTerm
          label="Base unit"
          text={layout.base}
          units={["px"]}
          base={base}
          least="above-zero"
          disabled={readOnly}
          onText={(text) => onLayout({ ...layout, base: text })}
        />
        <div className="term">
          <span className="term-label">Half unit</span>
          <span className="number-field fixed num">{show(divide(base, exact(2)))}</span>
          <span className="term-foot" />
        </div>
        <LengthTerm
          label="Minimum column"
          text={layout.leastColumn}
          base={base}
          disabled={readOnly}
          inUnits={inPx(layout.leastColumn, layout)}
          onText={(text) => onLayout({ ...layout, leastColumn: text })}
        />
        <LengthTerm
          label="Root font size"
          text={layout.rootFontSize}
          units={["px"]}
          base={base}
          least="above-zero"
          disabled={readOnly}
          onText={(text) => onLayout({ ...layout, rootFontSize: text })}
        />
        <span className="flex-grow-1" />
        <label className="inline mesh-switch">
          <input
            name="mesh"
            type="checkbox"
            className="form-check-input m-0"
            checked={mesh !== null}
            disabled={readOnly}
            onChange={(event) => onBreakpoint({ ...breakpoint, mesh: event.target.checked ? { step: layout.base, emphasis: 8 } : null })}
          />
          Mesh at {breakpoint.name}
        </label>
        {mesh && (
          <>
            <LengthTerm
              key={`${breakpoint.id} step`}
              label="Mesh step"
              text={mesh.step}
              base={base}
              least="above-zero"
              disabled={readOnly}
              inUnits={meshStep}
              onText={(step) => onBreakpoint({ ...breakpoint, mesh: { ...mesh, step } })}
            />
            <CountTerm
              key={`${breakpoint.id} emphasis`}
              label="Emphasis every"
              value={mesh.emphasis}
              most={1000}
              base={base}
              disabled={readOnly}
              onValue={(emphasis) => onBreakpoint({ ...breakpoint, mesh: { ...mesh, emphasis } })}
            />
          </>
        )}
      </div>
      <SpacingSteps
        steps={layout.spacing}
        base={base}
        readOnly={readOnly}
        most={limits.spacingSteps}
        size={(multiple) => multiply(base, multiple)}
        onSteps={(spacing) => onLayout({ ...layout, spacing: [...spacing] })}
      />
    </section>
  );
};
