import { describe, expect, it } from "vitest";
import { breakpointAt, breakpointRanges, exact, fromJsonNumber, resolve } from "../../src/index";
import { cleanLayout, withBreakpoint } from "../layouts";

describe("which breakpoint applies", () => {
  it.each([
    [200, "phone"],
    [320, "phone"],
    [599.999, "phone"],
    [600, "tablet"],
    [1023, "tablet"],
    [1024, "desk"],
    [20_000, "desk"],
  ])("at %d it is %s", (width, id) => {
    expect(breakpointAt(cleanLayout(), fromJsonNumber(width)).id).toBe(id);
  });

  it("is the later in the document of two that start together", () => {
    const layout = withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, from: 600 }));
    expect(breakpointAt(layout, exact(700)).id).toBe("desk");
    expect(breakpointRanges(layout).map(({ until }) => until)).toEqual([600, 600, null]);
  });

  it("can be asked outside its own widths; one that does not exist is refused", () => {
    const asked = resolve(cleanLayout(), { width: exact(320), breakpoint: "desk" });
    expect(asked.ok && asked.value.breakpoint.id).toBe("desk");
    const missing = resolve(cleanLayout(), { width: exact(320), breakpoint: "hall" });
    expect(missing.ok ? [] : missing.issues.map(({ path }) => path)).toEqual(["/breakpoint"]);
  });
});
