import { describe, expect, it } from "vitest";
import {
  applyChanges,
  changeInPlace,
  changeSentence,
  changeTables,
  changesByBreakpoint,
  check,
  compareLayouts,
  countChanges,
  findingWords,
  fixLabel,
  type Layout,
  isName,
  parseLayout,
  plainText,
  breakpointSentence,
  versionReason,
  whyItMatters,
  type Words,
} from "../../src/index";
import { editedTimes } from "../compare/edits";
import { demoLayouts } from "../demo-layouts";
import { seeded } from "../random";

/** Words of the left column of voice.md, and others that no sentence of ours may contain. */
const never: readonly (readonly [RegExp, string])[] = [
  [/\bundefined\b|\bnull\b|\bNaN\b|\[object/, "a value that is none"],
  [/ {2}/, "two spaces"],
  [/\b1 (columns|rows|areas|changes|breakpoints|lines|steps|notes|problems|cautions|units)\b/, "one of many"],
  [
    /half step|hand-over|hands over|stated\b|misses? the whole|lie over each other|\breckon|take it|put back|take back/i,
    "voice.md's left column",
  ],
  [/\s[.,;:](\s|$)/, "a space before a stop"],
];

/** What is wrong with a text of ours; null if nothing is. */
const fault = (text: string): string | null => {
  const broken = never.find(([pattern]) => pattern.test(text));
  if (broken) return `${broken[1]}: ${text}`;
  const longest = text.split(/[.!?](?:\s|$)/).map((sentence) => sentence.split(/\s+/).filter((word) => /\p{L}/u.test(word)).length);
  return Math.max(...longest) > 30 ? `a sentence of ${Math.max(...longest)} words: ${text}` : null;
};

/** A sentence with every name replaced by a word: names are not ours. */
const ours = (said: Words): string => plainText(said.map((part) => (isName(part) ? "Name" : part)));

/** A label with every area's name replaced by a word: an area may be called "Area 1". */
const withoutNames = (label: string, { areas }: Layout): string => areas.reduce((text, { name }) => text.replaceAll(name, "Name"), label);

describe("words of core", () => {
  it("are told apart from words no sentence of ours may have", () => {
    expect(fault("At 1280, each column is 77⅔ wide.")).toBeNull();
    for (const text of ["its 1 columns", "undefined → 4", "a  b", "Margin is on the half step", "The stated container", "so it goes ."])
      expect(fault(text), text).not.toBeNull();
    expect(fault(Array.from({ length: 31 }, () => "word").join(" "))).toMatch(/^a sentence of 31/);
  });

  it("are plain in every finding, fix, change, effect and reason (600 layouts)", () => {
    const random = seeded("plain words");
    const faults = new Set<string>();
    const look = (text: string): void => {
      const found = fault(text);
      if (found !== null) faults.add(found);
    };
    let said = 0;
    for (let turn = 0; turn < 600 && faults.size < 12; turn += 1) {
      const before = random.pick(demoLayouts);
      const after: Layout = editedTimes(before, random.integer(1, 4), random);
      for (const finding of check(after).findings) {
        const { title, message, sum } = findingWords(finding, "Desk");
        for (const text of [title, message, sum].map(ours)) look(text);
        look(whyItMatters(finding.rule));
        // Computing fixes checks the layout once for each, so only a few are computed.
        if (turn % 50 === 0) finding.fixes.map((fix) => withoutNames(fixLabel(fix), after)).forEach(look);
        said += 1;
      }
      const { spec, breakpoints } = changesByBreakpoint(before, after);
      spec.forEach((change) => look(ours(changeSentence(change))));
      for (const change of breakpoints)
        // Many changes of one breakpoint make a list, which is always shown as a table.
        if (change.changes.length + change.effects.length < 3) look(ours(breakpointSentence(change)));
      const tables = changeTables(before, after);
      for (const row of [...tables.spec, ...tables.breakpoints.flatMap(({ rows }) => rows)]) {
        for (const text of [row.what, row.from ?? [], row.to, row.does]) look(ours(text));
        said += 1;
      }
      compareLayouts(before, after).forEach((change) => look(ours(changeInPlace(change, after))));
      look(ours(versionReason(before, after)));
      expect(countChanges(before, after)).toBeGreaterThanOrEqual(0);
    }
    expect([...faults]).toEqual([]);
    expect(said).toBeGreaterThan(3_000);
  });

  it("are plain in every refusal (1,000 documents and changes that make no layout)", () => {
    const random = seeded("plain refusals");
    const faults = new Set<string>();
    let refused = 0;
    const values = [null, -1, 0, 1.5, 1e9, "", "x", "24", "px", "-8px", "1e5px", [], {}, true, "a".repeat(300)];
    for (let turn = 0; turn < 1000; turn += 1) {
      const layout = random.pick(demoLayouts);
      const document = JSON.parse(JSON.stringify(layout)) as Record<string, unknown>;
      let at: Record<string, unknown> = document;
      for (let deep = random.integer(0, 4); deep > 0; deep -= 1) {
        const inner = Object.values(at).filter((value): value is Record<string, unknown> => typeof value === "object" && value !== null);
        if (inner.length === 0) break;
        at = random.pick(inner);
      }
      const keys = Object.keys(at);
      if (keys.length === 0) continue;
      const key = random.pick(keys);
      // An empty id is allowed by the document, and is shown as it is in a list of ids.
      at[key] = random.pick(key === "id" ? values.filter((value) => value !== "") : values);
      const parsed = parseLayout(document);
      const changed = applyChanges(
        layout,
        compareLayouts(layout, editedTimes(layout, 2, random)).map((change) => ({ ...change, to: random.pick(values) })),
      );
      for (const issue of [...(parsed.ok ? [] : parsed.issues), ...(changed.ok ? [] : changed.issues)]) {
        refused += 1;
        const found = fault(issue.message);
        if (found !== null) faults.add(found);
      }
    }
    expect([...faults]).toEqual([]);
    expect(refused).toBeGreaterThan(1000);
  });
});
