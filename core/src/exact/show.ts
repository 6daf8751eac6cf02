import { type Exact, exact, floor, multiply, negate, ratio, sign } from "./exact";

/** An exact number as JSON has it: "74", "-3", "233/3". */
export const toJson = (x: Exact): string => {
  const { n, d } = ratio(x);
  return d === 1n ? `${n}` : `${n}/${d}`;
};

/** The decimal rounded half away from zero to at most `places`, without trailing zeros: 233/3 → "77.667". */
export const toDecimal = (x: Exact, places = 3): string => {
  if (sign(x) < 0) {
    const positive = toDecimal(negate(x), places);
    return positive === "0" ? "0" : `-${positive}`;
  }
  const scaled = ratio(floor(multiply(x, exact(2n * 10n ** BigInt(places)))));
  const rounded = (scaled.n + 1n) / 2n;
  if (places === 0) return rounded.toString();
  const text = rounded.toString().padStart(places + 1, "0");
  const fraction = text.slice(-places).replace(/0+$/, "");
  return text.slice(0, -places) + (fraction ? `.${fraction}` : "");
};

/** The decimal without rounding, or null if it has more than `places`. */
export const toExactDecimal = (x: Exact, places = 6): string | null => {
  const { n, d } = ratio(x);
  return (n * 10n ** BigInt(places)) % d === 0n ? toDecimal(x, places) : null;
};

const glyphs: Readonly<Record<string, string>> = {
  "1/2": "½",
  "1/3": "⅓",
  "2/3": "⅔",
  "1/4": "¼",
  "3/4": "¾",
  "1/6": "⅙",
  "5/6": "⅚",
  "1/8": "⅛",
  "3/8": "⅜",
  "5/8": "⅝",
  "7/8": "⅞",
};

/** The parts of a number for typesetting. `numerator` is 0 if there is no fraction. */
export type ShownNumber = {
  readonly minus: boolean;
  /** The whole part, or the decimal if no small fraction is exact. */
  readonly whole: string;
  readonly numerator: number;
  readonly denominator: number;
};

/** Largest denominator that is shown as a fraction; beyond it a decimal is easier to read. */
const largestDenominator = 99n;

/**
 * x as people read it: halves, thirds, quarters, sixths and eighths as fractions (77⅔); decimals of up to three places
 * as decimals (12.3); other fractions with denominators up to 99 as fractions (85 5/7); the rest as a decimal with
 * three places.
 */
export const shownNumber = (x: Exact): ShownNumber => {
  const minus = sign(x) < 0;
  const { n, d } = ratio(minus ? negate(x) : x);
  const plain = (whole: string): ShownNumber => ({ minus, whole, numerator: 0, denominator: 1 });
  if (d === 1n) return plain(n.toString());
  const numerator = n % d;
  if (!glyphs[`${numerator}/${d}`]) {
    const ending = toExactDecimal(minus ? negate(x) : x, 3);
    if (ending !== null) return plain(ending);
    if (d > largestDenominator) return plain(toDecimal(minus ? negate(x) : x));
  }
  return { minus, whole: (n / d).toString(), numerator: Number(numerator), denominator: Number(d) };
};

/** x as running text: "77⅔", "85 5/7", "12.3", "-½". */
export const show = (x: Exact): string => {
  const { minus, whole, numerator, denominator } = shownNumber(x);
  const lead = minus ? "-" : "";
  if (numerator === 0) return lead + whole;
  const glyph = glyphs[`${numerator}/${denominator}`];
  const head = whole === "0" ? "" : whole;
  return lead + (glyph ? head + glyph : `${head}${head ? " " : ""}${numerator}/${denominator}`);
};

const spokenParts: Readonly<Record<string, string>> = {
  "1/2": "a half",
  "1/3": "a third",
  "2/3": "two thirds",
  "1/4": "a quarter",
  "3/4": "three quarters",
};

/** x as it is read aloud: "77 and two thirds", "minus a half", "85 and 5 over 7", "12.3". */
export const spoken = (x: Exact): string => {
  const { minus, whole, numerator, denominator } = shownNumber(x);
  const part = numerator === 0 ? null : (spokenParts[`${numerator}/${denominator}`] ?? `${numerator} over ${denominator}`);
  return `${minus ? "minus " : ""}${part === null ? whole : whole === "0" ? part : `${whole} and ${part}`}`;
};
