import { changeOfBreakpoint, changesByBreakpoint } from "../../compare/effects";
import { changeSentence } from "../../compare/words";
import type { Layout } from "../../layout/schema";
import { isName, type Words } from "../../words/words";
import { show } from "../../exact/show";
import { plain } from "./markdown";

/** Maximum length of CHANGELOG.md, characters; the changes of older versions are in their own packages. */
const longest = 200_000;
/** Longest part of one version. */
const longestOf = 20_000;

const said = (words: Words): string =>
  words.map((part) => (typeof part === "string" ? part : isName(part) ? plain(part.name) : show(part))).join("");

/** Lines until they are too long together, and how many were left out. */
const within = (lines: readonly string[], most: number): readonly string[] => {
  let length = 0;
  const kept = lines.filter((line) => (length += line.length + 1) <= most);
  return kept.length === lines.length ? kept : [...kept, `- and ${lines.length - kept.length} more.`];
};

/** What one version changed, as a part of CHANGELOG.md: its number and day, the author's note, and each breakpoint in words. */
export const versionChanges = (version: {
  readonly number: string;
  /** The day it was published, like 2026-03-02. */
  readonly day: string;
  readonly note: string;
  readonly layout: Layout;
  /** The version before it; null for the first. */
  readonly before: { readonly number: string; readonly layout: Layout } | null;
}): string => {
  const { number, day, note, layout, before } = version;
  const changed = before && changesByBreakpoint(before.layout, layout);
  const lines = changed
    ? [
        ...changed.spec.map((one) => said(changeSentence(one))),
        ...changed.breakpoints.filter(({ kind }) => kind !== "same").map((one) => said(changeOfBreakpoint(one))),
      ].map((line) => `- ${line}.`)
    : ["- The first version."];
  return [
    `## ${number} (${day})`,
    ...(note.trim() === "" ? [] : ["", plain(note)]),
    "",
    ...(lines.length === 0 ? [`- The same numbers as ${before?.number ?? "before"}.`] : within(lines, longestOf)),
    "",
  ].join("\n");
};

/** CHANGELOG.md of a spec called `title`: its versions, latest first, up to the maximum length. */
export const changelogText = (title: string, parts: readonly string[]): string => {
  let length = 0;
  const kept = parts.filter((part, index) => (length += part.length) <= longest || index === 0);
  const left = parts.length - kept.length;
  return [
    `# Changes of ${plain(title)}`,
    "",
    ...kept,
    ...(left === 0 ? [] : [`What the ${left} versions before them changed stands in their own packages.`, ""]),
  ].join("\n");
};
