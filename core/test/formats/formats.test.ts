import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  type Format,
  formatIds,
  formatOf,
  formats,
  type Layout,
  layoutSchema,
  optionWords,
  plainWriting,
  resolve,
  toJson,
  writeIn,
  fromJsonNumber,
} from "../../src/index";
import { anyColumns } from "../any-columns";
import { capped, cleanLayout, withBreakpoint, withColumns } from "../layouts";

const rich: Layout = layoutSchema.parse({
  ...withColumns(cleanLayout(), "desk", { container: capped("1152px"), edgeGutters: "half" }),
  name: 'Ferries "north" & <south>',
  text: [{ name: "Body", size: "16px", lineHeight: "24px", font: "Archivo" }],
  notes: [{ about: "desk", text: "Cards take 4 columns." }],
});
const layout = withBreakpoint(rich, "desk", (one) => ({
  ...one,
  rows: { kind: "repeating", height: "8px", gutter: "8px", offset: "4px" },
  baseline: { step: "8px", offset: "4px", emphasis: 4 },
  mesh: { step: "8px", emphasis: 8 },
}));

const write = (
  id: (typeof formatIds)[number],
  of: Layout,
  breakpoint: string | null = formats[id].of === "breakpoint" ? "desk" : null,
): string => {
  const written = writeIn(formats[id], of, breakpoint, plainWriting);
  if (!written.ok) throw new Error(JSON.stringify(written.issues));
  return written.text;
};
const readableFormats = formatIds.filter((id) => formats[id].read !== null);
const read = (id: (typeof formatIds)[number], text: string) => {
  const answer = formats[id].read?.(text);
  if (!answer) throw new Error(`${id} is not read`);
  if (!answer.ok) throw new Error(JSON.stringify(answer.issues));
  return answer;
};
const edges = (of: Layout, id: string, width: number): string => {
  const resolved = resolve(of, { width: fromJsonNumber(width), breakpoint: id });
  if (!resolved.ok) throw new Error("resolves");
  return resolved.value.columns.map(({ start, width: wide }) => `${toJson(start)} ${toJson(wide)}`).join(", ");
};

describe("every format", () => {
  it("has an id, a label and file names of its own, and is found by its own file names alone", () => {
    const all: readonly Format[] = formatIds.map((id) => formats[id]);
    const names = all.map((format) => (format.of === "layout" ? format.fileName : `${format.before}ID${format.after}`));
    expect(new Set(names).size).toBe(all.length);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    expect(new Set(all.map(({ extension }) => extension)).size).toBe(all.length);
    const named = all.flatMap(({ mediaTypes }) => mediaTypes);
    expect(new Set(named).size).toBe(named.length);
    for (const { label, said, kind, options, read: reads, holds, recognises } of all) {
      expect(Math.min(label.length, said.length, kind.length)).toBeGreaterThan(2);
      for (const name of options) expect(optionWords[name].label).not.toBe("");
      // Every format that can be read can be applied to a draft; one that cannot be read is never recognised.
      expect(holds === null).toBe(reads === null);
      if (recognises) expect(reads).not.toBeNull();
    }
    for (const id of ["css", "tokens", "layout", "ledger", "svg", "csv"] as const) expect(readableFormats).toContain(id);
  });
  it.each(formatIds)("%s names its id, ends in its extension's letters and can be written", (id) => {
    expect(formats[id].id).toBe(id);
    expect(write(id, layout).length).toBeGreaterThan(100);
    expect(writeIn(formats[id], layout, "none", plainWriting).ok).toBe(false);
  });
  it.each(readableFormats.filter((id) => formats[id].holds?.breakpoint !== "none"))(
    "%s comes back with the same columns at the drawn-at width",
    (id) => {
      const back = read(id, write(id, layout)).layout;
      const one = back.breakpoints.length === 1 ? back.breakpoints[0]?.id : "desk";
      // Line positions are rounded to 4 decimals and state no cap; whole columns are read back whole.
      expect(edges(back, one ?? "", 1280)).toBe(edges(layout, "desk", 1280));
    },
  );
  it.each(readableFormats)("%s is recognised by its text alone", (id) => {
    expect(formatOf(write(id, layout))).toBe(id === "ledger" ? "csv" : id);
    expect(formatOf(write(id, layout), `x.${formats[id].extension}`)).toBe(id === "ledger" ? "csv" : id);
  });
  it.each(["tokens", "layout"] as const)("%s of any columns comes back as the same document", (id) => {
    fc.assert(
      fc.property(anyColumns, (columns) => {
        const any = withColumns(layout, "tablet", columns);
        const answer = read(id, write(id, any));
        expect(answer.layout).toEqual(any);
        expect(answer.lost).toEqual([]);
      }),
      { numRuns: 100 },
    );
  });
  it.each(["ledger", "svg"] as const)("%s of any columns comes back as declared", (id) => {
    fc.assert(
      fc.property(anyColumns, (columns) => {
        const any = withColumns(layout, "desk", columns);
        const back = read(id, write(id, any)).layout;
        const { stated: _, ...declared } = columns;
        expect(back.breakpoints.find((one) => one.id === "desk")?.columns).toMatchObject(declared);
      }),
      { numRuns: 100 },
    );
  });
  it.each(readableFormats)("%s refuses an empty file, words and noise with a reason, and never throws", (id) => {
    const file = write(id, layout);
    for (const text of ["", "twelve columns", "\u0000\u0001", "{", "<svg>", "[[[", '"']) {
      const answer = formats[id].read?.(text);
      expect(answer?.ok, JSON.stringify(text)).toBe(false);
      expect(answer?.ok === false && answer.issues.every(({ message }) => message.length > 4), JSON.stringify(text)).toBe(true);
    }
    // A truncated file is refused with what is missing, or read as what is left of it.
    const part = formats[id].read?.(file.slice(0, file.length / 3));
    expect(part?.ok === true ? part.layout.breakpoints.length : part?.issues.length).toBeGreaterThan(0);
    fc.assert(
      fc.property(fc.nat({ max: file.length - 1 }), fc.string({ maxLength: 5 }), (place, noise) => {
        formats[id].read?.(file.slice(0, place) + noise + file.slice(place + 1));
      }),
      { numRuns: 150 },
    );
  });
});
