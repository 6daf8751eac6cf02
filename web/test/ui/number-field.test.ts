import { exact, lengthText, readTyped, toJson } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { stepOf } from "@/ui/number-field";

describe("a number field", () => {
  it.each([
    ["24", ["px"], "24px"],
    ["1440-2*144", ["px"], "1152px"],
    ["1.5rem", ["px", "rem"], "1.5rem"],
    ["5%", ["px", "rem", "%"], "5%"],
    ["0.25fr", ["px", "fr"], "0.25fr"],
  ] as const)("reads “%s” in %j as %s", (text, units, expected) => {
    const read = readTyped(text, units);
    expect(read.ok && lengthText(read.value)).toBe(expected);
  });

  it.each([
    ["5%", ["px", "rem"], "Use px or rem here, not %"],
    ["", ["px"], "Type a number"],
    ["12+", ["px"], "The sum is not finished"],
    ["4/0", ["px"], "The sum divides by 0"],
    ["1px+1rem", ["px", "rem"], "Use one unit in a sum"],
    ["wide", ["px"], "Not a number or sum: type one like 24, 1.5rem or 1440-2*144"],
  ] as const)("refuses “%s” in %j: %s", (text, units, message) => {
    expect(readTyped(text, units)).toEqual({ ok: false, message });
  });

  it.each([
    ["px", {}, "1"],
    ["px", { shiftKey: true }, "10"],
    ["px", { altKey: true }, "5"],
    ["%", {}, "1"],
    ["rem", {}, "1/16"],
    ["rem", { shiftKey: true }, "1/2"],
    ["fr", { shiftKey: true }, "1/20"],
  ] as const)("steps %s with %j by %s on a base of 10", (unit, keys, step) => {
    expect(toJson(stepOf({ shiftKey: false, altKey: false, ...keys }, exact(10), unit))).toBe(step);
  });
});
