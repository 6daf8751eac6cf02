import { parseVersion } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { behindWords } from "@/features/team/projects";
import { behind } from "@/server/projects";

const number = (text: string) => parseVersion(text) ?? { major: -1, minor: -1, patch: -1 };
const versions = (...texts: readonly string[]) =>
  texts.map((text) => ({ number: number(text.replace("!", "")), withdrawn: text.endsWith("!") }));

describe("how far a project is behind", () => {
  it.each([
    ["2.1.0", ["2.0.0", "2.1.0"], "up to date"],
    ["2.0.0", ["2.0.0", "2.1.0"], "behind by 1 version, a minor one"],
    ["2.0.0", ["2.0.0", "2.0.1"], "behind by 1 version, a patch"],
    ["2.0.0", ["2.0.0", "3.0.0"], "behind by 1 version, a major one"],
    ["2.0.0", ["2.0.0", "2.1.0", "3.0.0"], "behind by 2 versions, one of them major"],
    ["1.0.0", ["1.0.0", "2.0.0", "3.0.0", "3.1.0"], "behind by 3 versions, two of them major"],
    ["2.0.0", ["2.1.0", "2.0.0", "2.1.1"], "behind by 2 versions, none of them major"],
    ["2.0.0", ["2.0.0", "2.1.0!"], "up to date"],
    ["2.1.0", ["2.0.0", "2.1.0!"], "up to date"],
    ["2.0.0", ["2.0.0", "3.0.0!", "3.0.1"], "behind by 1 version, a major one"],
  ])("at %s of %j: %s", (at, all, words) => {
    expect(behindWords(behind(number(at), versions(...all)))).toBe(words);
  });
});
