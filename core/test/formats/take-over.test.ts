import { describe, expect, it } from "vitest";
import { compareLayouts, formats, formatOf, type Layout, layoutSchema, plainWriting, writeIn, sameJson, takeOver } from "../../src/index";
import { cleanLayout, withBreakpoint, withColumns } from "../layouts";
import { editedTimes } from "../compare/edits";
import { seeded } from "../random";

const draft: Layout = layoutSchema.parse({
  ...withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, name: "Office", mesh: { step: "8px", emphasis: 8 } })),
  name: "Booking",
  text: [{ name: "Body", size: "16px", lineHeight: "24px", font: "Archivo" }],
  notes: [{ about: "desk", text: "Cards take 4 columns." }],
  accepted: [
    { rule: "divides-well", breakpoint: "desk", reason: "Asked for." },
    { rule: "divides-well", breakpoint: "phone", reason: "Asked for." },
  ],
});
const changed = { ...withColumns(draft, "desk", { gutter: "32px" }), name: "Other" };
const file = (id: keyof typeof formats, layout: Layout): Layout => {
  const written = writeIn(formats[id], layout, "desk", plainWriting);
  const read = written.ok ? formats[id].read?.(written.text) : undefined;
  if (!read?.ok) throw new Error(`${id} is not read back`);
  return read.layout;
};

describe("applying a file to a draft", () => {
  it.each(["css", "ledger", "svg", "csv"] as const)("%s changes the gutter it holds and nothing else", (id) => {
    const taken = takeOver(draft, file(id, changed), id, false);
    expect(taken).toEqual(withColumns(draft, "desk", { gutter: "32px" }));
  });
  it.each(["layout", "tokens"] as const)("%s of ours replaces everything but the name", (id) => {
    expect(sameJson(takeOver(draft, file(id, changed), id, true), { ...changed, name: "Booking" })).toBe(true);
  });
  it.each(["css", "ledger", "layout"] as const)("%s of the draft itself changes nothing", (id) => {
    expect(takeOver(draft, file(id, draft), id, id === "layout")).toEqual(draft);
  });
  it("removes nothing that a stylesheet cannot hold: rows, baseline and mesh stay the draft's", () => {
    const full = withBreakpoint(draft, "desk", (one) => ({
      ...one,
      rows: { kind: "repeating", height: "8px", gutter: "8px", offset: "0px" },
      baseline: { step: "8px", offset: "4px", emphasis: 4 },
    }));
    const bare = withBreakpoint(full, "desk", (one) => ({ ...one, rows: null, baseline: null, mesh: null }));
    expect(takeOver(full, file("css", bare), "css", false)).toEqual(full);
  });
  it("removes breakpoints that a whole file does not have, with what was accepted at them", () => {
    const without = { ...changed, breakpoints: changed.breakpoints.filter(({ id }) => id !== "phone") };
    const taken = takeOver(draft, file("ledger", without), "ledger", false);
    expect(taken.breakpoints.map(({ id }) => id)).toEqual(["tablet", "desk"]);
    expect(taken.accepted.map(({ breakpoint }) => breakpoint)).toEqual(["desk"]);
    expect(taken.notes).toEqual(draft.notes);
  });
  it("matches breakpoints of other ids by their lowest width", () => {
    const based = { ...draft, base: "10px" };
    const css = `.g{grid-template-columns:repeat(4,1fr);gap:20px;padding:0 16px}@media (min-width:1024px){.g{grid-template-columns:repeat(10,1fr)}}`;
    const read = formats.css.read?.(css);
    const taken = read?.ok ? takeOver(based, read.layout, formatOf(css), false) : draft;
    expect(taken.breakpoints.map(({ id, columns }) => `${id} ${columns.count}`)).toEqual(["phone 4", "desk 10"]);
    // What a foreign stylesheet does not define stays: the mesh, the base unit, the spacing.
    expect([taken.base, taken.spacing, taken.breakpoints[1]?.mesh]).toEqual([based.base, based.spacing, based.breakpoints[2]?.mesh]);
  });
  it("adds a drawn size that the draft does not have", () => {
    const svg = `<svg viewBox="0 0 1920 1080"><g id="columns"><rect x="60" width="860" height="9"/><rect x="1000" width="860" height="9"/></g></svg>`;
    const read = formats.svg.read?.(svg);
    const taken = read?.ok ? takeOver(draft, read.layout, "svg", false) : draft;
    expect(taken.breakpoints.map(({ id }) => id).sort()).toEqual(["desk", "drawn", "phone", "tablet"]);
  });

  it("changes nothing if the file was written from that very draft, whatever the file cannot hold (6 formats, 300 drafts)", () => {
    const random = seeded("taken into itself");
    const taken = { ledger: 0, areas: 0, css: 0, tokens: 0, layout: 0, svg: 0 };
    for (let round = 0; round < 300; round += 1) {
      const own = editedTimes(cleanLayout(), 14, random);
      for (const id of Object.keys(taken) as (keyof typeof taken)[]) {
        const written = writeIn(formats[id], own, id === "svg" ? random.pick(own.breakpoints).id : null, plainWriting);
        // A table of areas has at least one.
        const read = written.ok && (id !== "areas" || own.areas.length > 0) ? formats[id].read?.(written.text) : null;
        if (!read?.ok) continue;
        taken[id] += 1;
        const changes = compareLayouts(own, takeOver(own, read.layout, id, false));
        expect(changes, `round ${round}: ${id}`).toEqual([]);
      }
    }
    for (const [id, count] of Object.entries(taken)) expect(count, id).toBeGreaterThan(id === "areas" ? 40 : 200);
  });

  it("keeps both of two breakpoints with the same lowest width, though a stylesheet can show only one", () => {
    const [phone, tablet, desk] = cleanLayout().breakpoints;
    if (!phone || !tablet || !desk) throw new Error("too few breakpoints");
    const hidden = { ...desk, id: "hidden", name: "Hidden", columns: { ...desk.columns, count: 8 } };
    const own = { ...cleanLayout(), breakpoints: [phone, tablet, hidden, desk] };
    const written = writeIn(formats.css, own, null, plainWriting);
    const read = written.ok ? formats.css.read?.(written.text) : null;
    if (!read?.ok) throw new Error("not read");
    expect(read.layout.breakpoints).toHaveLength(3);
    expect(compareLayouts(own, takeOver(own, read.layout, "css", false))).toEqual([]);
  });

  it("keeps every name as it is written, however odd (every format that is read, 200 drafts)", () => {
    const random = seeded("odd names");
    const parts = [
      "=",
      "'",
      "''",
      "+1",
      "@x",
      "-",
      " ",
      "  ",
      "#order",
      '"',
      ",",
      ";",
      "\n",
      "\t",
      "*/",
      "-->",
      "<b>",
      "&amp;",
      "\\",
      "ß",
      "🚢",
      "א",
      "x",
    ];
    const odd = (): string => {
      const name = Array.from({ length: random.integer(1, 4) }, () => random.pick(parts)).join("");
      return name.trim() === "" ? `${name}x` : name;
    };
    const distinct = <T extends { readonly name: string }>(list: readonly T[]): T[] => {
      const used = new Set<string>();
      return list.map((one) => {
        let name = odd();
        while (used.has(name)) name = `${name}x`;
        used.add(name);
        return { ...one, name };
      });
    };
    let taken = 0;
    for (let round = 0; round < 200; round += 1) {
      const plain = editedTimes(cleanLayout(), 10, random);
      const own = layoutSchema.parse({
        ...plain,
        breakpoints: distinct(plain.breakpoints),
        spacing: distinct(plain.spacing),
        areas: distinct(plain.areas).map((area) => ({ ...area, ...(random.integer(0, 1) === 1 ? { kind: odd() } : {}) })),
        notes: plain.notes.map((note) => ({ ...note, text: odd() })),
      });
      for (const id of ["ledger", "areas", "css", "sass", "less", "tokens", "layout", "svg"] as const) {
        const written = writeIn(formats[id], own, id === "svg" ? random.pick(own.breakpoints).id : null, plainWriting);
        if (!written.ok || (id === "areas" && own.areas.length === 0)) continue;
        const read = formats[id].read?.(written.text);
        if (!read) continue;
        expect(read.ok ? [] : read.issues, `round ${round}: ${id}`).toEqual([]);
        if (!read.ok) continue;
        taken += 1;
        expect(compareLayouts(own, takeOver(own, read.layout, id, false)), `round ${round}: ${id}`).toEqual([]);
      }
    }
    expect(taken).toBeGreaterThan(1000);
  });
});
