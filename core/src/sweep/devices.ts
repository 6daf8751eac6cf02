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
