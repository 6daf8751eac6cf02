import { type Layout, plainCss, writeCss } from "@ypsiline/core";

/**
 * The snippet: one script without dependencies that draws the published grid of the current width over the page it
 * stands in. It does no arithmetic: the stylesheet of the version lays the columns out, in a shadow root of its own,
 * so that page and overlay cannot touch each other. Alt+Shift+G (or `data-key`) switches it; the state is kept per site.
 */
export const writeSnippet = (layout: Layout, version: string): string => {
  const css = writeCss(layout, { ...plainCss, query: "container" })
    .replace(/\/\*[\s\S]*?\*\//g, "")
    .replace(/\n\s*/g, "");
  const most = Math.max(...layout.breakpoints.map(({ columns }) => columns.count));
  const drawing = [
    ":host{position:fixed;inset:0;z-index:2147483646;pointer-events:none}",
    ":host([hidden]){display:none}",
    ".layout{position:absolute;inset:0}",
    ".layout-grid{block-size:100%;position:relative}",
    ".layout-grid i{background:#2f8a7629;box-shadow:inset 1px 0 #2f8a7699,inset -1px 0 #2f8a7699}",
    // Rows and baseline as the breakpoint has them; without one the length is not valid and nothing is drawn.
    ".layout-grid::after{content:'';position:absolute;inset:0;inset-inline-start:calc(-1*var(--layout-start));inline-size:100cqi;background-image:repeating-linear-gradient(#c2573a55 0 1px,#0000 1px var(--layout-baseline,100vh))}",
    "p{position:absolute;inset-block-end:8px;inset-inline-start:8px;margin:0;padding:2px 8px;background:#18262e;color:#f3f1ea;font:12px/18px monospace}",
  ].join("");
  const words = JSON.stringify(`${layout.name} ${version}`).replaceAll("<", "\\u003c");
  return `/* ${layout.name.replace(/\*\//g, "* /").replace(/[<>\s]+/g, " ")} ${version}: overlay by Ypsiline. Put it in a page under development: <script src="…/overlay.js" defer> */
(() => {
  const script = document.currentScript;
  const key = (script && script.dataset.key) || "G";
  const host = document.createElement("ypsiline-overlay");
  host.setAttribute("aria-hidden", "true");
  const root = host.attachShadow({ mode: "open" });
  const style = document.createElement("style");
  style.textContent = ${JSON.stringify(css + drawing).replaceAll("<", "\\u003c")};
  const layout = document.createElement("div");
  layout.className = "layout";
  const grid = document.createElement("div");
  grid.className = "layout-grid";
  for (let i = 0; i < ${most}; i += 1) grid.append(document.createElement("i"));
  const label = document.createElement("p");
  layout.append(grid, label);
  root.append(style, layout);
  const draw = () => {
    const values = getComputedStyle(grid);
    const count = Number(values.getPropertyValue("--layout-columns"));
    [...grid.children].forEach((column, i) => (column.hidden = i >= count));
    for (const column of grid.children) column.style.display = column.hidden ? "none" : "";
    label.textContent = ${words} + ", " + values.getPropertyValue("--layout-breakpoint").replaceAll('"', "") + ", " + innerWidth + " px: " + count + " columns. Alt+Shift+" + key;
  };
  const name = "ypsiline overlay";
  const show = (on) => {
    host.hidden = !on;
    try { localStorage.setItem(name, on ? "1" : "0"); } catch {}
    if (on) draw();
  };
  const start = () => {
    document.documentElement.append(host);
    let on = "1";
    try { on = localStorage.getItem(name) ?? "1"; } catch {}
    show(on === "1");
    addEventListener("resize", () => host.hidden || draw());
    addEventListener("keydown", (event) => {
      if (event.altKey && event.shiftKey && event.code === "Key" + key.toUpperCase()) { event.preventDefault(); show(host.hidden); }
    });
  };
  if (document.body) start();
  else addEventListener("DOMContentLoaded", start);
})();
`;
};
