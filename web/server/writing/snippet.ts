import { type Layout, plainCss, writeCss } from "@ypsiline/core";

/** What is drawn, besides what the version's own stylesheet says. `.paper` is as high as the page and moves with it. */
const drawing = [
  ":host{position:absolute;inset:0;z-index:2147483646;pointer-events:none}",
  ":host([hidden]),[hidden]{display:none!important}",
  ".paper{position:absolute;inset-block-start:0;inset-inline:0}",
  ".layout-grid{block-size:100%;position:relative}",
  ".layout-grid i{background:#2f8a7629;box-shadow:inset 1px 0 #2f8a7699,inset -1px 0 #2f8a7699}",
  ".rows,.lines{position:absolute;inset:0}",
  ".rows{background:linear-gradient(#5a5fb02e 0 var(--layout-row-height),#0000 0) 0 var(--layout-row-offset,0px)/100% var(--layout-row-pitch)}",
  ".lines{background:linear-gradient(#c2573a66 1px,#0000 0) 0 var(--layout-baseline-offset,0px)/100% var(--layout-baseline)}",
  // An area in bands has no height of its own: a strip of the page's top says its name and its columns.
  ".areas{position:absolute;inset-block-start:0;inset-inline:0}",
  ".areas div div{box-shadow:inset 0 0 0 1px #18262eb3;min-block-size:var(--layout-row-height,24px);position:relative}",
  ".areas b{position:absolute;inset-block-start:0;inset-inline-start:0;padding:0 6px;background:#18262eb3;color:#f3f1ea;font:11px/16px monospace}",
  ".bar{position:fixed;inset-block-end:8px;inset-inline-start:8px;display:flex;flex-wrap:wrap;align-items:center;gap:0 8px;max-inline-size:calc(100% - 16px);box-sizing:border-box;padding:4px 8px;background:#18262e;color:#f3f1ea;font:12px/24px monospace}",
  "button{pointer-events:auto;min-block-size:24px;padding:0 8px;border:1px solid #8fa3ab;border-radius:2px;background:none;color:inherit;font:inherit;cursor:pointer}",
  "button:focus-visible{outline:2px solid #f3f1ea;outline-offset:1px}button[aria-pressed=true]{background:#f3f1ea;color:#18262e}",
  ".marks{position:absolute;inset-block-start:0;inset-inline-start:0}",
  ".mark{position:absolute;box-sizing:border-box;border:0 solid #b3261e}.mark.left{border-left-width:3px}.mark.right{border-right-width:3px}.mark.near{border-color:#a8730f;border-style:dashed}",
  ".mark b{position:absolute;inset-block-start:0;inset-inline-start:0;padding:0 6px;background:#b3261e;color:#fff;font:12px/20px monospace;white-space:nowrap}.mark.near b{background:#8a5d0a}",
].join("");

/**
 * What measures the page, in the page. Elements that say which area they are (`data-area`), else those pointed at, else
 * visible blocks. An element of an area is held against that area's outline, any other against the columns that are drawn;
 * within 1/64 px is on, within 1 px near. Nothing here works out a position: the browser has laid both out.
 */
const measuring = `
  const pointed = new Set();
  const rounded = (length) => Math.round(length * 1e6) / 1e6;
  const hidden = (element) => host === element || (element.checkVisibility ? !element.checkVisibility({ visibilityProperty: true }) : element.getClientRects().length === 0);
  const elements = () => {
    const named = [...document.querySelectorAll("[data-area]")].filter((element) => !hidden(element));
    const chosen = [...pointed].filter((element) => element.isConnected);
    const all = chosen.length > 0 ? chosen : named.length > 0 ? named : [...document.body.querySelectorAll("*")].filter((element) => {
      if (hidden(element) || !/^(block|flex|grid|flow-root|list-item|table)$/.test(getComputedStyle(element).display)) return false;
      const { width, height } = element.getBoundingClientRect();
      return width >= 24 && height >= 8;
    });
    return all.slice(0, 5000);
  };
  const nameOf = (element) => (areaNames.get(element.dataset.area) || element.getAttribute("aria-label") || element.id || element.dataset.area || (element.tagName.toLowerCase() + " " + (element.textContent || "").trim().replace(/\\s+/g, " ").slice(0, 40)).trim()).slice(0, 200);
  const boxes = () => ({
    format: "ypsiline-boxes",
    formatVersion: 1,
    source: "page",
    width: document.documentElement.clientWidth,
    boxes: elements().map((element) => {
      const { left, top, width, height } = element.getBoundingClientRect();
      const area = element.dataset.area;
      return { name: nameOf(element), x: rounded(left + scrollX), y: rounded(top + scrollY), width: rounded(width), height: rounded(height), ...(areaNames.has(area) ? { area } : {}) };
    }),
  });
  const misfits = () => {
    draw();
    const drawn = [...grid.children].filter((column) => !column.hidden).map((column) => column.getBoundingClientRect());
    const starts = [...drawn.map(({ left }) => left), 0];
    const ends = [...drawn.map(({ right }) => right), document.documentElement.clientWidth];
    const nearest = (at, lines) => lines.map((line) => at - line).sort((a, b) => Math.abs(a) - Math.abs(b))[0];
    return elements().flatMap((element) => {
      const box = element.getBoundingClientRect();
      const outline = areaNames.has(element.dataset.area) ? root.querySelector(".areas .area-" + CSS.escape(element.dataset.area)) : null;
      const placed = outline && outline.getClientRects().length > 0 ? outline.getBoundingClientRect() : null;
      const edges = { left: rounded(placed ? box.left - placed.left : nearest(box.left, starts)), right: rounded(placed ? box.right - placed.right : nearest(box.right, ends)) };
      const off = Object.entries(edges).filter(([, by]) => Math.abs(by) > 1 / 64);
      return off.length === 0 ? [] : [{ element, box, name: nameOf(element), off: Object.fromEntries(off) }];
    });
  };
  const signed = (by) => (by > 0 ? "+" : "\u2212") + Math.abs(Math.round(by * 1000) / 1000);
  let measured = false;
  const mark = () => {
    const found = misfits();
    marks.replaceChildren(...found.map(({ box, name, off }) => {
      const near = Object.values(off).every((by) => Math.abs(by) <= 1);
      const one = make("mark " + Object.keys(off).join(" ") + (near ? " near" : ""), [Object.assign(document.createElement("b"), { textContent: name + ": " + Object.entries(off).map(([edge, by]) => edge + " " + signed(by)).join(", ") })]);
      Object.assign(one.style, { left: box.left + scrollX + "px", top: box.top + scrollY + "px", width: box.width + "px", height: box.height + "px" });
      return one;
    }));
    const all = elements().length;
    said.textContent = all + (all === 1 ? " element, " : " elements, ") + found.length + " off";
    measured = true;
    copy.hidden = clear.hidden = false;
  };
  const button = (words, press) => {
    const made = Object.assign(document.createElement("button"), { type: "button", textContent: words });
    made.addEventListener("click", press);
    return made;
  };
  const said = document.createElement("span");
  said.setAttribute("role", "status");
  const measure = button("Measure", mark);
  const point = button("Point at\u2026", () => point.setAttribute("aria-pressed", String(point.getAttribute("aria-pressed") !== "true")));
  point.setAttribute("aria-pressed", "false");
  const copy = button("Copy boxes", async () => {
    const list = JSON.stringify(boxes(), null, 1);
    try {
      await navigator.clipboard.writeText(list);
      said.textContent = "copied";
    } catch {
      // A page that is not served safely has no clipboard: the list is put where it can be copied by hand.
      prompt("The boxes of this page", list);
    }
  });
  const clear = button("Clear", () => {
    pointed.clear();
    marks.replaceChildren();
    said.textContent = "";
    measured = false;
    copy.hidden = clear.hidden = true;
  });
  copy.hidden = clear.hidden = true;
  bar.append(measure, point, copy, clear, said);
  host.boxes = boxes;
  host.misfits = () => misfits().map(({ name, off }) => ({ name, ...off }));
  addEventListener("click", (event) => {
    if (host.hidden || point.getAttribute("aria-pressed") !== "true" || event.composedPath().includes(host)) return;
    event.preventDefault();
    event.stopPropagation();
    const { target } = event;
    if (!pointed.delete(target)) pointed.add(target);
    mark();
  }, true);`;

/** A value as JSON, harmless wherever a script may be put. */
const literal = (value: unknown): string =>
  JSON.stringify(value).replaceAll("<", "\\u003c").replaceAll("\u2028", "\\u2028").replaceAll("\u2029", "\\u2029");

/** Areas as the snippet makes them: each with its class and name, and those inside it. */
type Outline = readonly [id: string, name: string, inside: readonly Outline[]];

const outlines = (areas: Layout["areas"], within?: string): readonly Outline[] =>
  areas.filter((area) => area.within === within).map(({ id, name }) => [id, name, outlines(areas, id)]);

/**
 * The snippet: one script without dependencies that draws the published grid of the current width over the page it
 * stands in: columns, rows and baseline with their offsets, and the outlines of its areas with their names, and on demand measures what it lies over. It does no arithmetic: the stylesheet of the version lays
 * everything out, in a shadow root of its own, so that page and overlay cannot touch each other; and it asks media
 * queries which breakpoint holds, as the page does, since these count a scrollbar that the page's width does not. The
 * stylesheet is a constructed one, which a strict content security policy lets pass. The overlay moves with the page and
 * with a body that is transformed. Alt+Shift+Y (or `data-key`) switches it; the state is kept per site.
 */
export const writeSnippet = (layout: Layout, version: string): string => {
  const css = writeCss({ ...layout, text: [] }, plainCss)
    .replace(/\/\*[\s\S]*?\*\//g, "")
    .replace(/\n\s*/g, "")
    .replaceAll(":root", ".paper");
  const most = Math.max(...layout.breakpoints.map(({ columns }) => columns.count));
  const name = `${layout.name} ${version}`;
  const shown = name.replace(/\*\//g, "* /").replace(/[<>\s\p{Cc}]+/gu, " ");
  return `/* ${shown}: overlay by Ypsiline. Put it in a page under development: <script src="…/overlay.js" defer> */
(() => {
  const script = document.currentScript;
  const key = ((script && script.dataset.key) || "Y").slice(0, 1).toUpperCase();
  const host = document.createElement("ypsiline-overlay");
  const root = host.attachShadow({ mode: "open" });
  const css = ${literal(css + drawing)};
  try {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
    root.adoptedStyleSheets = [sheet];
  } catch {
    root.append(Object.assign(document.createElement("style"), { textContent: css }));
  }
  const make = (name, inside) => {
    const element = document.createElement(name === "i" ? name : "div");
    element.className = name;
    element.append(...inside);
    return element;
  };
  const rows = make("rows", []);
  const lines = make("lines", []);
  const grid = make("layout-grid", Array.from({ length: ${most} }, () => make("i", [])));
  const outline = ([id, name, inside]) => make("area-" + id, [Object.assign(document.createElement("b"), { textContent: name }), ...inside.map(outline)]);
  const areas = make("areas", [make("layout-areas", ${literal(outlines(layout.areas))}.map(outline))]);
  const areaNames = new Map(${literal(layout.areas.map(({ id, name: called }) => [id, called]))});
  const label = document.createElement("span");
  const bar = make("bar", [label]);
  const marks = make("marks", []);
  const paper = make("paper", [rows, grid, lines, areas]);
  paper.setAttribute("aria-hidden", "true");
  root.append(paper, marks, bar);
${measuring.slice(1)}
  const draw = () => {
    const { documentElement: page, body } = document;
    // As high as the page without the overlay, which must not make it higher.
    paper.style.blockSize = "0";
    const high = Math.max(page.scrollHeight, page.clientHeight);
    const values = getComputedStyle(paper);
    const value = (name) => values.getPropertyValue(name).trim();
    paper.style.blockSize = high + "px";
    const count = Number(value("--layout-columns"));
    [...grid.children].forEach((column, i) => (column.hidden = i >= count));
    rows.hidden = value("--layout-row-height") === "";
    lines.hidden = value("--layout-baseline") === "";
    // Rows that divide stand in the first screen alone.
    const dividing = value("--layout-rows");
    rows.style.insetBlockEnd = dividing === "" ? "0" : "auto";
    rows.style.blockSize = dividing === "" ? "auto" : "calc(var(--layout-row-offset) + " + dividing + " * var(--layout-row-pitch) - var(--layout-row-gutter))";
    const { transform, transformOrigin } = getComputedStyle(body);
    const [x, y] = transformOrigin.split(" ").map(parseFloat);
    paper.style.transform = transform;
    paper.style.transformOrigin = body.offsetLeft + x + "px " + (body.offsetTop + y) + "px";
    label.textContent = ${literal(name)} + ", " + value("--layout-breakpoint").replaceAll('"', "") + ", " + innerWidth + " px: " + count + " columns. Alt+Shift+" + key;
  };
  const kept = "ypsiline overlay";
  const show = (on) => {
    host.hidden = !on;
    try { localStorage.setItem(kept, on ? "1" : "0"); } catch {}
    if (on) again();
  };
  const again = () => {
    if (host.hidden) return;
    if (measured) mark();
    else draw();
  };
  const start = () => {
    document.documentElement.append(host);
    let on = "1";
    try { on = localStorage.getItem(kept) ?? "1"; } catch {}
    show(on === "1");
    addEventListener("resize", again);
    addEventListener("load", again);
    new ResizeObserver(again).observe(document.body);
    new MutationObserver(again).observe(document.body, { attributes: true, attributeFilter: ["style", "class"] });
    addEventListener("transitionend", again);
    addEventListener("keydown", (event) => {
      if (event.altKey && event.shiftKey && event.code === "Key" + key) { event.preventDefault(); show(host.hidden); }
    });
  };
  if (document.body) start();
  else addEventListener("DOMContentLoaded", start);
})();
`;
};
