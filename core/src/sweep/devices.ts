import { add, type Exact, fromJsonNumber, isWhole, multiply } from "../exact/exact";
import { type Resolution, resolve } from "../grid/resolve";
import type { Layout } from "../layout/schema";

/** A simulated device: a size of screen in CSS px and its device pixels to a CSS px. */
export type Device = { readonly name: string; readonly width: number; readonly height: number; readonly density: number };

/** The devices a team starts with: generic names, sizes seen often (common practice, from memory). */
export const usualDevices: readonly Device[] = [
  { name: "Smallest phone", width: 320, height: 568, density: 2 },
  { name: "Phone", width: 360, height: 800, density: 3 },
  { name: "Middle phone", width: 393, height: 852, density: 3 },
  { name: "Large phone", width: 430, height: 932, density: 3 },
  { name: "Tablet upright", width: 768, height: 1024, density: 2 },
  { name: "Tablet sideways", width: 1180, height: 820, density: 2 },
  { name: "Small laptop", width: 1366, height: 768, density: 1 },
  { name: "Laptop", width: 1440, height: 900, density: 2 },
  { name: "Office screen", width: 1920, height: 1080, density: 1 },
  { name: "Wide screen", width: 2560, height: 1440, density: 1 },
];

/** A layout on one device. `wholeEdges`: whether every column edge is on a whole device px. */
export type OnDevice = { readonly device: Device; readonly resolution: Resolution; readonly wholeEdges: boolean };

const onWhole = ({ columns }: Resolution, density: Exact): boolean =>
  columns.every(({ start, width }) => [start, add(start, width)].every((edge) => isWhole(multiply(edge, density))));

/**
 * A layout on each of these devices, at its width and height in CSS px, except devices on which it cannot be resolved.
 */
export const onDevices = (layout: Layout, devices: readonly Device[]): readonly OnDevice[] =>
  devices.flatMap((device) => {
    const resolved = resolve(layout, { width: fromJsonNumber(device.width), height: fromJsonNumber(device.height) });
    if (!resolved.ok) return [];
    return [{ device, resolution: resolved.value, wholeEdges: onWhole(resolved.value, fromJsonNumber(device.density)) }];
  });
