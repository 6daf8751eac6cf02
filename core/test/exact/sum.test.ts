import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lengthText, parseLength, toJson, workOutSum } from "../../src/index";

describe("typed sums", () => {
  it.each([
    ["24", "24", null],
    ["1440-2*144", "1152", null],
    ["1152/12", "96", null],
    ["(1152 − 11 × 20) ÷ 12", "233/3", null],
    [" .5 ", "1/2", null],
    ["-(3 - 5)", "2", null],
    ["2*1.5rem", "3", "rem"],
    ["12.5%", "25/2", "%"],
    ["2+3*4", "14", null],
    ["20-5-5", "10", null],
    ["100/10/2", "5", null],
  ])("“%s” is %s", (text, json, unit) => {
    const sum = workOutSum(text);
    expect(sum.ok && [toJson(sum.value), sum.unit]).toEqual([json, unit]);
  });

  it.each([
    ["", "empty", 0],
    ["  ", "empty", 0],
    ["14x4", "unexpected", 2],
    ["12+", "unfinished", 3],
    ["(12", "unfinished", 3],
    ["12)", "unexpected", 2],
    ["4/0", "division-by-zero", 1],
    ["4/(2-2)", "division-by-zero", 1],
    ["16px+1rem", "mixed-units", 0],
    ["12 12", "unexpected", 3],
    ["1".repeat(201), "too-long", 200],
  ])("“%s” is refused: %s at %i", (text, code, at) => {
    expect(workOutSum(text)).toEqual({ ok: false, code, at });
  });

  it("never throws, whatever is typed", () => {
    fc.assert(fc.property(fc.string(), (text) => typeof workOutSum(text).ok === "boolean"));
    fc.assert(fc.property(fc.stringMatching(/^[0-9+\-*/(). ]{0,30}$/), (text) => typeof workOutSum(text).ok === "boolean"));
  });
});

describe("lengths", () => {
  it.each(["16px", "1.5rem", "12.5%", "0.25fr", "-8px", "0.000001px"])("%s is written as it was read", (text) => {
    const length = parseLength(text);
    expect(length && lengthText(length)).toBe(text);
  });
  it("takes a bare 0 as 0px", () => {
    const length = parseLength("0");
    expect(length && lengthText(length)).toBe("0px");
  });
  it.each(["16", "16 px", "16PX", "1e3px", "1.1234567px", "px", "+4px", "٤px", "16pt", ""])("“%s” is no length", (text) => {
    expect(parseLength(text)).toBeNull();
  });
});
