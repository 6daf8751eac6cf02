/** How wide words are drawn, screen px, by what they are and how: measured once each. */
const known = new Map<string, number>();
const mostKnown = 5_000;
let context: CanvasRenderingContext2D | null = null;

/** The width of words in the interface's face at a size and weight, screen px. In a browser only. */
export const textWidth = (text: string, size: number, weight: number): number => {
  const key = `${size} ${weight} ${text}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  context ??= document.createElement("canvas").getContext("2d");
  if (!context) return text.length * size * 0.6;
  context.font = `${weight} ${size}px ${getComputedStyle(document.documentElement).getPropertyValue("--words")}`;
  const { width } = context.measureText(text);
  // Until the face has come another one is measured, whose widths are not kept.
  if (document.fonts.status === "loaded") {
    if (known.size >= mostKnown) known.clear();
    known.set(key, width);
  }
  return width;
};
