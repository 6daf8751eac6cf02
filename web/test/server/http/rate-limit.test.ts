import { describe, expect, it } from "vitest";
import { rateLimit } from "@/server/http/rate-limit";

describe("the rate limit of an address", () => {
  it("lets a burst of ten times the rate through, then says how long to wait", () => {
    const take = rateLimit(2);
    const waits = Array.from({ length: 21 }, () => take("a", 0));
    expect(waits.slice(0, 20).every((wait) => wait === 0)).toBe(true);
    expect(waits[20]).toBe(1);
    expect(take("b", 0)).toBe(0);
    expect(take("a", 1000)).toBe(0);
  });
  it("is off at 0", () => {
    const take = rateLimit(0);
    expect(Array.from({ length: 1000 }, () => take("a", 0)).every((wait) => wait === 0)).toBe(true);
  });
});
