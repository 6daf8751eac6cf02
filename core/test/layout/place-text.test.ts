import { describe, expect, it } from "vitest";
import { type Place, placeText, readPlace } from "../../src/index";
import { seeded } from "../random";

describe("a position as text", () => {
  it("survives being written and read (10,000 positions)", () => {
    const random = seeded("places");
    for (let round = 0; round < 10_000; round += 1) {
      const column = random.integer(1, 96);
      const kind = random.integer(0, 3);
      const rowSpan = random.integer(2, 400);
      const place: Place = {
        column,
        span: random.integer(1, 97 - column),
        ...(kind > 1 ? { row: random.integer(1, 9000) } : {}),
        ...(kind % 2 === 1 ? { rowSpan } : {}),
      };
      expect(readPlace(placeText(place)), placeText(place)).toEqual({ ok: true, place });
    }
  });

  it.each([
    ["5-12", "5–12"],
    ["5 – 12 r7-22", "5–12 r 7–22"],
    ["5–12, row 7", "5–12 r 7"],
    ["3", "3"],
    ["3 r +1", "3"],
    ["1-4 R+ 3", "1–4 r +3"],
  ])("“%s” is %s", (typed, text) => {
    const read = readPlace(typed);
    expect(read.ok && read.place && placeText(read.place)).toBe(text);
  });

  it.each(["", "  ", "not shown", "Not shown", "–"])("“%s” is not shown", (typed) => {
    expect(readPlace(typed)).toEqual({ ok: true, place: null });
  });

  it.each([
    ["5.5–12", "whole columns"],
    ["5½", "whole columns"],
    ["12–5", "from the first to the last: 5–12"],
    ["0–3", "from 1"],
    ["5–97", "at most 96"],
    ["5 r 0", "from 1"],
    ["5 r 9–7", "from the first to the last: 7–9"],
    ["5 r 7–20000", "at most 10,000"],
    ["5 r +0", "at least one row"],
    ["left half", "like"],
    ["5 12", "like"],
  ])("“%s” is refused, with what would be right", (typed, words) => {
    const read = readPlace(typed);
    expect(read.ok ? "taken" : read.message).toContain(words);
  });
});
