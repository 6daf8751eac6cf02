import { describe, expect, it } from "vitest";
import { behindWords } from "@/features/team/projects";
import { pageOf, patternOf } from "@/server/database/paging";

describe("how far a project is behind", () => {
  it.each([
    [{ versions: 0, majors: 0, most: null }, "up to date"],
    [{ versions: 1, majors: 0, most: "minor" }, "behind by 1 version, a minor one"],
    [{ versions: 1, majors: 0, most: "patch" }, "behind by 1 version, a patch"],
    [{ versions: 1, majors: 1, most: "major" }, "behind by 1 version, a major one"],
    [{ versions: 2, majors: 1, most: "major" }, "behind by 2 versions, one of them major"],
    [{ versions: 3, majors: 2, most: "major" }, "behind by 3 versions, two of them major"],
    [{ versions: 2, majors: 0, most: "minor" }, "behind by 2 versions, none of them major"],
  ] as const)("%j: %s", (behind, words) => expect(behindWords(behind)).toBe(words));
});

describe("in a list", () => {
  it.each([
    [undefined, 1],
    ["3", 3],
    ["0", 1],
    ["-1", 1],
    ["1e9", 1],
    ["999999", 1],
  ])("asked for page %s is at page %i", (text, page) => expect(pageOf(text)).toBe(page));

  it.each([
    [undefined, null],
    ["  ", null],
    ["100%_\\", "%100\\%\\_\\\\%"],
    ["x".repeat(300), `%${"x".repeat(100)}%`],
  ])("searched for %j looks for no more than is typed", (text, pattern) => expect(patternOf(text)).toBe(pattern));
});
