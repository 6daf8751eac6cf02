import { describe, expect, it } from "vitest";
import { compareVersions, parseVersion, versionText } from "../../src/index";

describe("version numbers", () => {
  it.each(["0.0.0", "1.0.0", "2.10.3", "999999999.0.1"])("%s is written as it was read", (text) => {
    const read = parseVersion(text);
    expect(read && versionText(read)).toBe(text);
  });
  it.each(["", "1", "1.0", "v1.0.0", "1.0.0-beta", "01.0.0", "1.0.0.0", "1.-1.0", "1.0.9999999999"])("“%s” is none", (text) => {
    expect(parseVersion(text)).toBeNull();
  });
  it("rise by part, not by letter", () => {
    const order = ["0.9.9", "1.0.0", "1.2.0", "1.10.0", "2.0.0"].map((text) => parseVersion(text) ?? { major: 0, minor: 0, patch: 0 });
    expect([...order].reverse().sort(compareVersions)).toEqual(order);
  });
});
