import { expect, it } from "vitest";
import { found } from "@/draft/commands";

const commands = [
  { name: "Widths", kind: "View" },
  { name: "Add breakpoint…", kind: "Action" },
  { name: "Tablet", kind: "Breakpoint" },
  { name: "Timetable", kind: "Area" },
].map((one) => ({ ...one, run: () => undefined }));
const names = (typed: string): readonly string[] => found(commands, typed).map(({ name }) => name);

it.each([
  ["", ["Widths", "Add breakpoint…", "Tablet", "Timetable"]],
  ["wid", ["Widths"]],
  ["tab", ["Tablet", "Timetable"]],
  // Parts of name or kind match in any order; a match at the beginning comes first.
  ["breakpoint", ["Add breakpoint…", "Tablet"]],
  ["BREAK add", ["Add breakpoint…"]],
  ["harbour", []],
])("the menu finds by “%s” %j", (typed, expected) => expect(names(typed)).toEqual(expected));
