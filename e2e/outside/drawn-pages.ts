import type { seeded } from "../../core/test/random";

type Random = ReturnType<typeof seeded>;

/** A page of cards on a grid, for a screenshot: its true columns and its HTML. */
export type DrawnPage = {
  readonly width: number;
  readonly density: number;
  readonly grid: { readonly columns: number; readonly gutter: number; readonly margin: { readonly start: number; readonly end: number } };
  readonly html: string;
};

/**
 * Cards as people draw them (common practice): plain, with a border, a shadow, or both, with and without rounded
 * corners.
 */
const faceOf = (random: Random): string => {
  const border = random.pick([0, 0, 1, 1, 1, 2]);
  const shadow = random.pick([
    "none",
    "none",
    "0 1px 3px rgb(0 0 0 / 24%)",
    "0 4px 12px rgb(0 0 0 / 18%)",
    "0 2px 4px rgb(24 38 46 / 30%)",
  ]);
  const ground = random.pick(["#ffffff", "#ffffff", "#e4eef0", "#f6efe6"]);
  const plain = border === 0 && shadow === "none" && ground === "#ffffff";
  return [
    `background:${plain ? "#dfe7e9" : ground}`,
    `border:${border}px solid ${random.pick(["#9fb3b8", "#c9d3d6", "#18262e"])}`,
    `box-shadow:${shadow}`,
    `border-radius:${random.pick([0, 0, 4, 8, 12, 16])}px`,
  ].join(";");
};

/** The content of a card: a picture over its width or inside its padding, lines of words, a button. */
const insideOf = (random: Random, padding: number): string => {
  const words = '<p style="margin:8px 0;font:14px/20px sans-serif">Sailings today from the harbour to the islands</p>';
  const picture = `<div style="height:${random.integer(32, 80)}px;background:${random.pick(["#2f8a76", "#8fb8c4", "#c2573a"])}"></div>`;
  const button = '<div style="inline-size:96px;height:32px;background:#18262e;border-radius:4px"></div>';
  const inner = random.pick([[words], [picture, words], [picture, words, button], [words, button]]).join("");
  return `<div style="padding:${padding}px">${inner}</div>`;
};

/**
 * A random page of 4 to 7 rows of cards, each card on whole columns. One page in six has unequal margins, one in three
 * has cards of unequal heights.
 */
export const drawnPage = (random: Random): DrawnPage => {
  const width = random.pick([375, 768, 1024, 1280, 1440]);
  const columns = random.pick(width < 500 ? [2, 4, 4, 6] : width < 900 ? [4, 6, 8, 8, 12] : [6, 8, 10, 12, 12, 12, 16]);
  const gutter = random.pick([8, 10, 12, 16, 16, 20, 24, 24, 32].filter((one) => (columns - 1) * one < width / 3));
  const start = random.pick([16, 20, 24, 32, 40, 48, 64, 80].filter((one) => one < width / 8));
  const end = random.integer(1, 6) === 1 ? random.pick([16, 24, 56, 72, 96].filter((one) => one < width / 6)) : start;
  const rows = Array.from({ length: random.integer(4, 7) }, () => {
    const face = faceOf(random);
    const padding = random.pick([0, 12, 16, 16, 24]);
    const equal = random.integer(0, 1) === 1;
    const divisors = [1, 2, 3, 4, 5, 6].filter((many) => columns % many === 0 && columns / many <= 6);
    const many = equal ? random.pick(divisors.length > 0 ? divisors : [1]) : 0;
    const spans: number[] = [];
    for (let left = columns; left > 0;) {
      const span = equal ? columns / many : random.integer(1, Math.min(left, Math.max(1, Math.ceil(columns / 2))));
      spans.push(span);
      left -= span;
    }
    return spans
      .map(
        (span) =>
          `<section style="grid-column:span ${span};min-inline-size:0;overflow:hidden;box-sizing:border-box;${face}">${insideOf(random, padding)}</section>`,
      )
      .join("");
  });
  const logo = '<div style="inline-size:88px;height:32px;background:#9fb3b8"></div>';
  const header = random.pick(["", `<header style="background:#18262e;padding:12px ${end}px 12px ${start}px">${logo}</header>`]);
  return {
    width,
    density: random.pick([1, 2]),
    grid: { columns, gutter, margin: { start, end } },
    html: `<body style="margin:0;background:#fff">${header}<main style="display:grid;align-items:${random.pick(["stretch", "stretch", "start"])};grid-template-columns:repeat(${columns},minmax(0,1fr));column-gap:${gutter}px;row-gap:24px;padding:24px ${end}px 24px ${start}px">${rows.join("")}</main></body>`,
  };
};
