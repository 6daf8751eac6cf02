import { add, ceiling, compare, divide, exact, type Exact, larger, multiply, subtract, toNumber, zero } from "../exact/exact";

/**
 * Lines at a fixed step, CSS px: at offset + k · step for k = 0, 1, 2, … Every `emphasis`-th is emphasised, starting
 * with k = 0.
 */
export type RepeatedLines = { readonly offset: Exact; readonly step: Exact; readonly emphasis: number };

/** A line drawn right across a sheet, CSS px from its top left. */
export type DrawnLine = { readonly at: Exact; readonly emphasised: boolean };

/** Most lines of one kind: a step of 1 px on the largest sheet. */
const mostLines = 20_000;

/** The lines from `from` to `until`, both included and not below 0; at most the first 20,000. */
export const linesBetween = ({ offset, step, emphasis }: RepeatedLines, from: Exact, until: Exact): readonly DrawnLine[] => {
  const lines: DrawnLine[] = [];
  const first = Math.max(0, toNumber(ceiling(divide(subtract(larger(zero, from), offset), step))));
  for (let k = first; k < first + mostLines; k += 1) {
    const at = add(offset, multiply(exact(k), step));
    if (compare(at, until) > 0) break;
    lines.push({ at, emphasised: k % emphasis === 0 });
  }
  return lines;
};
