import { describe, expect, it } from "vitest";
import { readCss } from "../../src/index";

/** Four equal columns with more declarations. */
const four = (more: string): string => `.g{display:grid;grid-template-columns:repeat(4,1fr);${more}}`;
const sized = (columns: string, more = ""): string => `.g{display:grid;grid-template-columns:${columns};gap:16px;${more}}`;

/** What a stylesheet is read as, in one line, or why it cannot be read. */
const said = (css: string): string => {
  const read = readCss(css);
  if (!read.ok) return read.issues.at(-1)?.message ?? "";
  const { gutter, margin, container } = read.layout.breakpoints[0]?.columns ?? {};
  const held = container?.kind === "capped" ? container.max : container?.kind === "fixed" ? container.width : "";
  const align = container && "align" in container ? ` ${container.align}` : "";
  return [`gutter ${gutter} margin ${margin?.start} ${margin?.end} ${container?.kind} ${held}${align}`.trim(), ...read.lost].join("; ");
};

describe("boxes around the columns of foreign stylesheets", () => {
  // Each computed by hand from CSS Box Sizing 3 and CSS 2.2, section 10.3.3.
  it.each([
    ["half the viewport", four("width:50%"), "gutter 0px margin 0px 50% fluid"],
    ["all but 48 px, at the start", four("width:calc(100% - 48px)"), "gutter 0px margin 0px 48px fluid"],
    ["all but 48 px, at the end", four("width:calc(100% - 48px);margin-left:auto"), "gutter 0px margin 48px 0px fluid"],
    ["all but 48 px, in the middle", four("width:calc(100% - 48px);margin:0 auto"), "gutter 0px margin 24px 24px fluid"],
    [
      "all but 48 px, at most 1200",
      four("width:min(100% - 48px, 1200px);margin:0 auto"),
      "gutter 0px margin 24px 24px capped 1200px center",
    ],
    [
      "the smaller of two boxes in the middle",
      `.o{max-width:1200px;margin:0 auto}.o ${four("max-width:900px;margin:0 auto")}`,
      "gutter 0px margin 0px 0px capped 900px center",
    ],
    [
      "columns of 80 px, 4 × 80 + 3 × 16",
      sized("repeat(4,80px)", "justify-content:center"),
      "gutter 16px margin 0px 0px fixed 368px center",
    ],
    ["columns of 5 rem, at the end", sized("repeat(4,5rem)", "justify-content:end"), "gutter 16px margin 0px 0px fixed 368px end"],
    ["lengths in em of its own font", four("font-size:20px;padding:0 2em;gap:1em"), "gutter 20px margin 40px 40px fluid"],
    [
      "thirds of a px that come to a whole number",
      sized("repeat(3,calc(100px/3))", "gap:0"),
      "gutter 0px margin 0px 0px fixed 100px start",
    ],
    [
      "thirds of a px that do not come to whole ones",
      sized("repeat(4,calc(100px/3))", "gap:0"),
      "gutter 0px margin 0px 0px fixed 133.333333px start; line 1: .g: lengths are rounded to 6 decimals",
    ],
    ["a gap that grows", four("column-gap:2vw"), "gutter 0px margin 0px 0px fluid; line 1: column-gap: 2vw grows with the width"],
  ])("come to what they are: %s", (_, css, expected) => {
    expect(said(css)).toBe(expected);
  });

  it.each([
    [`.o{padding:0 10px}.o ${four("padding:0 5%")}`, "padding in % of a box that does not fill the viewport"],
    [four("max-width:min(60rem,900px)"), "widths in different units, the smaller of which depends on the font size"],
    [four("width:min(100% - 48px, 100% - 2rem)"), "two widths relative to the box around"],
    [four("width:90%;max-width:80%"), "two widths relative to the box around"],
    [four("width:100%;padding:0 10px"), ".g is all there is wide and its padding comes on top, so it overflows"],
    // 2 · 4 % is more than 48 px from 600 on, and the box is limited to 1152 only from 1200 on; in between it
    // overflows.
    [
      four("width:min(100% - 3rem,72rem);margin-inline:auto;padding:0 4%"),
      ".g is wider than all there is with its padding, so it overflows",
    ],
    [four("padding:0 calc(5% + 8px)"), "the margin in % and px together"],
    [four("max-width:100px;padding:0 60px;box-sizing:border-box"), "the container comes to -20px, below 0"],
    [four("margin:0 -8px"), "the margin comes to -8px, below 0"],
    [`.o{max-width:1200px;margin:0 auto}.o ${four("max-width:900px")}`, "two boxes held to a width, placed in different ways"],
    [sized("repeat(4,80px)", "max-width:900px"), "columns of their own size in a box held to a width"],
    [sized("repeat(auto-fill,80px)"), "makes as many columns as fit, not a number of them"],
    [sized("1fr 2fr"), "is not a number of equal columns"],
    [".g{display:flex;grid-template-columns:repeat(4,1fr)}", "display: flex lays nothing out in columns"],
  ])("that cannot be had as margins and a container say why: %s", (css, expected) => {
    expect(said(css)).toContain(expected);
  });
});
