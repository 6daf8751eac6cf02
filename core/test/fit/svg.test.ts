import { describe, expect, it } from "vitest";
import { type DrawnBoxes, readBoxesSvg, toNumber } from "../../src/index";

const svg = (inner: string, more = 'width="1280" height="800"'): string => `<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inner}</svg>`;
const read = (text: string): Extract<DrawnBoxes, { ok: true }> => {
  const result = readBoxesSvg(text);
  if (!result.ok) throw new Error(JSON.stringify(result.issues));
  return result;
};
const boxesOf = (text: string) =>
  read(text).list.boxes.map(({ name, x, y, width, height }) => [name, toNumber(x), toNumber(y), toNumber(width), toNumber(height)]);

describe("boxes of a drawing", () => {
  it("are its rectangles by their names, named groups as the bounds of what is in them, and what is used again", () => {
    const text = svg(
      `<defs><rect id="tile" width="99" height="40"/></defs>
       <g id="cards" transform="translate(30 96)"><rect width="99" height="120.5"><title>Card &amp; price</title></rect><use href="#tile" x="108"/></g>
       <g><rect x="1" y="2" width="3" height="4"/></g>`,
      'viewBox="0 0 375 812"',
    );
    expect(boxesOf(text)).toEqual([
      ["cards", 30, 96, 207, 120.5],
      ["Card & price", 30, 96, 99, 120.5],
      ["tile", 138, 96, 99, 40],
      ["rect 4", 1, 2, 3, 4],
    ]);
    expect([toNumber(read(text).list.width), toNumber(read(text).list.height ?? read(text).list.width)]).toEqual([375, 812]);
  });

  it("list what was left out and what is rotated", () => {
    const result = read(
      svg(
        `<rect id="flat" width="10" height="10"/><rect id="slant" width="10" height="10" transform="rotate(45)"/><rect id="quarter" width="10" height="20" transform="rotate(90)"/>
         <text x="1" y="2">Quay 3</text><text>Quay 4</text><path d="M0 0h9"/><rect width="2em" height="3"/><rect transform="turn(3)" width="1" height="1"/><use href="#none"/><rect display="none" width="5" height="5"/>`,
      ),
    );
    expect(result.list.boxes.map(({ name }) => name)).toEqual(["flat", "slant", "quarter"]);
    expect(result.turned).toEqual(["slant"]);
    expect(result.left).toEqual([
      "2 × text, whose size the file does not say",
      "1 × path",
      "1 × rect, with lengths in other units than px and %",
      "1 × rect, whose transform cannot be read",
      "1 × use of what is not in the file",
    ]);
  });

  it("take a missing side from their viewBox, and sizes from stylesheets and style attributes", () => {
    const sized = read(svg("<rect width='10' height='5'/>", 'viewBox="0 0 64 40" width="1280"'));
    expect([toNumber(sized.list.width), sized.list.height && toNumber(sized.list.height)]).toEqual([1280, 800]);
    expect(boxesOf(svg("<rect width='10' height='5'/>", 'viewBox="0 0 64 40" style="height:80px"'))).toEqual([["rect 1", 0, 0, 20, 10]]);
    const text = svg(
      `<style>.tile{width:20px;height:1in} #wide{width:50%} g > .tile{transform:translate(4px,0)} .no{display:none} .none{visibility:hidden}
       @media (min-width:2000px){rect{x:9px}} rect:nth-child(2){x:1px}</style>
       <g><rect id="tile" class="tile" width="1" height="1"/><rect id="wide" class="tile" style="height:10mm" transform="scale(2)" x="1"/></g>
       <g class="none"><rect id="hidden" width="5" height="5"/><rect id="shown" visibility="visible" width="5" height="5"/></g>
       <rect id="gone" class="no" width="5" height="5"/><rect id="turned" width="4" height="2" style="rotate:90deg;transform-origin:4px 0"/>`,
    );
    expect(boxesOf(text)).toEqual([
      ["tile", 4, 0, 20, 96],
      ["wide", 5, 0, 640, 37.795276],
      ["shown", 0, 0, 5, 5],
      ["turned", 2, -4, 2, 4],
    ]);
    expect(read(text).left).toEqual(["1 × rule of its stylesheet that is not read: line 2: rect:nth-child(2)"]);
  });

  it("say what the file contains where there are none", () => {
    const none = readBoxesSvg(svg('<g style="transform-box:fill-box;scale:2"><rect width="5" height="5"/></g><path/>'));
    expect(none.ok ? "" : none.issues[0]?.message).toContain("It holds 1 × g, whose transform cannot be read; 1 × path.");
  });

  const uses = (levels: number): string =>
    svg(
      `<defs><rect id="u0" width="9" height="9"/>${Array.from({ length: levels }, (_, level) => `<g id="u${level + 1}">${`<use href="#u${level}"/>`.repeat(10)}</g>`).join("")}</defs><use href="#u${levels}"/>`,
    );
  it.each([
    ["no drawing", "<html></html>", "root element is svg"],
    ["no XML", "<svg", "a tag never ends"],
    ["entities", '<!DOCTYPE svg [<!ENTITY a "b">]><svg/>', "must not declare"],
    ["no size", svg("<rect/>", ""), "must have a width and height"],
    ["no box", svg("<path d='M0 0'/>"), "holds no box"],
    ["a box far away", svg('<rect id="far" width="9" height="9" transform="translate(200000)"/>'), "far is not"],
    ["5,001 boxes", svg('<rect width="1" height="1"/>'.repeat(5001)), "at most 5,000 boxes"],
    ["uses of uses of uses", uses(7), "at most 5,000 boxes"],
    ["a use of itself", svg('<g id="a"><use href="#a"/></g>'), "holds no box"],
    ["too many rules", svg(`<style>${"*{x:1px}".repeat(300)}</style>${'<rect width="1" height="1"/>'.repeat(4000)}`), "fewer rules"],
    ["far too many rules", svg(`<style>${"*{x:1px}".repeat(6000)}</style><rect width="1" height="1"/>`), "at most 5,000 rules"],
    ["nested past all sense", "<svg width='9' height='9'>" + "<g>".repeat(100), "deeper than 32 levels"],
  ])("%s is refused with the reason", (_, text, words) => {
    const result = readBoxesSvg(text);
    expect(result.ok ? "" : result.issues[0]?.message).toContain(words);
  });
});
