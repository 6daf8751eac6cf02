import { add, compare, exact, fromJsonNumber, resolve, sheetDimensions, subtract, toNumber } from "@ypsiline/core";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { boundaryRoom, ladderScale } from "@/ui/ladder/ladder-scale";
import { followed, shownBreakpoint, viewOf, viewQuery } from "@/features/workbench/view";
import { cleanLayout, oneBreakpoint, withBreakpoint } from "../../../../core/test/layouts";

const view = (query: string) => viewOf(new URLSearchParams(query), cleanLayout());

describe("the address of the workbench", () => {
  it.each([
    ["at=desk&facet=base&width=1180.5", "at=desk&facet=base&width=1180.5"],
    ["at=tablet", "at=tablet&facet=columns&width=768"],
    ["width=700", "at=tablet&facet=columns&width=700"],
    ["", "at=desk&facet=columns&width=1280"],
    ["at=hall&facet=rooms&width=99999", "at=desk&facet=columns&width=1280"],
    ["at=phone&width=0", "at=phone&facet=columns&width=360"],
    ["at=phone&width=1e3", "at=phone&facet=columns&width=360"],
    ["at=phone&width=320.12345", "at=phone&facet=columns&width=360"],
  ])("“%s” is looked at as %s", (query, looked) => {
    expect(new URLSearchParams(viewQuery(view(query))).toString()).toBe(looked);
  });

  it("moves the probe with an edit: to its breakpoint's drawn-at width, and back if that is no longer valid", () => {
    const before = cleanLayout();
    const change = (from: number, drawn: number) =>
      withBreakpoint(before, "tablet", (one) => ({ ...one, from, drawnAt: { ...one.drawnAt, width: drawn } }));
    const at = (query: string, after: ReturnType<typeof change>): string => {
      const next = followed(view(query), before, after);
      return `${next.at} ${toNumber(next.width)}`;
    };
    // Tablet is from 600, drawn at 768; Desk from 1024.
    expect(at("at=tablet", change(600, 640))).toBe("tablet 640");
    expect(at("at=tablet&width=620", change(640, 768))).toBe("tablet 768");
    expect(at("at=tablet&width=700", change(640, 720))).toBe("tablet 700");
    // A neighbour that begins below the probe does not move it.
    expect(at("at=phone&width=590", change(500, 768))).toBe("phone 590");
    // It stays if it is shown outside its own widths while another breakpoint is edited.
    expect(at("at=tablet&width=1280", change(640, 700))).toBe("tablet 1280");
    expect(at("at=desk", change(640, 700))).toBe("desk 1280");
  });

  it("keeps a breakpoint outside its own widths, and falls back to the one that applies if it is removed", () => {
    const looked = view("at=phone&width=1280");
    expect(shownBreakpoint(looked, cleanLayout()).id).toBe("phone");
    const gone = { ...cleanLayout(), breakpoints: cleanLayout().breakpoints.slice(1) };
    expect(shownBreakpoint(looked, gone).id).toBe("desk");
  });
});

describe("the ladder", () => {
  it("turns widths into positions and back, at any size of screen", () => {
    fc.assert(
      fc.property(fc.integer({ min: 320, max: 3000 }), fc.integer({ min: 320, max: 1920 }), (screen, width) => {
        const scale = ladderScale(cleanLayout(), screen, 14);
        expect(scale.width(scale.x(width))).toBeCloseTo(width, 6);
        expect(scale.x(scale.least)).toBeCloseTo(14, 6);
        expect(scale.x(scale.most)).toBeCloseTo(screen - 14, 6);
      }),
    );
  });

  it.each([400, 916, 1600])("on %i px of screen numbers its ticks no closer than can be read", (screen) => {
    const { ticks, x } = ladderScale(cleanLayout(), screen, 14);
    const numbered = ticks.filter((tick) => tick.numbered).map(({ width }) => x(width));
    expect(numbered.length).toBeGreaterThan(2);
    numbered.slice(1).forEach((place, index) => expect(place - (numbered[index] ?? 0)).toBeGreaterThanOrEqual(64));
  });

  it("reaches the narrowest and beyond the widest number of the spec", () => {
    const far = withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, drawnAt: { width: 3840, height: 2160 } }));
    const near = withBreakpoint(far, "phone", (one) => ({ ...one, from: 240 }));
    const scale = ladderScale(near, 916, 14);
    expect([scale.least, scale.most > 3840]).toEqual([240, true]);
  });

  it("lets a boundary move between its neighbours and no further", () => {
    expect(["phone", "tablet", "desk"].map((id) => boundaryRoom(cleanLayout(), id))).toEqual([
      { least: 1, most: 599 },
      { least: 321, most: 1023 },
      { least: 601, most: 20_000 },
    ]);
    const fractional = withBreakpoint(cleanLayout(), "tablet", (one) => ({ ...one, from: 600.5 }));
    expect([boundaryRoom(fractional, "phone").most, boundaryRoom(fractional, "desk").least]).toEqual([600, 601]);
  });
});

describe("the dimension lines of a sheet", () => {
  const dimensions = (count: number, width = 1440) => {
    const resolved = resolve(oneBreakpoint(width, count), { width: exact(width) });
    if (!resolved.ok) throw new Error("resolves");
    return { resolution: resolved.value, lines: sheetDimensions(resolved.value) };
  };

  it.each(Array.from({ length: 24 }, (_, index) => index + 1))("of %i columns never overlap, and measure what resolve says", (count) => {
    const { resolution, lines } = dimensions(count);
    lines.slice(1).forEach((line, index) => {
      const before = lines[index];
      expect(before && compare(before.to, line.from) <= 0, `${before?.what} and ${line.what}`).toBe(true);
    });
    for (const line of lines) {
      expect(compare(line.length, subtract(line.to, line.from))).toBe(0);
      if (line.what !== "start margin" && line.what !== "end margin") {
        expect(resolution.columns.some(({ start }) => compare(start, line.from) === 0)).toBe(true);
        expect(resolution.columns.some(({ start, width }) => compare(add(start, width), line.to) === 0)).toBe(true);
      }
    }
  });

  it.each([
    [12, ["start margin", "third", "column", "half", "end margin"]],
    [8, ["start margin", "quarter", "column", "half", "end margin"]],
    [4, ["start margin", "column", "half", "end margin"]],
    [1, ["start margin", "column", "end margin"]],
  ])("of %i columns are %j", (count, what) => {
    expect(dimensions(count).lines.map((line) => line.what)).toEqual(what);
  });

  it("at another width are those of that width", () => {
    const resolved = resolve(oneBreakpoint(1440, 12), { width: fromJsonNumber(700.5) });
    const lines = resolved.ok ? sheetDimensions(resolved.value) : [];
    expect(toNumber(lines.at(-1)?.to ?? exact(0))).toBe(700.5);
  });
});
