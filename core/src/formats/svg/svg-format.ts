import type { Format } from "../types";
import { readSvg } from "./read";
import { writeSvg, writeTile } from "./write";

export const svgFormat: Format = {
  id: "svg",
  mediaType: "image/svg+xml",
  mediaTypes: ["image/svg+xml"],
  extension: "svg",
  ofBreakpoint: true,
  write: (layout, { breakpoint, overlay }) => writeSvg(layout, breakpoint ?? "", overlay),
  read: readSvg,
};

export const tileFormat: Format = {
  id: "tile",
  mediaType: "image/svg+xml",
  mediaTypes: [],
  extension: "tile.svg",
  ofBreakpoint: true,
  write: (layout, { breakpoint, overlay }) => writeTile(layout, breakpoint ?? "", overlay),
  read: null,
};
