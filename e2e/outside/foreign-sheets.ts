import type { seeded } from "../../core/test/random";

type Random = ReturnType<typeof seeded>;

/** A stylesheet as somebody might write it, and its page: a grid #main.g.cards in up to two boxes. */
export type ForeignSheet = { readonly css: string; readonly inside: (grid: string) => string };

/**
 * Makes a random one: every kind of rule that defines or changes columns, in the spellings, units and places people
 * use.
 */
export const foreignSheet = (of: Random): ForeignSheet => {
  const boxes = of.pick([[], ["wrap"], ["wrap"], ["page", "wrap"]] as const);
  const px = (least: number, most: number): string =>
    of.pick([`${of.integer(least, most)}px`, `${of.integer(least, most)}px`, `${of.integer(1, 3)}rem`, `${of.integer(2, 8)}.5px`]);
  const named = of.integer(0, 1) === 0 ? [...boxes].map((name) => `.${name} `).join("") : "";
  const grid = `${named}.g`;
  const gap = (): string =>
    of.pick([
      `gap:${px(4, 40)}`,
      `gap:${px(4, 9)} ${px(10, 40)}`,
      `column-gap:${px(4, 40)}`,
      `grid-gap:${px(4, 40)}`,
      `GAP:${of.integer(4, 40)}PX`,
    ]);
  const others = [
    ...boxes.flatMap((name) => [`.${name} .g`, `.${name} > .g`]),
    ...[
      "#main",
      ".g.cards",
      "div.g",
      ".cards",
      "body .g",
      ".absent .g",
      ":is(.g,.x)",
      ":where(.g)",
      ".g:not(.x)",
      "#absent,.g",
      "DIV.g",
      ".g[class]",
      ".g.absent",
      ".x > .g",
    ],
  ];
  const specific = (): string => `${of.pick(others)}{${gap()}}`;
  const padding = (): string =>
    of.pick([
      `padding:0 ${px(4, 40)}`,
      `padding:${px(1, 9)} ${px(4, 40)} 0 ${px(4, 40)}`,
      `padding-inline:${px(4, 40)} ${px(4, 40)}`,
      `padding-left:${of.integer(1, 6)}%;padding-right:${px(4, 40)}`,
      `padding:0 ${of.integer(2, 8)}%`,
      `PADDING-INLINE-START:${px(4, 40)}`,
    ]);
  const border = (): string =>
    of.pick([
      `border:${of.integer(1, 6)}px solid #123`,
      `border:solid`,
      `border-left:thick double red`,
      `border-inline:${of.integer(1, 6)}px dashed`,
      `border-width:${of.integer(1, 9)}px`,
      `border:none`,
      `border-inline-end:medium solid`,
      `border:2px SOLID;border-right-width:${of.integer(1, 9)}px`,
    ]);
  const width = (): string =>
    of.pick([
      `max-width:${of.integer(50, 90)}rem;margin:0 auto`,
      `max-width:${of.integer(700, 1300)}px;margin-inline:auto`,
      `inline-size:${of.integer(80, 95)}%;margin-inline:auto`,
      `max-inline-size:${of.integer(700, 1300)}px;margin-inline-start:auto`,
      `width:min(100% - ${of.integer(1, 4)}rem,${of.integer(50, 80)}rem);margin-inline:AUTO`,
      `width:${of.integer(600, 900)}px`,
      `margin:0 ${px(4, 40)}`,
      `max-width:NONE`,
    ]);
  const sizing = of.pick([
    "",
    "*{box-sizing:border-box}",
    "html{box-sizing:border-box}*,*::before{box-sizing:inherit}",
    "*,::before,::after{BOX-SIZING:BORDER-BOX}",
    `.g{box-sizing:border-box}`,
    ":root{box-sizing:border-box}*{box-sizing:inherit}.g{box-sizing:content-box}",
  ]);
  const media = (): string => {
    const what = of.pick([
      `${grid}{${of.pick([gap, padding])()}}`,
      `.x,${grid}{${gap()}}`,
      `${grid},.x,.y{${padding()}}`,
      specific(),
      ...boxes.map((name) => `.${name}{${of.pick([padding, width])()}}`),
    ]);
    const condition = of.pick([
      `(min-width:${of.integer(500, 1100)}px)`,
      `screen and (min-width:${of.integer(500, 1100)}px)`,
      `(max-width:${of.integer(500, 1100)}px)`,
      `SCREEN AND (MIN-WIDTH:${of.integer(500, 1100)}PX)`,
      `print,(min-width:${of.integer(500, 1100)}px)`,
      "(orientation:landscape)",
    ]);
    return `${of.pick(["@media", "@MEDIA"])} ${condition}{${what}}`;
  };
  const nesting = (): string =>
    of.pick([
      `.x,.g{& {${gap()}}}`,
      `#absent,.g{& {${gap()}}}`,
      `.g{.x &,&.cards{${gap()}}}`,
      `.g{&{${padding()}}}`,
      ...boxes.map((name) => `.${name}{& > .g,.x{${gap()}}}`),
      `:is(#absent,.g){& {${padding()}}}`,
    ]);
  const start = of.pick([
    (count: number) => `${grid}{display:grid;grid-template-columns:repeat(${count},1fr);${gap()}}`,
    (count: number) => `${grid}{DISPLAY:GRID;GRID-TEMPLATE-COLUMNS:REPEAT(${count},MINMAX(0,1FR));${gap()};${padding()}}`,
    (count: number) => `.x,${grid}{display:grid;${gap()}}${grid}{grid-template-columns:repeat(${count},minmax(0,1fr));${width()}}`,
  ])(of.pick([2, 3, 4, 6, 12]));
  const rest = Array.from({ length: of.integer(0, 4) }, () =>
    of.pick([
      specific,
      () => `${grid}{${padding()}}`,
      () => `${grid}{${border()}}`,
      () => `${grid}{${width()}}`,
      ...boxes.map((name) => () => `.${name}{${of.pick([padding, width, border])()}}`),
      media,
      nesting,
      () => `body{${of.pick([`margin:0 ${px(4, 40)}`, padding()])}}`,
      () => `.button{padding:4px 12px}`,
    ])(),
  );
  const inside = (text: string): string => [...boxes].reverse().reduce((inner, name) => `<div class="${name}">${inner}</div>`, text);
  return {
    css: [
      ...of.pick([
        [sizing, start, ...rest],
        [start, ...rest, sizing],
      ]),
    ].join("\n"),
    inside,
  };
};
