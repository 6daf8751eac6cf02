import { usualDevices } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { routes } from "@/wire/routes";
import { mostDevices } from "@/wire/shapes";

const device = { name: "Gangway screen", width: 1280, height: 800, density: 1.5 };
const faults = (devices: readonly unknown[], revision: unknown = 1): readonly string[] => {
  const read = routes["POST /api/teams/:team/devices"].request.safeParse({ revision, devices });
  return read.success ? [] : read.error.issues.map(({ path, message }) => `${path.join("/")} ${message}`);
};

describe("a team's devices", () => {
  it("are the usual ones at first, which are valid", () => {
    expect(faults(usualDevices, 0)).toEqual([]);
    expect(new Set(usualDevices.map(({ name }) => name)).size).toBe(usualDevices.length);
    expect(usualDevices.some(({ width }) => width === 320)).toBe(true);
  });

  it.each<[string, readonly unknown[], string]>([
    ["no name", [{ ...device, name: "  " }], "devices/0/name must not be empty"],
    ["a name too long", [{ ...device, name: "x".repeat(81) }], "devices/0/name must be at most 80 characters"],
    ["a width of 0", [{ ...device, width: 0 }], "devices/0/width must be from 1 to 20,000"],
    ["a height of four decimals", [{ ...device, height: 800.1234 }], "devices/0/height must have at most 3 decimals"],
    ["a density of 9", [{ ...device, density: 9 }], "devices/0/density must be from 0.5 to 8"],
    ["a density of four decimals", [{ ...device, density: 2.6251 }], "devices/0/density must have at most 3 decimals"],
    ["none", [], "devices must hold at least 1 device"],
    ["too many", Array.from({ length: mostDevices + 1 }, () => device), `devices must hold at most ${mostDevices} devices`],
  ])("%s is refused with its place", (_, devices, fault) => {
    expect(faults(devices)).toContain(fault);
  });

  it("accept only devices, and a revision that is a whole number", () => {
    expect(faults([{ ...device, colour: "red" }]).length).toBe(1);
    expect(faults([device], -1).length).toBe(1);
    expect(faults([device], "1").length).toBe(1);
  });
});
