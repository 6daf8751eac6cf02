import { drawingOptions } from "../options";
import type { BreakpointFormat } from "../types";
import { readSvg } from "./read";
import { writeSvg, writeTile } from "./write";

export const svgFormat: BreakpointFormat = {
  id: "svg",
  label: "Overlay",
  said: "an overlay drawing",
  kind: "SVG",
  of: "breakpoint",
  before: "overlay-",
  after: ".svg",
  picture: true,
  mediaType: "image/svg+xml",
  mediaTypes: ["image/svg+xml"],
  extension: "svg",
  options: drawingOptions,
  write: (layout, breakpoint, { overlay }) => writeSvg(layout, breakpoint, overlay),
  read: readSvg,
  recognises: ({ ending, begins }) => (ending === "svg" || begins.startsWith("<") ? 6 : 0),
  holds: { breakpoint: "all", spec: [], oneSize: true },
};

export const tileFormat: BreakpointFormat = {
  id: "tile",
  label: "Tile",
  said: "a tile",
  kind: "tile",
  of: "breakpoint",
  before: "tile-",
  after: ".svg",
  picture: true,
  mediaType: "image/svg+xml",
  mediaTypes: [],
  extension: "tile.svg",
  options: drawingOptions,
  write: (layout, breakpoint, { overlay }) => writeTile(layout, breakpoint, overlay),
  read: null,
  recognises: null,
  holds: null,
};
