/**
 * The code that measures a page inside the page: elements with `data-area`, else those pointed at, else visible blocks.
 * An element of an area is compared with that area's outline, any other with the drawn columns; on within 1/64 px, near
 * within 1 px. If the layout's stylesheets apply only inside an element, so does this. No position is calculated here: the browser has laid out both.
 */
export const measuring = `
  const pointed = new Set();
  const rounded = (length) => Math.round(length * 1e6) / 1e6;
  const hidden = (element) => host === element || (element.checkVisibility ? !element.checkVisibility({ visibilityProperty: true }) : element.getClientRects().length === 0);
  const elements = (selector) => {
    if (selector) return [...document.querySelectorAll(selector)].filter((element) => !hidden(element)).slice(0, 5000);
    const named = [...document.querySelectorAll(inside + "[data-area]")].filter((element) => !hidden(element));
    const chosen = [...pointed].filter((element) => element.isConnected);
    const all = chosen.length > 0 ? chosen : named.length > 0 ? named : [...document.querySelectorAll(inside === "" ? "body *" : inside + "*")].filter((element) => {
      if (hidden(element) || !/^(block|flex|grid|flow-root|list-item|table)$/.test(getComputedStyle(element).display)) return false;
      const { width, height } = element.getBoundingClientRect();
      return width >= 24 && height >= 8;
    });
    return all.slice(0, 5000);
  };
  const nameOf = (element) => (areaNames.get(element.dataset.area) || element.getAttribute("aria-label") || element.id || element.dataset.area || (element.tagName.toLowerCase() + " " + (element.textContent || "").trim().replace(/\\s+/g, " ").slice(0, 40)).trim()).slice(0, 200);
  const boxes = (selector) => ({
    format: "ypsiline-boxes",
    formatVersion: 1,
    source: "page",
    width: document.documentElement.clientWidth,
    boxes: elements(selector).map((element) => {
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
      // A page without https has no clipboard: the list is shown to be copied by hand.
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
