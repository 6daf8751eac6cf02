import { boxLimits, formatIds, limits, plainFileOptions } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import type { z } from "zod";
import type { ComputedKind, HeavyAnswer } from "@/server/heavy/kinds";
import { fileOf } from "@/server/heavy/tasks";
import type { HeldDesign } from "@/server/heavy/kinds";
import { checkAnswer, fitAnswer, gridsAnswer, importAnswer, resolveAnswer, setsAnswer, solveAnswer } from "@/wire/api";
import { cleanLayout, withColumns } from "../../../../core/test/layouts";

const layout = cleanLayout();
const boxes = [30, 138, 246].map((x) => ({ x, y: 96, width: 99, height: 120 }));
const list = { format: "ypsiline-boxes", formatVersion: 1, width: 375, boxes: boxes.map((box) => ({ name: "Card", ...box })) };

const told = (answer: HeavyAnswer): string => (answer.ok ? "" : `${answer.problem.code}: ${answer.problem.detail}`);
const bodyOf = (answer: HeavyAnswer): unknown => {
  if (!answer.ok) throw new Error(told(answer));
  return JSON.parse(String(answer.file.body));
};

/** A small request for each task, and a number of its answer computed by hand. */
const asked: Readonly<Record<ComputedKind, readonly [body: object, answer: z.ZodType, says: Readonly<Record<string, unknown>>]>> = {
  // (1280 − 2 × 64 − 11 × 24) / 12
  resolve: [{ layout, width: 1280 }, resolveAnswer, { breakpoint: "desk", column: "74" }],
  solve: [{ columns: 12, column: 74, gutter: 24, margin: 64, givesWay: "width" }, solveAnswer, { width: "1280" }],
  check: [{ layout }, checkAnswer, { findings: [] }],
  // 12 columns of whole px fill 1152 with three gutters of 0 to 24 in steps of 12: columns of 96, 85 and 74.
  "whole-pixel-sets": [{ container: 1152, columns: [12], gutter: { from: 0, to: 24, step: 12 } }, setsAnswer, { total: 3 }],
  fit: [{ layout, list }, fitAnswer, { breakpoint: "phone", width: 375 }],
  grids: [{ width: 375, boxes }, gridsAnswer, {}],
};

describe("work done outside the thread that answers", () => {
  it.each(Object.entries(asked))("%s answers as its contract says", async (kind, [body, contract, says]) => {
    const answer = bodyOf(await fileOf({ kind: kind as ComputedKind, body: JSON.stringify(body) }));
    expect(contract.safeParse(answer).error).toBeUndefined();
    expect(answer).toMatchObject(says);
  });

  it("builds a moment of a draft from the kept revision and the edits since; an edit that does not fit is an error", async () => {
    const gutter = (from: string, to: string) => [{ path: ["breakpoints", "desk", "columns", "gutter"], from, to }];
    const edits = [gutter("24px", "20px"), [{ path: ["base"], from: "8px", to: "4px" }], gutter("20px", "32px")];
    const moment = bodyOf(await fileOf({ kind: "moment", layout: JSON.stringify(layout), edits })) as typeof layout;
    expect(moment.base).toBe("4px");
    expect(moment.breakpoints.find(({ id }) => id === "desk")?.columns.gutter).toBe("32px");
    await expect(fileOf({ kind: "moment", layout: JSON.stringify(layout), edits: [gutter("1px", "2px")] })).rejects.toThrow(
      "edit 1 of a moment does not fit",
    );
  });

  it.each(Object.keys(asked))("%s takes neither text nor members it does not know, and stays", async (kind) => {
    const run = async (body: string): Promise<string> => told(await fileOf({ kind: kind as ComputedKind, body }));
    expect(await run("{")).toMatch(/^malformed: The body must be JSON/);
    expect(await run("[".repeat(100_000))).toMatch(/^malformed: The body must be JSON of at most 64 levels/);
    expect(await run("null")).toMatch(/^malformed: /);
    expect(await run(JSON.stringify({ ...asked[kind as ComputedKind][0], colour: "red" }))).toMatch(/^malformed: .*colour/);
  });

  it.each<[string, ComputedKind, object, RegExp]>([
    ["a layout that is none", "resolve", { layout: { ...layout, base: "8em" }, width: 1280 }, /^unprocessable: \/layout\/base /],
    ["a width above all", "resolve", { layout, width: 20_001 }, /^malformed: \/width must be from 1 to 20,000/],
    ["a breakpoint there is not", "resolve", { layout, width: 1280, breakpoint: "wall" }, /^unprocessable: .*wall|breakpoint/],
    [
      "steps of nothing",
      "whole-pixel-sets",
      { container: 1152, columns: [12], gutter: { from: 0, to: 24, step: 0 } },
      /^malformed: \/gutter\/step /,
    ],
    [
      "neither margin nor container",
      "whole-pixel-sets",
      { columns: [12], gutter: { from: 0, to: 24, step: 12 } },
      /^malformed: \/width must be given/,
    ],
    [
      "more counts than there are",
      "whole-pixel-sets",
      { container: 1152, columns: Array(limits.columns + 1).fill(12), gutter: { from: 0, to: 24, step: 12 } },
      /^malformed: \/columns must hold at most \d+/,
    ],
    [
      "more boxes than are read",
      "grids",
      { width: 375, boxes: Array(boxLimits.boxes + 1).fill(boxes[0]) },
      /^malformed: \/boxes must hold at most 5,000/,
    ],
    ["a tolerance that is none", "fit", { layout, list, tolerance: "wide" }, /^malformed: \/tolerance must be a length/],
    ["boxes without a width", "fit", { layout, list: { ...list, width: undefined } }, /^malformed: \/list\/width /],
  ])("refuses %s and says where", async (_, kind, body, said) => {
    expect(told(await fileOf({ kind, body: JSON.stringify(body) }))).toMatch(said);
  });

  it("writes a layout in every format, and reads back what can be read", async () => {
    for (const format of formatIds) {
      const query = { ...plainFileOptions, format };
      const written = await fileOf({ kind: "export", query, body: JSON.stringify({ layout, breakpoint: "desk" }) });
      if (!written.ok) throw new Error(`${format}: ${told(written)}`);
      expect(String(written.file.body).length).toBeGreaterThan(20);
      const read = await fileOf({ kind: "import", format, text: String(written.file.body) });
      if (!read.ok) {
        // The clean layout has no areas, so their list has only headings.
        if (format === "areas") expect(told(read)).toBe("unprocessable: The whole must hold a heading and at least one row.");
        else expect([format, told(read)]).toEqual([format, `malformed: A layout cannot be read back from ${format}.`]);
        continue;
      }
      const answer = importAnswer.parse(bodyOf(read));
      expect([format, answer.layout.breakpoints.at(-1)?.columns.count]).toEqual([format, 12]);
      if (format === "layout") expect(answer.layout).toEqual(layout);
    }
  });

  it("reads a box list to be saved, or says where it is invalid", async () => {
    expect(bodyOf(await fileOf({ kind: "boxes", text: JSON.stringify(list) }))).toMatchObject({ width: 375, boxes: 3 });
    expect(told(await fileOf({ kind: "boxes", text: JSON.stringify({ ...list, width: 0 }) }))).toMatch(/^unprocessable: \/list\/width /);
    expect(told(await fileOf({ kind: "boxes", text: "[".repeat(100_000) }))).toMatch(/must not nest deeper/);
  });

  it("says what a change does to saved designs, the most affected first, and which could not be measured", async () => {
    // At 360 the phone's four columns of 46 with gutters of 16 start at 64.
    const at = (...lefts: readonly number[]): string =>
      JSON.stringify({ ...list, width: 360, boxes: lefts.map((x) => ({ name: "Card", x, y: 0, width: 46, height: 8 })) });
    const after = withColumns(layout, "phone", { gutter: "8px" });
    const designs: readonly HeldDesign[] = [
      { id: 1, name: "Start alone", list: at(64), purposes: {} },
      { id: 2, name: "Three cards", list: at(64, 126, 188), purposes: {} },
      { id: 3, name: "Meant", list: at(126), purposes: { "0 left": "Open sea", "0 right": "Open sea" } },
      { id: 4, name: "Damaged", list: "{", purposes: {} },
    ];
    expect(bodyOf(await fileOf({ kind: "moved", before: JSON.stringify(layout), after: JSON.stringify(after), designs }))).toEqual({
      designs: 4,
      moved: [
        { id: 2, name: "Three cards", off: 5, on: 0, before: 6 },
        { id: 1, name: "Start alone", off: 1, on: 0, before: 2 },
      ],
      left: ["Damaged"],
    });
  });

  it("says what is wrong with a file, and never breaks on one", async () => {
    for (const format of formatIds)
      for (const text of ["", "\u0000", "{", "<svg", "@media", "a,b\n1", "[".repeat(100_000)]) {
        const read = await fileOf({ kind: "import", format, text });
        if (!read.ok) expect(["malformed", "unprocessable"]).toContain(read.problem.code);
        else expect(bodyOf(read)).toHaveProperty("layout");
      }
  });
});
