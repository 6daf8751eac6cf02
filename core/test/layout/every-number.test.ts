import { describe, expect, it } from "vitest";
import {
  breakpointNumbers,
  carryNumbers,
  cellList,
  compareLayouts,
  type FormatId,
  formats,
  type Layout,
  layoutSchema,
  plainWriting,
  takeOver,
  writeIn,
} from "../../src/index";
import { cleanLayout } from "../layouts";
import { breakpointLeaves } from "./leaves";

type Members = Record<string, unknown>;
type Breakpoint = Layout["breakpoints"][number];

/** A layout whose breakpoints together have every number of the format. */
const everything: Layout = layoutSchema.parse({
  ...cleanLayout(),
  breakpoints: cleanLayout().breakpoints.map((one, index) => ({
    ...one,
    columns: {
      ...one.columns,
      container: [{ kind: "fluid" }, { kind: "capped", max: "1200px", align: "start" }, { kind: "fixed", width: "960px", align: "end" }][
        index
      ],
      stated: { container: "960px", column: "60px" },
    },
    rows:
      index === 1
        ? { kind: "repeating", height: "80px", gutter: "16px", offset: "8px" }
        : { kind: "dividing", count: 6, gutter: "16px", margin: { start: "24px", end: "32px" }, least: "40px", most: "120px" },
    baseline: { step: "8px", offset: "4px", emphasis: 3 },
    mesh: { step: "8px", emphasis: 5 },
  })),
});

/** The value at a path, read without core. */
const at = (part: unknown, path: string): unknown =>
  path
    .split("/")
    .reduce<unknown>((inner, name) => (typeof inner === "object" && inner !== null ? (inner as Members)[name] : undefined), part);

/** A breakpoint with another value at a path; null if it has no value there. */
const changedAt = (breakpoint: Breakpoint, path: string): Breakpoint | null => {
  const copy = structuredClone(breakpoint) as unknown as Members;
  const names = path.split("/");
  const last = names.pop() ?? "";
  const part = names.reduce<unknown>((inner, name) => (inner as Members | undefined)?.[name], copy) as Members | undefined;
  const value = part?.[last];
  if (!part || value === undefined) return null;
  const words: Readonly<Record<string, string>> = { none: "half", center: "end", start: "center", end: "start" };
  part[last] =
    typeof value === "number"
      ? value + 1
      : (words[value as string] ?? (value as string).replace(/^[\d.]+/, (digits) => String(Number(digits) + 1)));
  return copy as unknown as Breakpoint;
};

const withBreakpoint = (breakpoint: Breakpoint): Layout => ({
  ...everything,
  breakpoints: everything.breakpoints.map((one) => (one.id === breakpoint.id ? breakpoint : one)),
});

/** The member that names a part's kind. It changes together with everything in the part, so it is not tested alone. */
const kinds = ["columns/container/kind", "rows/kind"];
const paths = [...breakpointLeaves()].filter((path) => path !== "id" && path !== "name" && !kinds.includes(path));

const readBack = (id: FormatId, layout: Layout, breakpoint: string): Layout | null => {
  const written = writeIn(formats[id], layout, breakpoint, plainWriting);
  const read = written.ok ? formats[id].read?.(written.text) : null;
  return read?.ok ? read.layout : null;
};

describe("every number of the schema", () => {
  it.each(paths)("%s survives every format that holds it, alone, and stays where a format does not", (path) => {
    let compared = 0;
    for (const one of everything.breakpoints) {
      const changed = changedAt(one, path);
      if (!changed) continue;
      const other = withBreakpoint(changed);
      expect(compareLayouts(everything, other).length, "told as a change").toBeGreaterThan(0);
      // Only the ledger holds all of them.
      const ledger = readBack("ledger", other, one.id)?.breakpoints.find(({ id }) => id === one.id);
      expect(ledger, "in a ledger").toEqual(changed);
      for (const id of Object.keys(formats) as FormatId[]) {
        const { holds } = formats[id];
        const read = holds && readBack(id, other, one.id);
        // Line positions contain none of the numbers; what can be derived from them is tested in take-over.test.ts.
        if (!read || holds.breakpoint === "none" || id === "csv") continue;
        const whole = id === "layout" || id === "tokens";
        const taken = takeOver(everything, read, id, whole).breakpoints.find(({ id: own }) => own === one.id);
        const held = holds.breakpoint === "all" || (holds.breakpoint as readonly string[]).includes(path);
        expect(taken, `taken from ${id}`).toEqual(held ? changed : one);
        compared += 1;
      }
    }
    expect(compared).toBeGreaterThan(3);
  });

  it.each(paths)("%s is copied with its cell, or stays with its breakpoint, and nothing else moves", (path) => {
    const number = breakpointNumbers[path as keyof typeof breakpointNumbers];
    const cell = cellList.find(({ id }) => id === number.cell);
    const carried = cell?.carry === "alone" ? cell.id : cell?.carry;
    for (const one of everything.breakpoints) {
      const changed = changedAt(one, path);
      if (!changed) continue;
      const to = carryNumbers(one, changed, new Set(carried ? [carried] : cellList.map(({ id }) => id)));
      expect(to).toEqual(carried && number.carried ? changed : one);
      expect(at(to, path)).toBe(carried && number.carried ? at(changed, path) : at(one, path));
    }
  });
});
