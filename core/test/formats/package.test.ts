import { describe, expect, it } from "vitest";
import {
  compareVersions,
  type Layout,
  layoutSchema,
  manifestOf,
  packageFiles,
  parseVersion,
  readCss,
  type Release,
  versionChanges,
} from "../../src/index";
import { placed } from "../areas";
import { cleanLayout, oneBreakpoint, withColumns } from "../layouts";
import { seeded } from "../random";

const release = (layout: Layout, more: Partial<Release> = {}): Release => ({
  name: "@skerry/passenger-booking",
  version: "2.1.0",
  description: "Booking site",
  layout,
  home: "https://layouts.example/specs/skerry/passenger-booking",
  changes: ["## 2.1.0 (2026-03-02)\n\n- The first version.\n"],
  ...more,
});
const fileOf = (one: Release, path: string): string => {
  const file = packageFiles(one).find((each) => each.path === path);
  if (!file) throw new Error(`no ${path}`);
  return file.text;
};

type Constants = {
  readonly name: string;
  readonly base: number;
  readonly breakpoints: Readonly<Record<string, { from: number; until: number | null; media: string; drawnAt: { width: number } }>>;
  readonly columns: Readonly<
    Record<string, { count: number; column: number; gutter: number; margin: { start: number; end: number }; container: { width: number } }>
  >;
  readonly spans: Readonly<Record<string, Readonly<Record<number, number>>>>;
  readonly spacing: Readonly<Record<string, number>>;
  readonly areas: Readonly<Record<string, { at: Readonly<Record<string, { left: number; width: number } | null>> }>>;
  readonly breakpointAt: (width: number) => string;
};
const names = [
  "name",
  "version",
  "base",
  "rootFontSize",
  "breakpoints",
  "columns",
  "spans",
  "rows",
  "baselines",
  "spacing",
  "text",
  "areas",
];

/** The exports of a module given as text; the engine runs it. */
const run = (text: string, exported: readonly string[]): Constants =>
  new Function(`"use strict"; ${text.replaceAll("export const ", "const ")}; return { ${exported.join(", ")} };`)() as Constants;
/** The literal types of a declaration file as values. */
const typed = (text: string): unknown =>
  run(
    text
      .replace(/export type[^;]+;|export declare const breakpointAt[^;]+;/g, "")
      .replaceAll("export declare const ", "const ")
      .replace(/^const (\w+): /gm, "const $1 = ")
      .replace(/^( +(?:\/\*\*.*?\*\/ )?)readonly /gm, "$1")
      .replace(/;$/gm, (sign, at: number, all: string) => (/\n {2,}[^\n]*$/.test(all.slice(0, at)) ? "," : sign)),
    names,
  );

describe("the package of a version", () => {
  it("runs nothing, fetches nothing, and lists every file it has", () => {
    const one = release(cleanLayout());
    const files = packageFiles(one).map(({ path }) => path);
    expect(new Set(files).size).toBe(files.length);
    expect(files.filter((path) => /^layout.*\.css$/.test(path))).toHaveLength(8);
    expect(files[0]).toBe("package.json");
    const manifest = JSON.parse(fileOf(one, "package.json")) as Record<string, unknown> & { exports: Record<string, unknown> };
    expect(manifest).toEqual(manifestOf(one));
    for (const none of ["scripts", "dependencies", "peerDependencies", "bin"]) expect(manifest).not.toHaveProperty(none);
    const named = Object.values(manifest.exports).flatMap((one) => (typeof one === "string" ? [one] : Object.values(one as object)));
    for (const path of named) expect(files, String(path)).toContain(String(path).replace("./", ""));
    const reached = new Set([...named.map((path) => String(path).replace("./", "")), "README.md", "CHANGELOG.md"]);
    expect(files.filter((path) => !reached.has(path))).toEqual([]);
  });

  it("has the numbers as constants, and as types that match them", () => {
    const layout = layoutSchema.parse({
      ...cleanLayout(),
      spacing: [
        { name: "s", multiple: 1 },
        { name: "__proto__", multiple: 0.5 },
        { name: "2 × large", multiple: 6 },
      ],
      areas: [{ id: "results", name: "Sailings", kind: "card", placements: { desk: placed(1, 8), phone: placed(1, 4) } }],
    });
    const one = release(layout);
    const constants = run(fileOf(one, "index.js"), [...names, "breakpointAt"]);
    const { breakpointAt, ...values } = constants;
    expect(typed(fileOf(one, "index.d.ts"))).toEqual(values);
    // 1280 − 2 × 64 = 1152, minus 11 gutters of 24, divided by 12.
    expect(constants.columns["desk"]).toMatchObject({ count: 12, column: 74, gutter: 24, container: { width: 1152 } });
    // 8 × 74 + 7 × 24.
    expect(constants.spans["desk"]?.[8]).toBe(760);
    expect(constants.areas["results"]?.at["desk"]).toMatchObject({ left: 64, width: 760 });
    expect(constants.areas["results"]?.at["tablet"]).toBeNull();
    expect(constants.spacing).toEqual({ s: 8, proto: 4, "2-large": 48 });
    expect([0, 599, 600, 1023, 1024, 5000].map(breakpointAt)).toEqual(
      [0, 599, 600, 1023, 1024, 5000].map(
        (width) => [...layout.breakpoints].reverse().find(({ from }) => from <= width)?.id ?? layout.breakpoints[0]?.id,
      ),
    );
  });

  it("has constants whose sum closes, whatever the grid: margins, columns and gutters are the drawn-at width", () => {
    const random = seeded("package constants");
    for (let turn = 0; turn < 1_000; turn += 1) {
      const count = random.integer(1, 24);
      const gutter = random.integer(0, 40);
      const side = random.integer(0, 120);
      const width = 2 * side + count * random.integer(20, 90) + (count - 1) * gutter + random.integer(0, 11);
      const layout = withColumns(oneBreakpoint(width, count), "first", {
        gutter: `${gutter}px`,
        margin: { start: `${side}px`, end: `${side}px` },
      });
      const id = layout.breakpoints[0]?.id ?? "";
      const { columns, spans } = run(fileOf(release(layout), "index.js"), names);
      const { column, margin, gutter: between } = columns[id] ?? { column: NaN, margin: { start: NaN, end: NaN }, gutter: NaN };
      const sum = margin.start + margin.end + count * column + (count - 1) * between;
      expect([between, margin.start]).toEqual([gutter, side]);
      expect(sum, JSON.stringify({ width, count, gutter, side })).toBeCloseTo(width, 8);
      expect(Object.keys(spans[id] ?? {})).toHaveLength(count);
      for (const [k, span] of Object.entries(spans[id] ?? {})) expect(span).toBeCloseTo(Number(k) * column + (Number(k) - 1) * between, 8);
    }
  });

  it("says in its types which numbers no decimal can write", () => {
    // (1000 − 6 × 10) / 7 = 134 2/7
    const layout = withColumns(oneBreakpoint(1000, 7), "first", { gutter: "10px", margin: { start: "0px", end: "0px" } });
    expect(fileOf(release(layout), "index.d.ts")).toContain("/** 940/7 px */");
  });

  it("is harmless whatever a name, note or description contains", () => {
    const hostile = "*/ `${process.exit()}` </script> | # [x](y)\n## 9.9.9\u2028\\ \" '";
    const layout = layoutSchema.parse({
      ...cleanLayout(),
      name: hostile,
      breakpoints: cleanLayout().breakpoints.map((one) => ({ ...one, name: `${one.id} ${hostile}` })),
      areas: [{ id: "a", name: hostile, placements: { desk: placed(1, 2) } }],
      text: [{ name: hostile, size: "16px", lineHeight: "24px", font: hostile }],
    });
    const changes = versionChanges({
      number: "2.1.0",
      day: "2026-03-02",
      note: hostile,
      layout,
      before: { number: "2.0.0", layout: cleanLayout() },
    });
    const one = release(layout, { description: hostile, changes: [changes] });
    expect(run(fileOf(one, "index.js"), names).name).toBe(hostile);
    expect(typed(fileOf(one, "index.d.ts"))).toMatchObject({ name: hostile });
    expect((JSON.parse(fileOf(one, "package.json")) as { description: string }).description).not.toMatch(/\n/);
    const tables = fileOf(one, "README.md")
      .split("\n")
      .filter((line) => line.startsWith("|"));
    const widths = tables.map((line) => line.replace(/\\./g, "").split("|").length);
    // Every line of a table has as many cells as its rule of dashes.
    const rules = tables.flatMap((line, at) => (/^\| ---/.test(line) ? [at] : []));
    expect(rules.length).toBeGreaterThanOrEqual(4);
    rules.forEach((at, index) => {
      const until = (rules[index + 1] ?? tables.length + 1) - 1;
      expect(new Set(widths.slice(at - 1, until)).size, tables[at - 1]).toBe(1);
    });
    const changelog = fileOf(one, "CHANGELOG.md");
    expect(changelog.match(/^## /gm)).toHaveLength(1);
    expect(changelog).not.toMatch(/(?<!\\)[`<[|]/);
  });
});

describe("the changelog of a package", () => {
  const before = cleanLayout();
  const after = withColumns(before, "desk", { gutter: "20px" });

  it("says what a version changed, and what that does to lengths nobody changed", () => {
    const said = versionChanges({
      number: "2.2.0",
      day: "2026-04-01",
      note: "Tighter.",
      layout: after,
      before: { number: "2.1.0", layout: before },
    });
    // (1152 − 11 × 20) / 12 = 77 2/3
    expect(said).toBe(
      "## 2.2.0 (2026-04-01)\n\nTighter.\n\n- desk gutter 24 → 20, so column width goes from 74 to 77⅔, halves from 564 to 566, thirds from 368 to 370⅔ and quarters from 270 to 273.\n",
    );
    expect(
      versionChanges({ number: "2.2.1", day: "2026-04-02", note: "", layout: after, before: { number: "2.2.0", layout: after } }),
    ).toContain("- The same numbers as 2.2.0.");
  });

  it("has every version's words up to it, latest first, until the length limit", () => {
    const part = (number: string, length: number) => `## ${number} (2026-01-01)\n\n- ${"x".repeat(length)}.\n`;
    const few = fileOf(release(after, { changes: ["2.1.0", "2.0.0", "1.0.0"].map((number) => part(number, 10)) }), "CHANGELOG.md");
    const numbers = [...few.matchAll(/^## (\S+)/gm)].map(([, number = ""]) => parseVersion(number));
    expect(numbers.map((one) => one?.major)).toEqual([2, 2, 1]);
    expect(numbers.every((one, at) => at === 0 || (one && numbers[at - 1] && compareVersions(numbers[at - 1] as never, one) > 0))).toBe(
      true,
    );
    const many = fileOf(
      release(after, { changes: Array.from({ length: 500 }, (_, at) => part(`1.${500 - at}.0`, 5_000)) }),
      "CHANGELOG.md",
    );
    expect(many.length).toBeLessThan(201_000);
    expect(many).toMatch(/What the \d+ versions before them changed stands in their own packages\./);
    expect(many).toContain("## 1.500.0");
  });
});

describe("the stylesheets of a package", () => {
  it("are each read back as the layout they were written from", () => {
    const layout = cleanLayout();
    const sheets = packageFiles(release(layout)).filter(({ path }) => /^layout.*\.css$/.test(path));
    expect(new Set(sheets.map(({ text }) => text)).size).toBe(8);
    for (const { path, text } of sheets) {
      const read = readCss(text);
      if (!read.ok) throw new Error(`${path}: ${JSON.stringify(read.issues)}`);
      expect(
        read.layout.breakpoints.map(({ columns }) => columns.count),
        path,
      ).toEqual(layout.breakpoints.map(({ columns }) => columns.count));
    }
  });
});
