/** Maps a point (x, y) to (a·x + c·y + e, b·x + d·y + f), as SVG 2 writes it: matrix(a b c d e f). */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];
export const asDrawn: Matrix = [1, 0, 0, 1, 0, 0];

/** The box that a transform's % and origin refer to. */
export type ReferenceBox = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };

/** The first after the second. */
export const after = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  a * g + c * h,
  b * g + d * h,
  a * i + c * j,
  b * i + d * j,
  a * k + c * l + e,
  b * k + d * l + f,
];
export const shifted = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y];

const number = /[+-]?(?:\d{1,12}(?:\.\d{0,12})?|\.\d{1,12})(?:e[+-]?\d{1,3})?/;
/** The numbers of a list separated by spaces and commas; null if it contains anything else. */
export const numbersOf = (list: string): readonly number[] | null => {
  const all = new RegExp(number, "gi");
  return list.length > 10_000 || /[^\s,]/.test(list.replace(all, "")) ? null : (list.match(all) ?? []).map(Number);
};

/** px to each absolute unit (CSS Values 4, 6.2). */
const absolute: Readonly<Record<string, number>> = { px: 1, in: 96, cm: 96 / 2.54, mm: 9.6 / 2.54, q: 2.4 / 2.54, pt: 4 / 3, pc: 16 };
/** Degrees to each unit of angles (CSS Values 4, 7.1). */
const angles: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };
const measure = new RegExp(`^(${number.source})([a-z]+|%)?$`, "i");

/** A number with its unit, as text; null for anything else, such as a sum. */
const measureOf = (text: string): { readonly value: number; readonly unit: string } | null => {
  const found = measure.exec(text.trim());
  return found ? { value: Number(found[1]), unit: (found[2] ?? "").toLowerCase() } : null;
};

/**
 * A length in px: in an absolute unit, or in % of `of`; null in any other. A number without a unit is px in attributes
 * (SVG 2, 4.3.1); where `unitAsked` only 0 may have none.
 */
export const lengthPx = (text: string, of: number, unitAsked: boolean): number | null => {
  const read = measureOf(text);
  if (!read) return null;
  const { value, unit } = read;
  if (unit === "") return unitAsked && value !== 0 ? null : value;
  if (unit === "%") return (value / 100) * of;
  const px = absolute[unit];
  return px === undefined ? null : value * px;
};

/** Sine and cosine of whole quarter turns, which are exact. */
const quarters = [
  [0, 1],
  [1, 0],
  [0, -1],
  [-1, 0],
] as const;

const turn = (degrees: number): Matrix => {
  const quarter = degrees / 90;
  const radians = (degrees * Math.PI) / 180;
  const whole = Number.isInteger(quarter) ? quarters[((quarter % 4) + 4) % 4] : undefined;
  const [sin, cos] = whole ?? [Math.sin(radians), Math.cos(radians)];
  return [cos, sin, -sin, cos, 0, 0];
};
const slope = (degrees: number): number => Math.tan((degrees * Math.PI) / 180);

/** One function of a transform from its numbers, in px and degrees; null for an unknown name or invalid numbers. */
const functionOf = (name: string, numbers: readonly number[], inStylesheet: boolean): Matrix | null => {
  const [x = 0, y, z] = numbers;
  const many = numbers.length;
  const oneOrTwo = many === 1 || many === 2;
  switch (name) {
    case "matrix":
      return many === 6 ? (numbers as unknown as Matrix) : null;
    case "translate":
      return oneOrTwo ? shifted(x, y ?? 0) : null;
    case "scale":
      return oneOrTwo ? [x, 0, 0, y ?? x, 0, 0] : null;
    case "rotate":
      if (many === 3 && !inStylesheet) return after(after(shifted(y ?? 0, z ?? 0), turn(x)), shifted(-(y ?? 0), -(z ?? 0)));
      return many === 1 ? turn(x) : null;
    case "skewX":
      return many === 1 ? [1, 0, slope(x), 1, 0, 0] : null;
    case "skewY":
      return many === 1 ? [1, slope(x), 0, 1, 0, 0] : null;
    default:
      if (!inStylesheet) return null;
  }
  switch (name) {
    case "translateX":
      return many === 1 ? shifted(x, 0) : null;
    case "translateY":
      return many === 1 ? shifted(0, x) : null;
    case "scaleX":
      return many === 1 ? [x, 0, 0, 1, 0, 0] : null;
    case "scaleY":
      return many === 1 ? [1, 0, 0, x, 0, 0] : null;
    case "skew":
      return oneOrTwo ? [1, slope(y ?? 0), slope(x), 1, 0, 0] : null;
    default:
      return null;
  }
};

/** Names of functions in the letters the attribute asks for; a stylesheet takes any (CSS Values 4, 2.1). */
const stylesheetNames = new Map(
  ["matrix", "translate", "translateX", "translateY", "scale", "scaleX", "scaleY", "rotate", "skew", "skewX", "skewY"].map((name) => [
    name.toLowerCase(),
    name,
  ]),
);

const argument = (name: string, text: string, index: number, box: ReferenceBox): number | null => {
  const lower = name.toLowerCase();
  if (lower.startsWith("translate"))
    return lengthPx(text, lower.endsWith("y") || (lower === "translate" && index === 1) ? box.height : box.width, true);
  const read = measureOf(text);
  if (!read) return null;
  if (lower.startsWith("scale")) return read.unit === "%" ? read.value / 100 : read.unit === "" ? read.value : null;
  if (lower === "matrix") return read.unit === "" ? read.value : null;
  if (read.unit === "") return read.value === 0 ? 0 : null;
  const degrees = angles[read.unit];
  return degrees === undefined ? null : read.value * degrees;
};

/**
 * A transform as one matrix: of the attribute (SVG 2, 8.5), or of a stylesheet (CSS Transforms 1, 9), where lengths and
 * angles have units. Null if it cannot be read.
 */
export const transformOf = (text: string, inStylesheet: boolean, box: ReferenceBox): Matrix | null => {
  if (text.trim() === "" || text.trim().toLowerCase() === "none") return asDrawn;
  if (text.length > 10_000 || !/^(?:[\s,]*[a-zA-Z]+\s*\([^()]*\))+[\s,]*$/.test(text)) return null;
  let matrix = asDrawn;
  for (const [, written = "", list = ""] of text.matchAll(/([a-zA-Z]+)\s*\(([^()]*)\)/g)) {
    const name = inStylesheet ? (stylesheetNames.get(written.toLowerCase()) ?? written) : written;
    const numbers = inStylesheet ? list.split(",").map((one, index) => argument(name, one, index, box)) : numbersOf(list);
    const next = numbers?.every((one) => one !== null) ? functionOf(name, numbers, inStylesheet) : null;
    if (!next?.every(Number.isFinite)) return null;
    matrix = after(matrix, next);
  }
  return matrix;
};

/** Positions along a side, by keyword. */
const words: Readonly<Record<string, number>> = { left: 0, top: 0, center: 0.5, right: 1, bottom: 1 };

/** The origin of transforms (CSS Transforms 1, 6: transform-origin); null if it cannot be read. */
export const originOf = (text: string, inStylesheet: boolean, box: ReferenceBox): readonly [x: number, y: number] | null => {
  const parts = text.trim().toLowerCase().split(/\s+/);
  if (parts.length > 3 || (parts.length === 3 && lengthPx(parts[2] ?? "", 0, inStylesheet) === null)) return null;
  let [x = "", y = "center"] = parts;
  const isDown = (part: string): boolean => part === "top" || part === "bottom";
  const isAcross = (part: string): boolean => part === "left" || part === "right";
  if (isDown(x) || isAcross(y)) [x, y] = [y, x];
  if (isDown(x) || isAcross(y)) return null;
  const at = (part: string, from: number, size: number): number | null => {
    const share = words[part];
    const offset = share === undefined ? lengthPx(part, size, inStylesheet) : share * size;
    return offset === null ? null : from + offset;
  };
  const [across, down] = [at(x, box.x, box.width), at(y, box.y, box.height)];
  return across === null || down === null ? null : [across, down];
};
