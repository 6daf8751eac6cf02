import { parseLayout, readStoredText } from "@ypsiline/core";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { editedText } from "@/server/heavy/draft-edit";
import { routes } from "@/wire/routes";
import { demoSpecs } from "../../../../scripts/demo-layouts";

const layout = demoSpecs[0]?.draft;
if (!layout) throw new Error("the demo has no spec");
const text = JSON.stringify(layout);

const roots = [...Object.keys(layout), "fonts", "extensions", "follows", "colour", "constructor", "__proto__"];
const ids = [...layout.breakpoints, ...layout.areas].map(({ id }) => id);
const members = [
  "columns",
  "gutter",
  "placements",
  "drawnAt",
  "width",
  "name",
  "id",
  "kind",
  "at",
  "container",
  "length",
  "toString",
  ...ids,
];

/** What a page, or anybody with its session, can send as a change: any path, and any JSON as `from` and `to`. */
const part = fc.oneof(
  { weight: 6, arbitrary: fc.constantFrom(...roots) },
  { weight: 6, arbitrary: fc.constantFrom(...members) },
  { weight: 4, arbitrary: fc.constantFrom("#order", "order", "", "0", "-1", "__proto__", "hasOwnProperty") },
  { weight: 1, arbitrary: fc.string({ maxLength: 20 }) },
);
/** Values that occur in the layout, so that some changes fit, and random ones. */
const value = fc.oneof(
  fc.constantFrom<unknown>(
    layout.breakpoints,
    layout.breakpoints[0],
    layout.areas,
    layout.areas[0],
    layout.base,
    layout.text,
    ids,
    [],
    {},
    null,
    "8px",
  ),
  fc.jsonValue({ maxDepth: 3 }),
);
const path = fc.tuple(
  fc.oneof({ weight: 9, arbitrary: fc.constantFrom(...roots) }, { weight: 1, arbitrary: part }),
  fc.array(part, { maxLength: 5 }),
);
/** The value at a path, so that half of the changes start from the current value. */
const standing = (names: readonly string[]): unknown =>
  names.reduce<unknown>(
    (at, name) =>
      Array.isArray(at)
        ? at.find((one: { readonly id?: string; readonly name?: string }) => one.id === name || one.name === name)
        : typeof at === "object" && at !== null && Object.hasOwn(at, name)
          ? (at as Readonly<Record<string, unknown>>)[name]
          : undefined,
    layout,
  );
const change = fc
  .record({ path, from: value, to: value, fitting: fc.boolean(), without: fc.constantFrom("from", "to", "neither", "neither") })
  .map(({ path: [root, rest], from, to, fitting, without }) => {
    const names = [root, ...rest];
    const made = { path: names, from: fitting ? standing(names) : from, to };
    return Object.fromEntries(Object.entries(made).filter(([name, one]) => name !== without && one !== undefined));
  });

describe("changes that a page can send", () => {
  it("make a layout or are refused with a reason: none of 4,000 random ones breaks anything", () => {
    const seen = { made: 0, conflicts: 0, refused: 0, malformed: 0 };
    fc.assert(
      fc.property(fc.array(change, { minLength: 1, maxLength: 4 }), (changes) => {
        // As they arrive over the network.
        const sent: unknown = JSON.parse(JSON.stringify({ revision: 1, changes }));
        const body = routes["POST /api/drafts/:team/:spec"].request.safeParse(sent);
        if (!body.success) {
          seen.malformed += 1;
          return;
        }
        const outcome = editedText(text, body.data.changes);
        if (outcome.ok) {
          seen.made += 1;
          expect(parseLayout(readStoredText(outcome.layout)).ok).toBe(true);
        } else if (outcome.conflicts.length > 0) seen.conflicts += 1;
        else {
          seen.refused += 1;
          expect(outcome.issues.length).toBeGreaterThan(0);
        }
      }),
      { numRuns: 4_000 },
    );
    // Every possible outcome occurred.
    for (const [way, count] of Object.entries(seen)) if (way !== "malformed") expect(count, way).toBeGreaterThan(10);
  });

  it.each([
    [[{ path: ["base", "#order"], from: [], to: ["a"] }]],
    [[{ path: ["breakpoints", "desk", "#order"], from: [], to: [] }]],
    [
      [
        { path: ["breakpoints"], from: layout.breakpoints, to: "none" },
        { path: ["breakpoints", "desk"], from: layout.breakpoints.find(({ id }) => id === "desk"), to: null },
      ],
    ],
  ])("%j is refused with what would be right", (changes) => {
    const outcome = editedText(text, changes);
    expect(outcome.ok).toBe(false);
    expect(!outcome.ok && outcome.issues[0]?.message).toMatch(/^must /);
  });
});
