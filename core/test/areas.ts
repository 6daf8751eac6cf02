import { type Area, blankLayout, type Inside, type Layout, newBreakpoint, parseLayout, type Placement, type Rows } from "../src/index";
import { type seeded } from "./random";

/** A placement from the members that differ from the simplest one. */
export const placed = (column: number, span: number, more: Partial<Placement> = {}): Placement => ({
  column,
  span,
  leaves: "none",
  over: false,
  inside: null,
  ...more,
});

export const area = (id: string, placements: Readonly<Record<string, Placement>>, more: Partial<Area> = {}): Area => ({
  id,
  name: id.charAt(0).toUpperCase() + id.slice(1),
  placements,
  ...more,
});

type Desk = {
  readonly count?: number;
  readonly rows?: Rows | null;
  readonly width?: number;
  readonly height?: number;
  readonly gutter?: string;
  readonly margin?: string;
};

/** A layout of one breakpoint "desk" with areas; 1280 wide, 12 columns of 74 with gutters of 24, rows of 8 and 8. */
export const deskWith = (
  areas: readonly Area[],
  {
    count = 12,
    rows = { kind: "repeating", height: "8px", gutter: "8px", offset: "0px" },
    width = 1280,
    height = 1440,
    gutter = "24px",
    margin = "64px",
  }: Desk = {},
): Layout => {
  const desk = newBreakpoint({ id: "desk", name: "Desk", from: 320, width, height, count, gutter, margin });
  const parsed = parseLayout({ ...blankLayout("Areas"), breakpoints: [{ ...desk, rows }], areas });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.issues));
  return parsed.value;
};

export const own = (count: number, more: Partial<Extract<Inside, { kind: "own" }>> = {}): Inside => ({
  kind: "own",
  count,
  gutter: "16px",
  margin: { start: "16px", end: "16px" },
  rows: null,
  baseline: null,
  ...more,
});

type Random = ReturnType<typeof seeded>;

/** Areas inside the columns of a breakpoint, up to three deep; some flow, some have rows, some leave the grid. */
export const randomAreas = (random: Random, id: string, count: number, rows: boolean): readonly Area[] => {
  const areas: Area[] = [];
  const put = (within: string | undefined, columns: number, deep: number, most: number, rowed: boolean): void => {
    const children = random.integer(within === undefined ? 2 : 1, most);
    for (let index = 0; index < children; index += 1) {
      const span = random.integer(1, columns);
      const column = random.integer(1, columns - span + 1);
      const name = `a${areas.length + 1}`;
      const kind = deep < 3 ? random.pick(["none", "none", "same", "own"] as const) : "none";
      const inner = random.integer(1, 6);
      const leaves = random.integer(0, 5) === 0 ? random.pick(["start", "end", "both"] as const) : "none";
      const placement = placed(column, span, {
        leaves,
        ...(leaves !== "none" && random.integer(0, 1) === 0
          ? { by: `${random.integer(1, 40)}px`, reason: "As drawn." }
          : leaves === "none"
            ? {}
            : { reason: "As drawn." }),
        ...(rowed && random.integer(0, 1) === 0 ? { row: random.integer(1, 8) } : {}),
        ...(random.integer(0, 2) === 0 ? { rowSpan: random.integer(1, 4) } : {}),
        inside:
          kind === "none"
            ? null
            : kind === "same"
              ? { kind: "same" }
              : own(inner, {
                  gutter: `${random.integer(0, 12)}px`,
                  margin: { start: `${random.integer(0, 8)}px`, end: `${random.integer(0, 8)}px` },
                  rows:
                    random.integer(0, 1) === 0
                      ? null
                      : { kind: "repeating", height: `${random.integer(4, 20)}px`, gutter: `${random.integer(0, 8)}px`, offset: "0px" },
                }),
      });
      areas.push(area(name, { [id]: placement }, within === undefined ? {} : { within }));
      if (kind === "same") put(name, span, deep + 1, 3, rowed);
      if (kind === "own") put(name, inner, deep + 1, 3, placement.inside?.kind === "own" && placement.inside.rows !== null);
    }
  };
  put(undefined, count, 1, 6, rows);
  return areas;
};
