import { type Layout, newBreakpoint, parseLayout } from "../../src/index";
import { area, placed } from "../areas";
import { margin, withBreakpoint, withColumns } from "../layouts";
import { type seeded } from "../random";

type Random = ReturnType<typeof seeded>;

const px = ({ integer }: Random): string => `${integer(1, 9) * 8}px`;
const rows = (random: Random) =>
  random.pick([
    null,
    { kind: "repeating" as const, height: px(random), gutter: px(random), offset: random.pick(["0px", "4px", "-4px"]) },
    {
      kind: "dividing" as const,
      count: random.integer(1, 4),
      gutter: "8px",
      margin: random.pick([margin("0px"), margin("16px"), { start: "8px", end: "0px" }]),
      ...random.pick([{}, { least: "600px" }, { most: "900px" }]),
    },
  ]);
const baseline = (random: Random) =>
  random.pick([null, { step: random.pick(["4px", "8px"]), offset: random.pick(["0px", "2px"]), emphasis: random.integer(1, 3) }]);
const inside = (random: Random) =>
  random.pick([
    null,
    { kind: "same" as const },
    {
      kind: "own" as const,
      count: random.integer(2, 3),
      gutter: "16px",
      margin: random.pick([margin("0px"), margin("24px")]),
      rows: rows(random),
      baseline: baseline(random),
    },
  ]);
const placement = (random: Random) =>
  placed(random.integer(1, 4), random.integer(1, 3), {
    ...random.pick([{}, { row: random.integer(1, 3) }]),
    ...random.pick([{}, { rowSpan: random.integer(1, 2) }]),
    ...random.pick([{}, { leaves: "start" as const, by: "8px", reason: "Picture" }, { leaves: "both" as const }]),
    over: random.pick([true, false]),
    inside: inside(random),
  });

const shuffled = <T>(list: readonly T[], { integer }: Random): T[] => {
  const rest = [...list];
  return list.map(() => rest.splice(integer(0, rest.length - 1), 1)[0] as T);
};

/** One edit of any member of the format. Edits that would make no layout are skipped. */
const edited = (layout: Layout, random: Random): Layout => {
  const { integer, pick } = random;
  const { id } = pick(layout.breakpoints);
  const at = (change: Parameters<typeof withBreakpoint>[2]) => withBreakpoint(layout, id, change);
  const of = <T>(list: readonly T[], change: (one: T) => T): T[] => {
    const index = integer(0, Math.max(0, list.length - 1));
    return list.map((one, place) => (place === index ? change(one) : one));
  };
  const within = <T>(list: readonly T[], one: T): T[] => list.toSpliced(integer(0, list.length), 0, one);
  const named = `n${integer(1, 9)}`;
  const edits: readonly (() => Layout)[] = [
    () => withColumns(layout, id, { gutter: px(random) }),
    () => withColumns(layout, id, { count: integer(1, 12) }),
    () => withColumns(layout, id, { margin: pick([margin(px(random)), { start: px(random), end: "0px" }]) }),
    () => withColumns(layout, id, { edgeGutters: pick(["none", "half"]) }),
    () =>
      withColumns(layout, id, {
        container: pick([
          { kind: "fluid" },
          { kind: "capped", max: "640px", align: pick(["center", "start", "end"]) },
          { kind: "fixed", width: "640px", align: pick(["center", "start", "end"]) },
        ]),
      }),
    () =>
      withColumns(layout, id, {
        stated: pick([null, { container: "640px" }, { column: "60px" }, { container: "600px", column: "60px" }]) ?? undefined,
      }),
    () => at((one) => ({ ...one, rows: rows(random) })),
    () => at((one) => ({ ...one, baseline: baseline(random) })),
    () => at((one) => ({ ...one, mesh: pick([null, { step: "8px", emphasis: integer(1, 3) }]) })),
    () => at((one) => ({ ...one, name: `Name ${integer(1, 9)}` })),
    () => at((one) => ({ ...one, from: one.from + integer(1, 3), drawnAt: { ...one.drawnAt, height: integer(600, 900) } })),
    () => ({ ...layout, breakpoints: layout.breakpoints.filter((one) => one.id !== id) }),
    () => ({ ...layout, breakpoints: shuffled(layout.breakpoints, random) }),
    () => ({
      ...layout,
      breakpoints: within(
        layout.breakpoints.filter((one) => one.id !== named),
        newBreakpoint({
          id: named,
          name: named,
          from: integer(1300, 2000),
          width: 2000,
          height: 900,
          count: 8,
          gutter: "8px",
          margin: "8px",
        }),
      ),
    }),
    () => ({
      ...layout,
      areas: within(
        layout.areas.filter((one) => one.id !== named),
        area(named, { [id]: placement(random) }),
      ),
    }),
    () => ({ ...layout, areas: of(layout.areas, (one) => ({ ...one, placements: { ...one.placements, [id]: placement(random) } })) }),
    () => ({ ...layout, areas: of(layout.areas, (one) => ({ ...one, name: `Area ${integer(1, 9)}` })) }),
    () => ({ ...layout, areas: of(layout.areas, (one) => ({ ...one, kind: pick(["card", "nav", "own", "same"]) })) }),
    () => ({ ...layout, areas: shuffled(layout.areas, random) }),
    () => ({ ...layout, areas: layout.areas.slice(1) }),
    () => ({ ...layout, notes: within(layout.notes, { about: pick(["spec", id]), text: `Note ${integer(1, 4)}` }) }),
    () => ({ ...layout, notes: of(layout.notes, (one) => ({ ...one, text: `${one.text} and on` })) }),
    () => ({ ...layout, notes: shuffled(layout.notes, random) }),
    () => ({ ...layout, notes: layout.notes.slice(1) }),
    () => ({
      ...layout,
      spacing: within(
        layout.spacing.filter(({ name }) => name !== named),
        { name: named, multiple: integer(1, 9) },
      ),
    }),
    () => ({ ...layout, spacing: shuffled(layout.spacing, random) }),
    () => ({
      ...layout,
      text: within(
        layout.text.filter(({ name }) => name !== named),
        { name: pick([named, "#order", "##order"]), size: px(random), lineHeight: px(random), font: "Archivo" },
      ),
    }),
    () => ({
      ...layout,
      text: of(layout.text, (one) => ({ ...one, at: pick([null, { [id]: { size: px(random), lineHeight: px(random) } }]) ?? undefined })),
    }),
    () => ({ ...layout, text: of(layout.text, (one) => ({ ...one, lineHeight: px(random) })) }),
    () => ({ ...layout, fonts: pick([null, [{ name: named, unitsPerEm: 1000, ascent: 900, descent: 200, capHeight: 700 }]]) ?? undefined }),
    () => ({
      ...layout,
      accepted: within(
        layout.accepted.filter((one) => one.breakpoint !== id),
        { rule: "divides-well", breakpoint: id, reason: `Reason ${integer(1, 3)}` },
      ),
    }),
    () => ({ ...layout, base: `${integer(4, 10)}px`, leastColumn: px(random), rootFontSize: pick(["16px", "20px"]) }),
    () => ({ ...layout, name: `Layout ${integer(1, 9)}` }),
    () => ({ ...layout, follows: pick([null, { spec: "Other", version: `1.${integer(0, 3)}.0` }]) ?? undefined }),
    () => ({ ...layout, extensions: { tool: { count: integer(1, 9) } } }),
  ];
  const parsed = parseLayout(pick(edits)());
  return parsed.ok ? parsed.value : layout;
};

/** A layout after some edits of random members. */
export const editedTimes = (layout: Layout, times: number, random: Random): Layout => {
  let next = layout;
  for (let edit = 0; edit < times; edit += 1) next = edited(next, random);
  return next;
};
