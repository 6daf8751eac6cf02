import { describe, expect, it } from "vitest";
import { spacingSteps, toJson } from "../../src/index";
import { cleanLayout } from "../layouts";

describe("spacing steps", () => {
  it("are multiples of the base unit: 8 with half steps (common practice), and exact with others", () => {
    expect(spacingSteps(cleanLayout()).map(({ name, px }) => `${name} ${toJson(px)}`)).toEqual([
      "xs 4",
      "s 8",
      "m 16",
      "l 24",
      "xl 32",
      "2xl 48",
    ]);
    const odd = { ...cleanLayout(), base: "10.5px", spacing: [{ name: "third", multiple: 0.333 }] };
    expect(spacingSteps(odd).map(({ px }) => toJson(px))).toEqual(["6993/2000"]);
  });
});
