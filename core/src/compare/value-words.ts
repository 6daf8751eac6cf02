import { placeText } from "../layout/place-text";
import type { Placement } from "../layout/schema";
import { lengthWords } from "../words/lengths";
import { joined, name, type Words, words } from "../words/words";
import { sameJson } from "./same-json";

export const partNames: Readonly<Record<string, string>> = {
  start: "start",
  end: "end",
  lineHeight: "line height",
  leaves: "leaves at",
  unitsPerEm: "units per em",
  capHeight: "cap height",
};

/** What a true value of a member means. */
const flagWords: Readonly<Record<string, string>> = { over: "over others" };

type Part = Readonly<Record<string, unknown>>;

/** Members of a part in words, but for those that have the value they usually have: "offset 4, emphasis 8". */
const membersWords = (part: Part, usual: Readonly<Record<string, unknown>>, beside: readonly string[] = []): readonly Words[] =>
  Object.entries(part)
    .filter(([member, value]) => value !== undefined && !beside.includes(member) && !(member in usual && sameJson(value, usual[member])))
    .map(([member, value]) =>
      value === true ? [flagWords[member] ?? member] : words`${partNames[member] ?? member} ${valueWords(value)}`,
    );

const withMembers = (first: Words, part: Part, usual: Readonly<Record<string, unknown>>, beside: readonly string[]): Words =>
  joined([first, ...membersWords(part, usual, beside)], ", ");

const noMargin = { start: "0px", end: "0px" };

/** Parts that are described by their kind first and then by every unusual member, so that no two read the same. */
const kindWords = (part: Part): Words | null => {
  const { kind, max, width, height, gutter, count } = part;
  switch (kind) {
    case "fluid":
      return withMembers(words`fluid`, part, {}, ["kind"]);
    case "capped":
      return withMembers(words`at most ${valueWords(max)}`, part, { align: "center" }, ["kind", "max"]);
    case "fixed":
      return withMembers(words`fixed ${valueWords(width)}`, part, { align: "center" }, ["kind", "width"]);
    case "repeating":
      return withMembers(words`repeating ${valueWords(height)} with ${valueWords(gutter)}`, part, { offset: "0px" }, [
        "kind",
        "height",
        "gutter",
      ]);
    case "dividing":
      return withMembers(words`${valueWords(count)} dividing`, part, { margin: noMargin }, ["kind", "count"]);
    case "same":
      return withMembers(words`the same columns`, part, {}, ["kind"]);
    case "own":
      return withMembers(
        words`${valueWords(count)} own ${count === 1 ? "column" : "columns"}`,
        part,
        { margin: noMargin, rows: null, baseline: null },
        ["kind", "count"],
      );
    default:
      return null;
  }
};

/** A value of a layout as people read it: "24px" is 24, a container by its kind, a list by what it holds, other parts by their members. */
export const valueWords = (value: unknown): Words => {
  if (value === undefined || value === null) return words`none`;
  if (Array.isArray(value)) return value.length === 0 ? words`none` : joined(value.map(valueWords), ", ");
  if (typeof value === "string") return lengthWords(value);
  if (typeof value === "number") return words`${value}`;
  if (typeof value === "boolean") return [String(value)];
  const part = value as Part;
  const { spec, version } = part;
  if (typeof spec === "string" && typeof version === "string") return [name(`${spec} ${version}`)];
  // Two equal sides are given once: "margin 16".
  if (Object.keys(part).length === 2 && part["start"] !== undefined && sameJson(part["start"], part["end"]))
    return valueWords(part["start"]);
  const told = kindWords(part);
  if (told) return told;
  if (typeof part["column"] === "number" && typeof part["span"] === "number") return placementWords(part);
  if (part["step"] !== undefined) return withMembers(valueWords(part["step"]), part, { offset: "0px" }, ["step"]);
  if (typeof part["about"] === "string" && typeof part["text"] === "string") return [name(`“${part["text"]}” about ${part["about"]}`)];
  if (typeof part["name"] === "string") return withMembers([name(part["name"])], part, {}, ["name"]);
  const members = membersWords(part, {});
  return members.length === 0 ? words`none` : joined(members, ", ");
};

/** A placement: the columns and rows it takes, and how it leaves them. */
export const placementWords = (part: Part): Words =>
  withMembers(words`columns ${placeText(part as unknown as Placement)}`, part, { leaves: "none", over: false, inside: null }, [
    "column",
    "span",
    "row",
    "rowSpan",
  ]);
