import type { Layout } from "@ypsiline/core";

/** Largest page of somebody's own, bytes, and most elements of one. */
export const ownPageLimits = { bytes: 1024 * 1024, elements: 20_000 } as const;

/** A page of somebody's own, made ready to be laid out by a draft's stylesheet in a frame without scripts or network. */
export type OwnPage = {
  /** Its markup, with an element named `place` for the stylesheet. */
  readonly html: string;
  readonly place: string;
  /** Ids of areas that an element says it is (`data-area`), and what elements say that is no area of the layout. */
  readonly areas: readonly string[];
  readonly unknown: readonly string[];
  /** Scripts, frames and addresses that were left out. */
  readonly removed: number;
};

const refusedElements = "script, iframe, frame, frameset, object, embed, applet, base, link, meta[http-equiv], portal, fencedframe";
const addresses = new Set([
  "action",
  "background",
  "cite",
  "data",
  "formaction",
  "href",
  "longdesc",
  "manifest",
  "ping",
  "poster",
  "src",
  "srcset",
  "xlink:href",
]);
/**
 * Nothing is fetched, whatever the page's own styles ask for, but the fonts that ship with the application: the text roles of the
 * draft's stylesheet are set in them.
 */
const policy = (fonts: string): string => `default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data: ${fonts}`;

/** The ancestors of an element, outermost first. */
const outwards = (element: Element): readonly Element[] => {
  const found: Element[] = [];
  for (let one = element.parentElement; one; one = one.parentElement) found.unshift(one);
  return found;
};

/** The nearest common ancestor of elements. */
const around = (elements: readonly Element[]): Element | null => {
  const [first, ...others] = elements.map(outwards);
  const shared = others.reduce((most, path) => {
    const parts = path.findIndex((one, index) => one !== first?.[index]);
    return Math.min(most, parts < 0 ? path.length : parts);
  }, first?.length ?? 0);
  return first?.[shared - 1] ?? null;
};

/**
 * Reads a page: elements with `data-area` (an area's id or name) become that area. The common ancestor of one level
 * becomes their grid; elements between have display: contents. Scripts, frames, event handlers and addresses are
 * removed. Returns an error text if the page cannot be used.
 */
export const readOwnPage = (text: string, layout: Layout): OwnPage | string => {
  if (new Blob([text]).size > ownPageLimits.bytes) return "The page is larger than 1 MiB. Leave out what is not needed to see the layout.";
  const page = new DOMParser().parseFromString(text, "text/html");
  const all = [...page.querySelectorAll("*")];
  if (all.length > ownPageLimits.elements)
    return `The page has ${all.length.toLocaleString("en")} elements; ${ownPageLimits.elements.toLocaleString("en")} is the most.`;
  let removed = 0;
  for (const element of page.querySelectorAll(refusedElements)) {
    removed += 1;
    element.remove();
  }
  for (const element of page.querySelectorAll("*"))
    for (const { name, value } of [...element.attributes]) {
      const address = addresses.has(name.toLowerCase());
      if (!name.toLowerCase().startsWith("on") && !address) continue;
      // What points into the page itself, or brings its picture with it, stays.
      if (address && /^(#|data:image\/)/i.test(value.trim())) continue;
      element.removeAttribute(name);
      removed += 1;
    }
  // A template's content is no part of the page, and is not looked through above.
  for (const template of page.querySelectorAll("template")) template.remove();

  const known = new Map(layout.areas.flatMap(({ id, name }) => [[name.toLowerCase(), id] as const, [id, id] as const]));
  const found = new Map<string, Element>();
  const unknown = new Set<string>();
  for (const element of page.querySelectorAll("[data-area]")) {
    const said = element.getAttribute("data-area") ?? "";
    const id = known.get(said) ?? known.get(said.trim().toLowerCase());
    if (id === undefined) unknown.add(said);
    else if (!found.has(id)) found.set(id, element);
  }
  if (found.size === 0)
    return `No element of the page says which area it is. Add data-area to them, for example <main data-area="${layout.areas[0]?.id ?? "main"}">.`;
  for (const element of page.querySelectorAll(".layout-areas")) element.classList.remove("layout-areas");
  const letThrough = new Set<Element>();
  const standing = (within: string | undefined) =>
    layout.areas.filter((area) => area.within === within).flatMap(({ id }) => found.get(id) ?? []);
  for (const within of [undefined, ...layout.areas.map(({ id }) => id)]) {
    const areas = standing(within);
    const grid = within === undefined ? around(areas) : found.get(within);
    if (!grid && within === undefined) return "The areas must stand inside the page. Put data-area on elements of the body.";
    if (!grid || areas.length === 0) continue;
    if (within === undefined) grid.classList.add("layout-areas");
    for (const area of areas)
      if (grid.contains(area)) for (let one = area.parentElement; one && one !== grid; one = one.parentElement) letThrough.add(one);
  }
  for (const element of letThrough) element.setAttribute("style", `${element.getAttribute("style") ?? ""}; display: contents`);
  for (const [id, element] of found) element.classList.add(`area-${id}`);

  // A name that no page can bring. Over plain http browsers have no randomUUID.
  const place = `y-${crypto.getRandomValues(new Uint32Array(4)).join("-")}`;
  const meta = page.createElement("meta");
  meta.setAttribute("http-equiv", "Content-Security-Policy");
  meta.setAttribute("content", policy(new URL("/_next/static/media/", location.href).href));
  const plain = page.createElement("style");
  plain.textContent = "html { scrollbar-width: none } body { margin: 0 }";
  page.head.prepend(meta, plain);
  page.head.append(page.createElement(place));
  return {
    html: `<!doctype html>\n${page.documentElement.outerHTML}`,
    place,
    areas: layout.areas.flatMap(({ id }) => (found.has(id) ? [id] : [])),
    unknown: [...unknown],
    removed,
  };
};

/** The page with a draft's stylesheet in it. */
export const ownPageHtml = ({ html, place }: OwnPage, css: string): string =>
  html.replace(`<${place}></${place}>`, () => `<style>\n${css.replaceAll("</style", "<\\/style")}\n</style>`);
