import { say } from "./say.mjs";

/** Pause between the requests whose latency is watched, ms. */
const pause = 5;

const post = (address, path, body, type) => fetch(address + path, { method: "POST", body, headers: { "Content-Type": type } });

/** A published layout blown up to what the format's limits let in. */
const huge = (layout) => ({
  ...layout,
  // Each area at each of them, where it stands at the desk: every layout of the demo's latest version has one.
  areas: layout.areas.map((area) => ({
    ...area,
    placements: Object.fromEntries(Array.from({ length: 24 }, (_, index) => [`b${index}`, area.placements.desk])),
  })),
  text: [],
  notes: [],
  accepted: [],
  breakpoints: Array.from({ length: 24 }, (_, index) => ({
    ...layout.breakpoints[0],
    id: `b${index}`,
    name: `B ${index}`,
    from: 320 + index * 100,
    drawnAt: { width: 340 + index * 100, height: 20_000 },
    columns: { ...layout.breakpoints[0].columns, count: index === 0 ? 4 : 96, gutter: "1px", margin: { start: "16px", end: "16px" } },
    rows: { kind: "repeating", height: "1px", gutter: "0px", offset: "0px" },
    baseline: { step: "1px", offset: "0px", emphasis: 4 },
    mesh: { step: "1px", emphasis: 8 },
  })),
});

/** Hostile inputs by name: what anybody who can reach the server may send. */
const inputs = (address, layout) => {
  const file = (format, body) => () => post(address, `/api/v1/import?format=${format}`, body, "text/plain");
  const json = (path, body) => () => post(address, path, JSON.stringify(body), "application/json");
  const large = huge(layout);
  const many = (count, make) => Array.from({ length: count }, (_, index) => make(index)).join("");
  const boxes = Array.from({ length: 5_000 }, (_, index) => ({
    name: `Box ${index}`,
    x: (index * 97) % 1200,
    y: 7 * index,
    width: 1 + ((index * 31) % 400),
    height: 16,
  }));
  return {
    "SVG, 2,000 tags that never end": file("svg", `<svg>${"<a ".repeat(2_000)}`),
    "SVG, 100,000 quotes": file("svg", `<svg ${"a=\"'".repeat(100_000)}`),
    "SVG, 49,000 equal rectangles": file("svg", `<svg viewBox="0 0 9 9">${'<rect width="1" height="9"/>'.repeat(49_000)}</svg>`),
    "CSV, 10,000 rows of 12": file("csv", `columns\n${"12\n".repeat(10_000)}`),
    "CSS, 2,000 @media": file(
      "css",
      many(2_000, (index) => `@media (min-width:${index + 1}px){.g{grid-template-columns:repeat(${(index % 90) + 1},1fr)}}`),
    ),
    "CSS, 980 spaces in 3,000 conditions": file("css", `@media (width >=${" ".repeat(980)}){.a{gap:1px}}\n`.repeat(3_000)),
    "CSS, 49,000 grids": file(
      "css",
      many(49_000, (index) => `.g${index}{grid-template-columns:1fr 1fr}`),
    ),
    "CSS, one selector of 1,500,000": file("css", `${".a,".repeat(1_500_000)}.b{gap:1px}`),
    "JSON, 300,000 breakpoints": file("layout", JSON.stringify({ format: "ypsiline-layout", breakpoints: Array(300_000).fill({}) })),
    "JSON, 5 MiB of brackets": file("layout", "[".repeat(5_000_000)),
    "the largest layout, imported": file("layout", JSON.stringify(large)),
    "the largest layout, checked": json("/api/v1/check", { layout: large }),
    "the largest layout, resolved": json("/api/v1/resolve", { layout: large, width: 1000 }),
    "the largest layout, as SVG": json("/api/v1/export?format=svg", { layout: large, breakpoint: "b23" }),
    "whole-pixel sets, 50,000 listed": json("/api/v1/whole-pixel-sets", {
      width: 20_000,
      margin: { from: 0, to: 9_000, step: 1 },
      columns: Array.from({ length: 96 }, (_, index) => index + 1),
      gutter: { from: 0, to: 9_000, step: 1 },
      limit: 50_000,
    }),
    "5,000 boxes against a layout": json("/api/v1/fit", {
      layout,
      list: { format: "ypsiline-boxes", formatVersion: 1, width: 1280, boxes },
    }),
    "5,000 boxes, which grid": json("/api/v1/fit/grids", {
      width: 1280,
      boxes: boxes.map(({ x, y, width, height }) => ({ x, y, width, height })),
    }),
    "150 passwords at once": async () => {
      const guess = () =>
        fetch(`${address}/session`, {
          method: "POST",
          redirect: "manual",
          body: new URLSearchParams({ email: "nobody@skerry.example", password: "guess" }),
        });
      await Promise.all(Array.from({ length: 150 }, guess));
    },
    "all files of the demo at density 3": () => fetch(`${address}/api/v1/specs/skerry/passenger-booking/2.1.0/all.zip?density=3`),
  };
};

/** For each hostile input the worst latency of a parallel GET of a published file; the first line is without any. */
export const stalls = async (address) => {
  const watched = `${address}/api/v1/specs/skerry/passenger-booking/2.1.0/layout.css`;
  const layout = await (await fetch(`${address}/api/v1/specs/skerry/passenger-booking/2.1.0`)).json();
  const quiet = { nothing: () => new Promise((resolve) => setTimeout(resolve, 1_000)) };
  for (const [name, send] of Object.entries({ ...quiet, ...inputs(address, layout) })) {
    let [worst, asked, wrong, on] = [0, 0, 0, true];
    const watching = (async () => {
      while (on) {
        const start = performance.now();
        const answer = await fetch(watched);
        await answer.arrayBuffer();
        worst = Math.max(worst, performance.now() - start);
        asked += 1;
        if (!answer.ok) wrong += 1;
        await new Promise((resolve) => setTimeout(resolve, pause));
      }
    })();
    const start = performance.now();
    const answer = await send();
    await answer?.arrayBuffer?.();
    const took = performance.now() - start;
    on = false;
    await watching;
    say(
      `${name}: ${answer?.status ?? ""} after ${took.toFixed(0)} ms; worst parallel GET ${worst.toFixed(0)} ms of ${asked} (aim: under 100)${wrong > 0 ? `, ${wrong} WRONG` : ""}`,
    );
  }
};
