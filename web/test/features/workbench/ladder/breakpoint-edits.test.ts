import { check, type Layout, limits, parseLayout } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import {
  addBreakpoint,
  carry,
  copyBreakpoint,
  freshId,
  insertBreakpoint,
  mayAdd,
  removeBreakpoint,
} from "@/features/workbench/ladder/breakpoint-edits";
import { cleanLayout, withBreakpoint } from "../../../../../core/test/layouts";

const grown = (count: number): Layout => {
  let layout = cleanLayout();
  while (layout.breakpoints.length < count) layout = addBreakpoint(layout).layout;
  return layout;
};

describe("editing breakpoints", () => {
  it("adds above the widest until the limit, each with its own id, name and widths, drawn inside them", () => {
    const layout = grown(limits.breakpoints);
    expect(parseLayout(layout).ok).toBe(true);
    expect(mayAdd(layout)).toBe(false);
    expect(new Set(layout.breakpoints.map(({ name }) => name)).size).toBe(limits.breakpoints);
    expect(check(layout).findings.filter(({ rule }) => rule === "breakpoints-ordered")).toEqual([]);
  });

  it("copies between one and the next", () => {
    const { layout, id } = copyBreakpoint(cleanLayout(), "tablet");
    expect(layout.breakpoints.map(({ from }) => from)).toEqual([320, 600, 812, 1024]);
    expect(layout.breakpoints.find((one) => one.id === id)?.columns).toEqual(cleanLayout().breakpoints[1]?.columns);
    expect(check(layout).findings.filter(({ rule }) => rule === "breakpoints-ordered")).toEqual([]);
  });

  it("starts a new one from the chosen one, in its place by width", () => {
    const { layout, id } = insertBreakpoint(cleanLayout(), { name: "Wall", from: 800, width: 900, height: 700, like: "desk" });
    expect(layout.breakpoints.map((one) => one.id)).toEqual(["phone", "tablet", id, "desk"]);
    const made = layout.breakpoints.find((one) => one.id === id);
    expect([made?.name, made?.from, made?.drawnAt]).toEqual(["Wall", 800, { width: 900, height: 700 }]);
    expect(made?.columns).toEqual(cleanLayout().breakpoints[2]?.columns);
    expect(parseLayout(layout).ok).toBe(true);
  });

  it("removes one with everything accepted at it, but never the last", () => {
    const layout: Layout = {
      ...cleanLayout(),
      areas: [{ id: "map", name: "Map", placements: { desk: { column: 1, span: 4, leaves: "none", over: false, inside: null } } }],
      accepted: [{ rule: "whole-columns", breakpoint: "desk", reason: "Known." }],
      text: [{ name: "Body", size: "16px", lineHeight: "24px", font: "", at: { desk: { size: "18px", lineHeight: "28px" } } }],
    };
    const removed = removeBreakpoint(layout, "desk");
    expect([removed.areas[0]?.placements, removed.accepted, parseLayout(removed).ok]).toEqual([{}, [], true]);
    expect(removed.text).toEqual([{ name: "Body", size: "16px", lineHeight: "24px", font: "" }]);
    const copied = copyBreakpoint(layout, "desk");
    expect(copied.layout.areas[0]?.placements[copied.id]).toEqual(layout.areas[0]?.placements["desk"]);
    expect([copied.layout.text[0]?.at?.[copied.id]?.size, parseLayout(copied.layout).ok]).toEqual(["18px", true]);
    const last = removeBreakpoint(removeBreakpoint(removed, "tablet"), "phone");
    expect(last.breakpoints).toHaveLength(1);
  });

  it("copies the chosen numbers to the chosen others and changes nothing else", () => {
    const what = new Set(["gutter", "container", "rows", "baseline"] as const);
    const rows = { kind: "repeating" as const, height: "8px", gutter: "8px", offset: "0px" };
    const layout = withBreakpoint(cleanLayout(), "desk", (one) => ({
      ...one,
      rows,
      baseline: { step: "4px", offset: "0px", emphasis: 4 },
    }));
    const carried = carry(layout, "desk", ["phone"], what);
    expect(carried.breakpoints.map((one) => [one.rows, one.baseline?.step])).toEqual([
      [rows, "4px"],
      [null, undefined],
      [rows, "4px"],
    ]);
    expect(carried.breakpoints.map(({ columns }) => [columns.count, columns.gutter, columns.margin.start])).toEqual([
      [4, "24px", "64px"],
      [8, "16px", "64px"],
      [12, "24px", "64px"],
    ]);
  });

  it("makes ids from any name", () => {
    const ids = ["Desk", "Größe XL", "1440", "‥", ""].map((name) => freshId(cleanLayout(), name));
    expect(ids).toEqual(["desk-2", "gro-e-xl", "at-1440", "at-width", "at-width"]);
  });
});
