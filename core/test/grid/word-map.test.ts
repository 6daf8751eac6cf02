import { describe, expect, it } from "vitest";
import { exact, type Layout, parseLayout, readWordMap, type Resolution, resolve, withWordMap, wordMap } from "../../src/index";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { seeded } from "../random";

const resolved = (layout: Layout): Resolution => {
  const found = resolve(layout, { width: exact(1280) });
  if (!found.ok) throw new Error("not resolved");
  return found.value;
};

describe("a word map", () => {
  it("draws each area in its cells, a dot for an empty cell, and lists what it cannot show", () => {
    const layout = deskWith(
      [
        area("head", { desk: placed(1, 4, { leaves: "both", reason: "Bar." }) }),
        area("side", { desk: placed(1, 1, { row: 2, rowSpan: 2 }) }),
        area("main", { desk: placed(3, 2, { row: 2, inside: own(2) }) }),
        area("flag", { desk: placed(4, 1, { row: 2, over: true }) }),
        area("part", { desk: placed(1, 1) }, { within: "main" }),
      ],
      { count: 4, rows: null },
    );
    expect(wordMap(resolved(layout))).toEqual({
      text: '"head head head head"\n"side .    main main"\n"side .    .    ."',
      unsaid: [
        { id: "head", name: "Head", why: "leaves" },
        { id: "main", name: "Main", why: "inside" },
        { id: "flag", name: "Flag", why: "over" },
      ],
    });
  });

  // Source: CSS Grid Layout Module Level 2 (W3C), sections 1.2, 7.3, 7.4 and 8.3, from memory.
  it.each([
    ['"title stats"\n"score stats"\n"board board"\n"ctrls ctrls"', 2, 5],
    ['"title board"\n"stats board"\n"score ctrls"', 2, 5],
    ['"head head" "nav  main" "foot ...."', 2, 4],
    ['"a a a"\n"b c c"\n"b c c"', 3, 3],
    ["'a   b   b'\n'a   .   .'", 3, 2],
    ["a a\n\nb ..", 2, 2],
  ] as const)("of the specification's own is read: %s", (text, columns, areas) => {
    const read = readWordMap(text);
    expect(read.ok && [read.columns, read.cells.length]).toEqual([columns, areas]);
  });

  it.each([
    ['"a a b" "a b b"', 2, "a is no rectangle"],
    ['"a b a"', 1, "a is no rectangle: in row 1 it would have to take columns 1–3"],
    ['"a a" "b b" "a a"', 2, "a is no rectangle"],
    ['"a a" "b"', 2, "row 2 has 1 cells and the first 2"],
    ['"a Head"', 1, "“Head” is no id"],
    ['"__proto__ a"', 1, "is no id"],
    ["a\n".repeat(401), 401, "at most 400 rows"],
  ])("that is none says where: %s", (text, row, message) => {
    const read = readWordMap(text);
    expect(read.ok ? "read" : [read.row, read.message]).toEqual([row, expect.stringContaining(message)]);
  });

  it("survives being written and read: the same map puts every area where it was, and says the same (2,000 pages)", () => {
    const random = seeded("word maps");
    let said = 0;
    for (let round = 0; round < 2000; round += 1) {
      const count = random.integer(1, 12);
      const layout = deskWith(randomAreas(random, "desk", count, true), { count, rows: random.integer(0, 1) === 0 ? null : undefined });
      const before = resolved(layout);
      const map = wordMap(before);
      if (!map) throw new Error("too long");
      const read = readWordMap(map.text);
      if (!read.ok) throw new Error(`${read.message}\n${map.text}`);
      const next = withWordMap(layout, "desk", read.cells, map);
      expect(parseLayout(next).ok).toBe(true);
      const after = resolved(next);
      const places = ({ areas }: Resolution) => areas.map(({ area: { id }, left, right, row, rowSpan }) => [id, left, right, row, rowSpan]);
      expect(places(after), map.text).toEqual(places(before));
      expect(wordMap(after)).toEqual(map);
      said += read.cells.length;
    }
    expect(said).toBeGreaterThan(2000);
  });

  it("adds what is new, hides what was removed, and leaves what it could not show", () => {
    const layout = deskWith(
      [
        area("a", { desk: placed(1, 2, { row: 1 }) }),
        area("b", { desk: placed(3, 2) }),
        area("c", { desk: placed(1, 1, { row: 1, over: true }) }),
      ],
      { count: 4, rows: null },
    );
    const map = wordMap(resolved(layout));
    const read = readWordMap('"a a a new-one"\n". . . new-one"');
    if (!map || !read.ok) throw new Error("no map");
    const next = withWordMap(layout, "desk", read.cells, map);
    expect(next.areas.map(({ id, name, placements }) => [id, name, placements["desk"] ?? null])).toEqual([
      ["a", "A", placed(1, 3, { row: 1 })],
      ["b", "B", null],
      ["c", "C", placed(1, 1, { row: 1, over: true })],
      ["new-one", "New one", placed(4, 1, { row: 1, rowSpan: 2 })],
    ]);
  });
});
