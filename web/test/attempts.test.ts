import { expect, it } from "vitest";
import { waitAfter } from "@/server/attempts";

it("the wait after failures in a row is none for the first few, then doubles up to its most", () => {
  const pace = { free: 5, longest: 60 };
  expect([1, 4, 5, 6, 7, 8, 9, 10, 11, 12, 500].map((failures) => waitAfter(failures, pace))).toEqual([
    0, 0, 1, 2, 4, 8, 16, 32, 60, 60, 60,
  ]);
});
