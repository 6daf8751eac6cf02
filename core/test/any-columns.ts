import fc from "fast-check";
import type { Columns } from "../src/index";

const lengths = (units: readonly string[]) =>
  fc.tuple(fc.integer({ min: 0, max: 12_000 }), fc.constantFrom(...units)).map(([n, unit]) => `${n / 100}${unit}`);

/** A container of any kind. */
export const anyContainer: fc.Arbitrary<Columns["container"]> = fc.oneof(
  fc.constant({ kind: "fluid" as const }),
  fc.record({
    kind: fc.constant("capped" as const),
    max: fc.integer({ min: 300, max: 1600 }).map((n) => `${n}px`),
    align: fc.constantFrom("start" as const, "center" as const, "end" as const),
  }),
  fc.record({
    kind: fc.constant("fixed" as const),
    width: fc.integer({ min: 300, max: 1600 }).map((n) => `${n}px`),
    align: fc.constantFrom("start" as const, "center" as const, "end" as const),
  }),
);

/** Columns of any count, gutter, margins and container. */
export const anyColumns: fc.Arbitrary<Columns> = fc.record({
  count: fc.integer({ min: 1, max: 24 }),
  gutter: fc.oneof(
    lengths(["px"]),
    fc.integer({ min: 0, max: 100 }).map((n) => `${n / 100}fr`),
  ),
  margin: fc.record({
    start: fc.oneof(
      lengths(["px"]),
      fc.integer({ min: 0, max: 40 }).map((n) => `${n / 2}%`),
    ),
    end: lengths(["px"]),
  }),
  edgeGutters: fc.constantFrom("none" as const, "half" as const),
  container: anyContainer,
});
