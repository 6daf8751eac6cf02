"use client";

import { type Exact, fromJsonNumber, type Layout, show, toDecimal, toNumber, workOutSum } from "@ypsiline/core";
import { ArrowLeft, ArrowRight, Plus, X } from "lucide-react";
import { useState } from "react";
import { Num } from "@/ui/num";
import { TextField } from "@/ui/text-field";

type Step = Layout["spacing"][number];

type Props = {
  readonly steps: readonly Step[];
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly most: number;
  /** Px of a multiple of the base unit. */
  readonly size: (multiple: Exact) => Exact;
  /** Takes the steps in their new order, or says why they cannot be. */
  readonly onSteps: (steps: readonly Step[]) => string | null;
};

/** A typed multiple ("1.5", "12/8"); null if the format does not allow it. */
const multipleOf = (text: string): number | null => {
  const sum = workOutSum(text);
  if (!sum.ok || sum.unit) return null;
  const decimal = toDecimal(sum.value, 3);
  const value = Number(decimal);
  return toNumber(sum.value) === value && value >= 0 && value <= 1000 ? value : null;
};

/** The next usual multiple past the largest (common practice), and a name of its own. */
const nextStep = (steps: readonly Step[]): Step => {
  const largest = Math.max(0, ...steps.map(({ multiple }) => multiple));
  const multiple = [0.5, 1, 2, 3, 4, 6, 8, 10, 12, 16, 20, 24].find((one) => one > largest) ?? Math.min(1000, largest + 8);
  let number = steps.length + 1;
  while (steps.some(({ name }) => name === `step-${number}`)) number += 1;
  return { name: `step-${number}`, multiple };
};

/** The named multiples of the base unit, in their order, each with its size drawn to one scale. */
export const SpacingSteps = ({ steps, readOnly, most, size, onSteps }: Props) => {
  const [said, setSaid] = useState("");
  const largest = Math.max(1, ...steps.map(({ multiple }) => toNumber(size(fromJsonNumber(multiple)))));
  const tallest = 40;
  const scale = Math.min(1, tallest / largest);
  const replace = (index: number, next: Partial<Step>): string | null =>
    onSteps(steps.map((one, at) => (at === index ? { ...one, ...next } : one)));
  const move = (index: number, by: number): void => {
    const to = index + by;
    const moved = steps[index];
    if (!moved || to < 0 || to >= steps.length) return;
    const others = steps.filter((_, at) => at !== index);
    onSteps([...others.slice(0, to), moved, ...others.slice(to)]);
    setSaid(`${moved.name} is now number ${to + 1} of ${steps.length}`);
  };
  return (
    <div className="spacing" role="group" aria-label="Spacing steps">
      <span className="visually-hidden" role="status">
        {said}
      </span>
      <ol>
        {steps.map((step, index) => {
          const px = size(fromJsonNumber(step.multiple));
          const side = Math.max(1, toNumber(px) * scale);
          return (
            <li key={step.name}>
              <span className="swatch" style={{ height: tallest }}>
                <span style={{ width: side, height: side }} />
              </span>
              <TextField
                label={`Name of step ${index + 1}`}
                text={step.name}
                disabled={readOnly}
                onEnter={(name) =>
                  name.trim() === ""
                    ? "Type a name"
                    : steps.some((other, at) => at !== index && other.name === name)
                      ? `There is a step ${name} already`
                      : replace(index, { name })
                }
              />
              <span className="times">
                ×
                <TextField
                  label={`Multiple of ${step.name}`}
                  className="num"
                  text={String(step.multiple)}
                  disabled={readOnly}
                  onEnter={(text) => {
                    const multiple = multipleOf(text);
                    return multiple === null ? "Type a multiple from 0 to 1,000 with at most 3 decimals" : replace(index, { multiple });
                  }}
                />
              </span>
              <span className="px">
                <Num value={px} />
              </span>
              {!readOnly && (
                <span className="moves">
                  <button type="button" aria-label={`Move ${step.name} before`} disabled={index === 0} onClick={() => move(index, -1)}>
                    <ArrowLeft size={12} aria-hidden="true" />
                  </button>
                  <button type="button" aria-label={`Remove ${step.name}`} onClick={() => onSteps(steps.filter((_, at) => at !== index))}>
                    <X size={12} aria-hidden="true" />
                  </button>
                  <button
                    type="button"
                    aria-label={`Move ${step.name} after`}
                    disabled={index === steps.length - 1}
                    onClick={() => move(index, 1)}
                  >
                    <ArrowRight size={12} aria-hidden="true" />
                  </button>
                </span>
              )}
            </li>
          );
        })}
        {!readOnly && (
          <li>
            <button
              type="button"
              className="btn btn-sm btn-quiet"
              disabled={steps.length >= most}
              onClick={() => onSteps([...steps, nextStep(steps)])}
            >
              <Plus size={13} aria-hidden="true" /> Add step
            </button>
          </li>
        )}
      </ol>
      {steps.length === 0 && (
        <p className="quiet m-0">No steps yet. A step is a named multiple of the base unit, {show(size(fromJsonNumber(1)))}.</p>
      )}
    </div>
  );
};
