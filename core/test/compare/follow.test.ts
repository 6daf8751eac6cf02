import { describe, expect, it } from "vitest";
import {
  type FollowChoice,
  type Following,
  followOn,
  type Layout,
  newBreakpoint,
  parseLayout,
  readLayout,
  settleFollowing,
  writeLayout,
} from "../../src/index";
import { area, placed } from "../areas";
import { cleanLayout, margin, withBreakpoint, withColumns } from "../layouts";
import { seeded } from "../random";

type Random = ReturnType<typeof seeded>;

/**
 * One edit as a person makes it: a number changed, or something added or removed. Edits that would make no layout are
 * skipped.
 */
const edited = (layout: Layout, { integer, pick }: Random): Layout => {
  const { id } = pick(layout.breakpoints);
  const at = (change: Parameters<typeof withBreakpoint>[2]) => withBreakpoint(layout, id, change);
  const anArea = () => area(`area-${integer(1, 4)}`, { [id]: placed(integer(1, 6), integer(1, 4)) });
  const edits: readonly (() => Layout)[] = [
    () => withColumns(layout, id, { gutter: `${integer(0, 5) * 8}px` }),
    () => withColumns(layout, id, { count: integer(1, 16) }),
    () => withColumns(layout, id, { margin: margin(`${integer(0, 8) * 8}px`) }),
    () =>
      withColumns(layout, id, {
        container: pick([{ kind: "fluid" }, { kind: "fixed", width: `${integer(30, 40) * 8}px`, align: "center" }]),
      }),
    () => withColumns(layout, id, { stated: pick([null, { container: "640px" }, { column: `${integer(4, 9) * 8}px` }]) ?? undefined }),
    () =>
      at((one) => ({
        ...one,
        rows: pick([
          null,
          { kind: "repeating", height: `${integer(1, 9)}px`, gutter: "8px", offset: "0px" },
          { kind: "dividing", count: integer(1, 9), gutter: "8px", margin: margin("8px") },
        ]),
      })),
    () => at((one) => ({ ...one, baseline: pick([null, { step: `${integer(1, 9)}px`, offset: "0px", emphasis: 4 }]) })),
    () => at((one) => ({ ...one, drawnAt: { ...one.drawnAt, height: integer(600, 900) } })),
    () => ({ ...layout, breakpoints: layout.breakpoints.filter((one) => one.id !== id) }),
    () => {
      const name = `new-${integer(1, 3)}`;
      const made = newBreakpoint({
        id: name,
        name,
        from: integer(1300, 2000),
        width: 2000,
        height: 900,
        count: integer(4, 16),
        gutter: "8px",
        margin: "8px",
      });
      return { ...layout, breakpoints: [...layout.breakpoints.filter((one) => one.id !== name), made] };
    },
    () => {
      const made = anArea();
      const known = layout.areas.find((one) => one.id === made.id);
      const whole = known ? { ...known, placements: { ...known.placements, ...made.placements } } : made;
      return { ...layout, areas: [...layout.areas.filter((one) => one.id !== made.id), whole] };
    },
    () => ({ ...layout, areas: layout.areas.filter((one) => one.id !== `area-${integer(1, 4)}`) }),
    () => ({
      ...layout,
      areas: layout.areas.map((one) => ({
        ...one,
        placements: Object.fromEntries(Object.entries(one.placements).filter(([at]) => at !== id)),
      })),
    }),
    () => ({ ...layout, base: `${integer(4, 10)}px` }),
    () => ({ ...layout, spacing: [...layout.spacing.filter(({ name }) => name !== "own"), { name: "own", multiple: integer(1, 9) }] }),
    () => ({ ...layout, notes: [{ about: "spec", text: `Note ${integer(1, 4)}` }] }),
    () => ({ ...layout, name: `Name ${integer(1, 99)}` }),
  ];
  const parsed = parseLayout(pick(edits)());
  return parsed.ok ? parsed.value : layout;
};

const editedTimes = (layout: Layout, times: number, random: Random): Layout => {
  let next = layout;
  for (let edit = 0; edit < times; edit += 1) next = edited(next, random);
  return next;
};

/** Every value of a document by its path; entries of lists by id or name. Written without core. */
const leaves = (layout: Layout): ReadonlyMap<string, string> => {
  const found = new Map<string, string>();
  const walk = (value: unknown, path: string): void => {
    if (Array.isArray(value) && value.every((one) => typeof one === "object" && one !== null && ("id" in one || "name" in one))) {
      for (const one of value as { id?: string; name?: string }[]) walk(one, `${path}/${one.id ?? one.name ?? ""}`);
      return;
    }
    // Notes have no names: each is identified by its text.
    if (path === "/notes") {
      for (const one of value as readonly object[]) found.set(`${path}/${JSON.stringify(one)}`, "there");
      return;
    }
    if (typeof value === "object" && value !== null && !Array.isArray(value)) {
      // Maps of sizes by breakpoint and of expected totals begin with their first entry: an empty one equals a missing
      // one.
      if (!/\/(at|stated)$/.test(path)) found.set(path, "{}");
      for (const [name, inner] of Object.entries(value)) if (inner !== undefined) walk(inner, `${path}/${name}`);
      return;
    }
    found.set(path, JSON.stringify(value));
  };
  walk(layout, "");
  for (const path of [...found.keys()]) if (/^\/(name|follows)(\/|$)/.test(path) || path === "") found.delete(path);
  return found;
};

const follow = { spec: "Passenger booking", version: "2.2.0" };
const every = ({ met }: Following, choice: FollowChoice): readonly FollowChoice[] => met.map(() => choice);

/** Whether a value belongs to a breakpoint that was removed here. */
const isLeftOut = (base: Layout, mine: Layout, path: string): boolean => {
  const [, id] = /^\/(?:areas\/[^/]+\/placements|text\/[^/]+\/at)\/([^/]+)/.exec(path) ?? [];
  const has = ({ breakpoints }: Layout): boolean => breakpoints.some((one) => one.id === id);
  return id !== undefined && has(base) && !has(mine);
};

/** Whether a value is in the part that is asked about, or contains it. */
const isAsked = ({ met }: Following, path: string): boolean =>
  met.some(({ change }) => {
    const part = `/${change.path.filter((one) => one !== "#order").join("/")}`;
    return path === part || path.startsWith(`${part}/`) || part.startsWith(`${path}/`);
  });

describe("adopting a later version", () => {
  const random = seeded("following");
  const rounds = 1000;

  it("takes what only the other changed, keeps what only this spec changed, and asks about the rest, whatever was edited", () => {
    let asked = 0;
    for (let round = 0; round < rounds; round += 1) {
      const base = editedTimes(cleanLayout(), random.integer(0, 6), random);
      const theirs = editedTimes(base, random.integer(1, 8), random);
      const mine = editedTimes(base, random.integer(1, 8), random);
      const following = followOn(base, theirs, mine);
      const done = settleFollowing(mine, following, every(following, "ours"), follow);
      if (!done.ok) throw new Error(`round ${round}: ${JSON.stringify(done.issues)}`);
      asked += following.met.length > 0 ? 1 : 0;
      const [was, there, here, now] = [base, theirs, mine, done.layout].map(leaves);
      if (!was || !there || !here || !now) throw new Error("no leaves");
      const wrong = [...new Set([...was.keys(), ...there.keys(), ...here.keys(), ...now.keys()])].filter((path) => {
        const [old, other, own, is] = [was, there, here, now].map((one) => one.get(path));
        if (isLeftOut(base, mine, path)) return false;
        if (own !== old || other === old) return is !== own;
        return is !== other && !(isAsked(following, path) && is === own);
      });
      expect(wrong, `round ${round}`).toEqual([]);
      expect([done.layout.name, done.layout.follows]).toEqual([mine.name, follow]);
      expect(parseLayout(done.layout).ok).toBe(true);
    }
    // Both cases occur: with a question and without.
    expect(asked).toBeGreaterThan(rounds / 10);
    expect(asked).toBeLessThan(rounds * 0.9);
  });

  it("has all the other's changes if the other is chosen everywhere; what cannot be combined is refused with the reason", () => {
    let refused = 0;
    for (let round = 0; round < rounds; round += 1) {
      const base = editedTimes(cleanLayout(), random.integer(0, 6), random);
      const theirs = editedTimes(base, random.integer(1, 6), random);
      const mine = editedTimes(base, random.integer(1, 6), random);
      const following = followOn(base, theirs, mine);
      const done = settleFollowing(mine, following, every(following, "theirs"), follow);
      if (!done.ok) {
        refused += 1;
        expect(done.issues.length).toBeGreaterThan(0);
        continue;
      }
      const [was, there, now] = [base, theirs, done.layout].map(leaves);
      if (!was || !there || !now) throw new Error("no leaves");
      const missing = [...new Set([...was.keys(), ...there.keys()])].filter(
        (path) => there.get(path) !== was.get(path) && now.get(path) !== there.get(path) && !isLeftOut(base, done.layout, path),
      );
      expect(missing, `round ${round}`).toEqual([]);
      // Adopting the same version again changes nothing and asks nothing.
      expect(followOn(theirs, theirs, done.layout)).toMatchObject({ taken: [], met: [] });
    }
    expect(refused).toBeLessThan(rounds / 10);
  });

  it("leads to the other's layout where only the name was changed here, one version after the other or at once", () => {
    for (let round = 0; round < 500; round += 1) {
      const base = editedTimes(cleanLayout(), 4, random);
      const second = editedTimes(base, 4, random);
      const third = editedTimes(second, 4, random);
      const mine = { ...base, name: "Own", follows: { ...follow, version: "2.1.0" } };
      const through = (from: Layout, to: Layout, on: Layout): Layout => {
        const following = followOn(from, to, on);
        expect(following.met).toEqual([]);
        const done = settleFollowing(on, following, [], follow);
        if (!done.ok) throw new Error(JSON.stringify(done.issues));
        return done.layout;
      };
      const whole = { ...third, name: "Own", follows: follow };
      expect(through(base, third, mine)).toEqual(whole);
      expect(through(second, third, through(base, second, mine))).toEqual(whole);
    }
  });
});

describe("three numbers of one's own", () => {
  const base = cleanLayout();
  const mine = withColumns(withColumns({ ...base, base: "4px" }, "desk", { gutter: "32px" }), "phone", { count: 6 });

  it("stay, while everything else is adopted", () => {
    const theirs = withColumns(withColumns(base, "desk", { count: 10 }), "tablet", { gutter: "24px" });
    const following = followOn(base, theirs, mine);
    expect(following.met).toEqual([]);
    const done = settleFollowing(mine, following, [], follow);
    expect(done.ok && done.layout.breakpoints.map(({ columns: { count, gutter } }) => [count, gutter])).toEqual([
      [6, "16px"],
      [8, "24px"],
      [10, "32px"],
    ]);
  });

  it("are asked about where the other changed the same, and stay or go as chosen", () => {
    const theirs = withColumns(withColumns(base, "desk", { gutter: "40px" }), "phone", { count: 6 });
    const following = followOn(base, theirs, mine);
    expect(following.met).toEqual([
      { change: { path: ["breakpoints", "desk", "columns", "gutter"], from: "24px", to: "40px" }, ours: "32px" },
    ]);
    for (const [choice, gutter] of [
      ["ours", "32px"],
      ["theirs", "40px"],
    ] as const) {
      const done = settleFollowing(mine, following, [choice], follow);
      expect(done.ok && done.layout.breakpoints[2]?.columns.gutter).toBe(gutter);
    }
  });

  it("rows of another kind are asked about and adopted as a whole", () => {
    const repeating = (height: string) => ({ kind: "repeating" as const, height, gutter: "8px", offset: "0px" });
    const withRows = (layout: Layout, rows: Layout["breakpoints"][number]["rows"]) =>
      withBreakpoint(layout, "desk", (one) => ({ ...one, rows }));
    const own = withRows(mine, { kind: "dividing", count: 6, gutter: "20px", margin: margin("20px") });
    const following = followOn(withRows(base, repeating("8px")), withRows(base, repeating("10px")), own);
    expect(following.met).toEqual([
      { change: { path: ["breakpoints", "desk", "rows"], to: repeating("10px") }, ours: own.breakpoints[2]?.rows },
    ]);
    const done = settleFollowing(own, following, ["theirs"], follow);
    expect(done.ok && done.layout.breakpoints[2]?.rows).toEqual(repeating("10px"));
  });

  it("what both added is asked about number by number, and only where they differ", () => {
    const wide = (gutter: string, count: number, rows: Layout["breakpoints"][number]["rows"]) => ({
      ...newBreakpoint({ id: "wide", name: "Wide", from: 1440, width: 1600, height: 900, count, gutter, margin: "64px" }),
      rows,
    });
    const repeating = { kind: "repeating" as const, height: "8px", gutter: "8px", offset: "0px" };
    const own = { ...mine, breakpoints: [...mine.breakpoints, wide("32px", 12, null)] };
    const theirs = { ...base, breakpoints: [...base.breakpoints, wide("24px", 12, repeating)] };
    const following = followOn(base, theirs, own);
    expect([following.taken, following.met.map(({ change, ours }) => [change.path.slice(1).join(" "), change.to, ours])]).toEqual([
      [],
      [
        ["wide columns gutter", "24px", "32px"],
        ["wide rows", repeating, null],
      ],
    ]);
    const done = settleFollowing(own, following, ["theirs", "ours"], follow);
    expect(done.ok && [done.layout.breakpoints[3]?.columns.gutter, done.layout.breakpoints[3]?.rows]).toEqual(["24px", null]);
    // The same change on both sides asks nothing and changes nothing.
    expect(followOn(base, { ...base, breakpoints: [...base.breakpoints, wide("32px", 12, null)] }, own)).toMatchObject({
      taken: [],
      met: [],
    });
  });

  it("a removed breakpoint is asked about if something was changed in it, and takes its contents along", () => {
    const own = { ...mine, areas: [area("chart", { desk: placed(1, 4), tablet: placed(1, 2) })] };
    const theirs = { ...base, breakpoints: base.breakpoints.filter(({ id }) => id !== "tablet") };
    const following = followOn(base, theirs, own);
    expect(following.met.map(({ change }) => change.path)).toEqual([["breakpoints", "tablet"]]);
    const stays = settleFollowing(own, following, ["ours"], follow);
    expect(stays.ok && stays.layout.breakpoints).toHaveLength(3);
    const goes = settleFollowing(own, following, ["theirs"], follow);
    expect(goes.ok && [goes.layout.breakpoints.length, Object.keys(goes.layout.areas[0]?.placements ?? {})]).toEqual([2, ["desk"]]);
  });
});

it("what a layout follows is written into no file and read from none", () => {
  const layout: Layout = { ...cleanLayout(), follows: follow };
  expect(writeLayout(layout)).toBe(writeLayout(cleanLayout()));
  const read = readLayout(JSON.stringify(layout));
  expect(read.ok && read.layout.follows).toBeUndefined();
  const wrong = parseLayout({ ...layout, follows: { spec: "A", version: "2.1" } });
  expect(wrong.ok || wrong.issues).toEqual([{ path: "/follows/version", message: "must be a version number of three parts, like 2.1.0" }]);
});

describe("following after a breakpoint of the other was removed here", () => {
  it("adopts a new area and a new text role, says what is left out, and adopts that together with the breakpoint", () => {
    const base = cleanLayout();
    const mine = { ...base, breakpoints: base.breakpoints.filter(({ id }) => id !== "tablet") };
    const at = { phone: placed(1, 4), tablet: placed(1, 4), desk: placed(1, 4) };
    const role = { name: "Body", size: "16px", lineHeight: "24px", font: "Archivo", at: { tablet: { size: "17px", lineHeight: "24px" } } };
    const theirs = { ...base, areas: [area("alerts", at)], text: [role] };
    const following = followOn(base, theirs, mine);
    expect(following.met).toEqual([]);
    expect(following.leftOut.map(({ path }) => path.join("/")).sort()).toEqual(["areas/alerts/placements/tablet", "text/Body/at/tablet"]);
    const done = settleFollowing(mine, following, [], follow);
    if (!done.ok) throw new Error(JSON.stringify(done.issues));
    expect(Object.keys(done.layout.areas[0]?.placements ?? {})).toEqual(["phone", "desk"]);
    expect(done.layout.text[0]).toEqual({ name: "Body", size: "16px", lineHeight: "24px", font: "Archivo" });
    // Theirs changes the breakpoint too; if it is restored, it has everything that was at it.
    const changed = withColumns(theirs, "tablet", { count: 6 });
    const asked = followOn(base, changed, mine);
    expect(asked.met.map(({ change }) => change.path.join("/"))).toEqual(["breakpoints/tablet"]);
    for (const [choice, places] of [
      ["ours", ["phone", "desk"]],
      ["theirs", ["phone", "desk", "tablet"]],
    ] as const) {
      const settled = settleFollowing(mine, asked, every(asked, choice), follow);
      if (!settled.ok) throw new Error(JSON.stringify(settled.issues));
      expect(Object.keys(settled.layout.areas[0]?.placements ?? {}), choice).toEqual(places);
    }
  });
});
