import type { RuleId } from "./types";

/** What a check examines, and when accepting its finding is right. For the guide; the rest is in the finding. */
export type Explained = { readonly checks: string; readonly accept: string };

const never = "Never as it is: a problem stops a version from being published.";

/** Each check explained, for people who have never seen it. */
export const explained: Readonly<Record<RuleId, Explained>> = {
  "sum-closes": {
    checks: "Margins and gutters together are narrower than the width they stand in, at every width of the breakpoint.",
    accept: never,
  },
  "column-positive": {
    checks: "At the narrowest width of a breakpoint, a column is wider than zero and at least as wide as the spec’s minimum column.",
    accept: never,
  },
  "container-fits": {
    checks: "A container of fixed width fits between its margins, from the narrowest width of the breakpoint on.",
    accept: never,
  },
  "breakpoints-ordered": {
    checks: "Breakpoints start at different, rising widths, and each is drawn at a width that belongs to it.",
    accept: never,
  },
  "reflow-320": {
    checks: "The spec says what happens at 320 px, and its columns fit there.",
    accept: never,
  },
  "areas-inside": {
    checks: "An area’s columns and rows are columns and rows of the grid it stands on, and an area inside another is shown only with it.",
    accept: never,
  },
  "areas-apart": {
    checks: "No two areas cover the same columns and rows, unless one of them is marked as standing over others.",
    accept: never,
  },
  "leaves-reason": {
    checks: "An area that runs past the container on purpose has a written reason.",
    accept: never,
  },
  "whole-columns": {
    checks: "A column is a whole number of pixels at the width the breakpoint is drawn at.",
    accept: "When the container is fluid and the drawn width is one of many, or when no cards stand side by side.",
  },
  "whole-spans": {
    checks: "Halves, thirds and quarters of the container are whole pixels where a single column is.",
    accept: "When the page never uses those shares.",
  },
  "stated-total": {
    checks: "A container or column that somebody was told to expect is what the numbers give.",
    accept: "Rarely. Correct the number you were given instead, so that the next person is not misled.",
  },
  "gutter-on-base": {
    checks: "The gutter is a whole number of base units. A half unit is only a note.",
    accept: "When the gutter comes from something outside the spec, for example a third party’s embedded page.",
  },
  "margin-on-base": {
    checks: "Each margin is a whole number of base units. A half unit is only a note.",
    accept: "When the margin is what a fixed container leaves over, and nothing is aligned to the edge of the screen.",
  },
  "row-on-base": {
    checks: "Row height and row gutter are whole numbers of base units. A half unit is only a note.",
    accept: "When rows divide a given height, for example that of a wall screen.",
  },
  "gutter-below-column": {
    checks: "The gutter is narrower than a column at every width of the breakpoint.",
    accept: "When there are many columns and content always spans several of them.",
  },
  "margin-least": {
    checks: "Margins are at least 16 px.",
    accept: "When everything at the edge is a picture or a map, and text has a margin of its own.",
  },
  "steps-rise": {
    checks: "From one breakpoint to the next, columns, gutter, margin and container do not get smaller.",
    accept: "When wider margins are meant to make the container a little narrower at the start of a breakpoint.",
  },
  "rows-on-baseline": {
    checks: "Every row starts on a line of the baseline: row height plus row gutter is a multiple of the baseline step.",
    accept: "When rows hold no text.",
  },
  "line-height-on-baseline": {
    checks: "The line height of each text role is a multiple of the baseline step.",
    accept: "When the role is only ever one line long.",
  },
  "baseline-on-base": {
    checks: "The baseline step is a multiple of the base unit, or divides it evenly.",
    accept: "When text and spacing are aligned separately on purpose.",
  },
  "inside-columns": {
    checks: "Columns that an area has inside it are whole pixels at the drawn width.",
    accept: "When nothing of equal width stands side by side in the area.",
  },
  "areas-order": {
    checks: "Areas are read in the order in which they are seen: top to bottom, then in reading direction.",
    accept: "When the order was chosen for screen readers and still makes sense without the layout.",
  },
  "margins-not-below-gutter": {
    checks: "Margins are at least as wide as the gutter.",
    accept: "On small screens where every pixel counts.",
  },
  "divides-well": {
    checks: "The number of columns divides by 2 and by 3 or 4, like 4, 6, 8, 12 and 16. One to three columns are fine too.",
    accept: "When the page has one main column of an odd width, and nothing is repeated across it.",
  },
  "height-remainder": {
    checks: "Rows or baseline lines fill the drawn height with nothing left over.",
    accept: "On every page that scrolls: its height is whatever the content needs.",
  },
  "equal-gaps": {
    checks: "Areas of one kind, such as sections, have the same space from one to the next.",
    accept: "When the larger space separates two parts of the page.",
  },
  "areas-shown": {
    checks: "An area that is shown at some breakpoints is shown at all of them, or has a note.",
    accept: "When it is left out on purpose: write a note on the area that says why, and this one disappears.",
  },
};
