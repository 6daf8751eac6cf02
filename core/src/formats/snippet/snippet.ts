import type { Layout } from "../../layout/schema";
import { plainCss } from "../css/options";
import { namesOf, usuallyNamed } from "../css/naming";
import { writeCss } from "../css/write";
import { measuring } from "./measuring";

/** What is drawn in addition to the version's own stylesheet. `.paper` is as high as the page and scrolls with it. */
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

/** A value as JSON, harmless wherever a script may be put. */
const literal = (value: unknown): string =>
  JSON.stringify(value).replaceAll("<", "\\u003c").replaceAll("\u2028", "\\u2028").replaceAll("\u2029", "\\u2029");

/** Areas as the snippet makes them: each with its class and name, and those inside it. */
type Outline = readonly [id: string, name: string, inside: readonly Outline[]];

const outlines = (areas: Layout["areas"], within?: string): readonly Outline[] =>
  areas.filter((area) => area.within === within).map(({ id, name }) => [id, name, outlines(areas, id)]);

/**
 * The snippet: one script without dependencies that draws the published grid of the current width over a page: columns,
 * rows and baseline with their offsets, and the outlines of its areas with their names. On demand it measures the
 * elements below it.
 *
 * It does no arithmetic: the stylesheet of the version lays everything out, in a shadow root, so that page and overlay
 * cannot affect each other. Media queries choose the breakpoint, as in the page, since they include a scrollbar and the
 * page's width does not. The stylesheet is a constructed one, which a strict content security policy allows. The
 * overlay moves with the page and with a transformed body. Alt+Shift+Y (or `data-key`) toggles it; the state is kept
 * per site.
 */
export const writeSnippet = (layout: Layout, version: string): string => {
  const css = writeCss({ ...usuallyNamed(layout), text: [] }, plainCss)
    .replace(/\/\*[\s\S]*?\*\//g, "")
    .replace(/\n\s*/g, "")
    .replaceAll(":root", ".paper");
  const most = Math.max(...layout.breakpoints.map(({ columns }) => columns.count));
  const name = `${layout.name} ${version}`;
  const { scope } = namesOf(layout, {});
  const shown = name.replace(/\*\//g, "* /").replace(/[<>\s\p{Cc}]+/gu, " ");
  return `/* ${shown}: overlay by Ypsiline. Put it in a page under development: <script src="…/overlay.js" defer> */
(() => {
  // A bundle may load it on a server, where there is no page to draw over.
  if (typeof document === "undefined") return;
  const script = document.currentScript;
  const key = ((script && script.dataset.key) || "Y").slice(0, 1).toUpperCase();
  const host = document.createElement("ypsiline-overlay");
  // Which of several overlays on a page this is.
  host.dataset.layout = ${literal(name)};
  const root = host.attachShadow({ mode: "open" });
  const css = ${literal(css + drawing)};
  try {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
    root.adoptedStyleSheets = [sheet];
  } catch {
    root.append(Object.assign(document.createElement("style"), { textContent: css }));
  }
  const inside = ${literal(scope === null ? "" : `${scope} `)};
  const make = (name, children) => {
    const element = document.createElement(name === "i" ? name : "div");
    element.className = name;
    element.append(...children);
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
    // Dividing rows are drawn in the first screen only.
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
    // Bars of several specs stand above each other.
    bar.style.insetBlockEnd = 8 + 40 * document.querySelectorAll("ypsiline-overlay").length + "px";
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
