import { expect, it } from "vitest";
import { takeSeat } from "@/server/running/open-streams";

it("a person has at most twelve event streams at once, an address two hundred, and each place is free again when it closes", () => {
  const held = Array.from({ length: 12 }, () => takeSeat(1, "192.0.2.1"));
  expect(held.every((seat) => seat !== null)).toBe(true);
  expect(takeSeat(1, "192.0.2.2")).toBeNull();
  held[0]?.leave();
  held[0]?.leave();
  expect(takeSeat(1, "192.0.2.2")).not.toBeNull();
  expect(takeSeat(1, "192.0.2.2")).toBeNull();
  const others = Array.from({ length: 250 }, () => takeSeat(null, "192.0.2.3")).filter((seat) => seat !== null);
  expect(others).toHaveLength(200);
  expect(takeSeat(2, "192.0.2.3")).toBeNull();
});
