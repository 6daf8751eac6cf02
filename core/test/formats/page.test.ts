import { describe, expect, it } from "vitest";
import { formats, type Layout, orderChanges, plainCss, plainWriting, writeCss, writePage } from "../../src/index";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { demoLayouts } from "../demo-layouts";
import { seeded } from "../random";

const page = (layout: Layout, sample: "plain" | "text" = "plain", css: string | null = null): string =>
  writePage(layout, { query: "media", sample, css });

/** The tags of a page as they open and close, read without core: each must close the one opened last. */
const outline = (html: string): readonly string[] => {
  const open: string[] = [];
  const found: string[] = [];
  for (const [, slash, name = "", rest = ""] of html
    .slice(html.indexOf("<body>"), html.indexOf("</html>"))
    .matchAll(/<(\/?)([a-z0-9]+)([^<>]*)>/g)) {
    if (slash === "/") expect(open.pop()).toBe(name);
    else {
      if (name === "section")
        found.push(`${open.filter((one) => one === "section").length} ${/class="area-([^ "]*)/.exec(rest)?.[1] ?? "?"}`);
      open.push(name);
    }
  }
  expect(open).toEqual([]);
  return found;
};

describe("the page of a layout's areas", () => {
  it("has one element per area, in reading order, nested areas inside (300 pages)", () => {
    const random = seeded("pages");
    for (let turn = 0; turn < 300; turn += 1) {
      const areas = randomAreas(random, "desk", random.integer(1, 12), true);
      const depth = (id: string | undefined): number => {
        const one = areas.find((each) => each.id === id);
        return one ? 1 + depth(one.within) : 0;
      };
      const nested = (within: string | undefined): readonly string[] =>
        areas.filter((one) => one.within === within).flatMap(({ id }) => [`${depth(id) - 1} ${id}`, ...nested(id)]);
      expect(outline(page(deskWith(areas), random.pick(["plain", "text"] as const)))).toEqual(nested(undefined));
    }
  });

  it("lets no name become a tag or leave an attribute", () => {
    const hostile = `"><script>alert(1)</script>&amp;'`;
    const layout = { ...deskWith([area("a", { desk: placed(1, 3) }, { name: hostile })]), name: `${hostile}</title>` };
    const text = [{ name: hostile, font: hostile, size: "16px", lineHeight: "24px" }];
    for (const html of [page(layout), page({ ...layout, text }, "text", writeCss({ ...layout, text }, plainCss))]) {
      expect(html).not.toContain("<script");
      expect(html.match(/<\/title>/g)).toHaveLength(1);
      expect(html).toContain("&quot;&gt;&lt;script&gt;alert(1)&lt;/script&gt;&amp;amp;&#39;");
    }
  });

  it("links its stylesheet or contains it, and is in a container where that is needed", () => {
    const layout = deskWith([area("a", { desk: placed(1, 3, { inside: own(2) }) })]);
    expect(page(layout)).toContain('<link rel="stylesheet" href="layout.css">');
    expect(page(layout, "plain", "/* it */")).toContain("<style>\n/* it */</style>");
    expect(page(layout)).not.toContain('<div class="layout">');
    const written = formats.page.write(layout, { ...plainWriting, query: "container" });
    expect(written.ok && written.text).toContain('<div class="layout">');
  });
});

describe("the order areas are seen in", () => {
  it("changes at 1024 and 1440 in passenger booking, where the map comes beside the fares and then above them", () => {
    const booking = demoLayouts.find(({ name, areas }) => name === "Passenger booking" && areas.length > 0);
    expect(booking && orderChanges(booking)).toEqual([1024, 1440]);
  });
  it("stays where areas only grow, or are shown at one breakpoint alone", () => {
    const layout = deskWith([area("a", { desk: placed(1, 3, { row: 1 }) }), area("b", { desk: placed(4, 3, { row: 1 }) })]);
    const [desk] = layout.breakpoints;
    if (!desk) throw new Error("no breakpoint");
    const wide = { ...desk, id: "wide", from: 1440, drawnAt: { width: 1600, height: 900 } };
    const at = (a: number, b: number): Layout => ({
      ...layout,
      breakpoints: [desk, wide],
      areas: layout.areas.map((one) => ({
        ...one,
        placements: { ...one.placements, wide: placed(one.id === "a" ? a : b, 3, { row: 2 }) },
      })),
    });
    expect(orderChanges(at(2, 5))).toEqual([]);
    expect(orderChanges(at(5, 2))).toEqual([1440]);
    expect(orderChanges({ ...at(5, 2), areas: at(5, 2).areas.slice(0, 1) })).toEqual([]);
  });
});
