import { namesOf, nameWith } from "../css/naming";
import { commented } from "../css/parts";
import type { Release } from "./release";

/** Names of the elements: a custom element's has a hyphen in it. */
export const elementNames = ({ layout }: Pick<Release, "layout">): { readonly grid: string; readonly overlay: string } => {
  const { prefix } = namesOf(layout, {});
  return { grid: `${prefix}-grid`, overlay: `${prefix}-overlay` };
};

/** `elements.js`: an element that is the grid, and one that shows the overlay while it is in the page. */
export const elementsText = ({ layout, version }: Release): string => {
  const { grid, overlay } = elementNames({ layout });
  return `/** ${commented(layout.name)} ${version}: elements for the grid and the overlay. Layout by Ypsiline. */

// On a server there are no elements: the classes are there, and do nothing.
const Base = globalThis.HTMLElement ?? class {};

/** <${grid}>: its children are placed on the columns. It needs one of the stylesheets. */
export class GridElement extends Base {
  connectedCallback() {
    this.classList.add(${JSON.stringify(nameWith(namesOf(layout, {}).prefix, "layout-grid"))});
  }
}

/** <${overlay}>: the grid is drawn over the page while this is in it. */
export class OverlayElement extends Base {
  async connectedCallback() {
    await import("./overlay.js");
    this.shown(this.isConnected);
  }
  disconnectedCallback() {
    this.shown(false);
  }
  shown(isShown) {
    for (const one of document.querySelectorAll("ypsiline-overlay"))
      if (one.dataset.layout === ${JSON.stringify(`${layout.name} ${version}`)}) one.hidden = !isShown;
  }
}

/** Defines the elements, once; where there are none, does nothing. */
export const define = () => {
  const { customElements } = globalThis;
  if (!customElements) return;
  if (!customElements.get(${JSON.stringify(grid)})) customElements.define(${JSON.stringify(grid)}, GridElement);
  if (!customElements.get(${JSON.stringify(overlay)})) customElements.define(${JSON.stringify(overlay)}, OverlayElement);
};
define();
`;
};

/** `elements.d.ts`. */
export const elementsTypes = ({ layout }: Release): string => {
  const { grid, overlay } = elementNames({ layout });
  return `/** <${grid}>: its children are placed on the columns. It needs one of the stylesheets. */
export declare class GridElement extends HTMLElement {}

/** <${overlay}>: the grid is drawn over the page while this is in it. */
export declare class OverlayElement extends HTMLElement {}

/** Defines the elements, once; where there are none, does nothing. */
export declare const define: () => void;

declare global {
  interface HTMLElementTagNameMap {
    ${JSON.stringify(grid)}: GridElement;
    ${JSON.stringify(overlay)}: OverlayElement;
  }
}
`;
};
