import Fraction from "fraction.js";

/**
 * An exact rational number n/d in lowest terms, d > 0.
 *
 * Almost always numerator and denominator are safe integers and are kept in `n` and `d`. Otherwise `wide` holds the
 * number as a fraction.js value, and `n` and `d` are 0. Only this file reads the members; all other code uses the
 * functions below. They are readonly by type and not frozen, because freezing each result takes a third of the time of
 * a check.
 */
export type Exact = { readonly n: number; readonly d: number; readonly wide: Fraction | null };

const safe = Number.MAX_SAFE_INTEGER;

const gcd = (a: number, b: number): number => {
  while (b !== 0) {
    const rest = a % b;
    a = b;
    b = rest;
  }
  return a;
};

const narrow = (n: number, d: number): Exact => ({ n: n === 0 ? 0 : n, d, wide: null });

/** n/d in lowest terms for safe integers n and d > 0. */
const reduced = (n: number, d: number): Exact => {
  if (d === 1) return narrow(n, 1);
  const common = gcd(Math.abs(n), d);
  return narrow(n / common, d / common);
};

const asFraction = (x: Exact): Fraction => x.wide ?? new Fraction(BigInt(x.n), BigInt(x.d));

const fromFraction = (f: Fraction): Exact =>
  f.n <= safe && f.d <= safe ? narrow(Number(f.s * f.n), Number(f.d)) : { n: 0, d: 0, wide: f };

/**
 * The exact number n/d.
 * @throws RangeError when n or d is not a whole number or d is 0: a caller's mistake, never a user's.
 */
export const exact = (n: number | bigint, d: number | bigint = 1): Exact => {
  if (typeof n === "number" && typeof d === "number" && Number.isSafeInteger(n) && Number.isSafeInteger(d) && d > 0) return reduced(n, d);
  if ((typeof n === "number" && !Number.isSafeInteger(n)) || (typeof d === "number" && !Number.isSafeInteger(d)))
    throw new RangeError("exact() takes whole numbers");
  if (BigInt(d) === 0n) throw new RangeError("exact() cannot divide by 0");
  return fromFraction(new Fraction(BigInt(n), BigInt(d)));
};

export const zero = exact(0);
export const one = exact(1);

const decimalPattern = /^([+-]?)(\d{1,30})(?:\.(\d{1,30}))?$|^([+-]?)\.(\d{1,30})$/;

/** Reads a plain decimal ("10.5", "-.25"; no exponent) exactly; null if the text is not one. */
export const parseDecimal = (text: string): Exact | null => {
  const found = decimalPattern.exec(text);
  if (!found) return null;
  const minus = (found[1] || found[4]) === "-";
  const digits = (found[2] ?? "") + (found[3] ?? found[5] ?? "");
  const places = (found[3] ?? found[5] ?? "").length;
  if (digits.length <= 15) {
    const n = Number(digits);
    return reduced(minus ? -n : n, 10 ** places);
  }
  return exact(minus ? -BigInt(digits) : BigInt(digits), 10n ** BigInt(places));
};

/** Reads "n/d" or a decimal, the two forms of exact numbers in JSON; null if the text is neither. */
export const parseExact = (text: string): Exact | null => {
  const ratio = /^(-?\d{1,60})\/(\d{1,60})$/.exec(text);
  if (!ratio) return parseDecimal(text);
  const d = BigInt(ratio[2] ?? "0");
  return d === 0n ? null : exact(BigInt(ratio[1] ?? "0"), d);
};

/**
 * The exact value of a JSON number as it was written: 1280.5 is 2561/2, 0.1 is 1/10. @throws RangeError for numbers
 * without a plain decimal form (NaN, 1e21, 1e-7); schemas refuse those earlier.
 */
export const fromJsonNumber = (value: number): Exact => {
  if (Number.isSafeInteger(value)) return narrow(value, 1);
  const read = parseDecimal(String(value));
  if (!read) throw new RangeError(`${value} has no plain decimal form`);
  return read;
};

export const add = (a: Exact, b: Exact): Exact => {
  if (a.wide === null && b.wide === null) {
    if (a.d === b.d) {
      const n = a.n + b.n;
      if (n <= safe && n >= -safe) return reduced(n, a.d);
    } else {
      const left = a.n * b.d;
      const right = b.n * a.d;
      const n = left + right;
      const d = a.d * b.d;
      if (Math.abs(left) <= safe && Math.abs(right) <= safe && Math.abs(n) <= safe && d <= safe) return reduced(n, d);
    }
  }
  return fromFraction(asFraction(a).add(asFraction(b)));
};

/** An exact number that was copied as plain data, by a worker or a store. Restores wide ones. */
export const crossed = (x: Exact): Exact => (x.wide === null ? x : exact(x.wide.s * x.wide.n, x.wide.d));

export const negate = (a: Exact): Exact => (a.wide === null ? narrow(-a.n, a.d) : fromFraction(a.wide.neg()));

export const subtract = (a: Exact, b: Exact): Exact => add(a, negate(b));

export const multiply = (a: Exact, b: Exact): Exact => {
  if (a.wide === null && b.wide === null) {
    const n = a.n * b.n;
    const d = a.d * b.d;
    if (Math.abs(n) <= safe && d <= safe) return reduced(n, d);
  }
  return fromFraction(asFraction(a).mul(asFraction(b)));
};

/** a / b. @throws RangeError when b is 0; callers ask `isZero` first. */
export const divide = (a: Exact, b: Exact): Exact => {
  if (isZero(b)) throw new RangeError("division by 0");
  if (a.wide === null && b.wide === null) {
    const n = a.n * b.d;
    const d = a.d * b.n;
    if (Math.abs(n) <= safe && Math.abs(d) <= safe) return d < 0 ? reduced(-n, -d) : reduced(n, d);
  }
  return fromFraction(asFraction(a).div(asFraction(b)));
};

/** Negative, 0 or positive if a is below, equal to or above b. */
export const compare = (a: Exact, b: Exact): number => {
  if (a.wide === null && b.wide === null) {
    const left = a.n * b.d;
    const right = b.n * a.d;
    if (Math.abs(left) <= safe && Math.abs(right) <= safe) return left - right;
  }
  return asFraction(a).compare(asFraction(b));
};

export const equals = (a: Exact, b: Exact): boolean =>
  a.wide === null && b.wide === null ? a.n === b.n && a.d === b.d : compare(a, b) === 0;

export const sign = (a: Exact): number => (a.wide === null ? Math.sign(a.n) : Number(a.wide.s));
export const isZero = (a: Exact): boolean => sign(a) === 0;
export const isWhole = (a: Exact): boolean => (a.wide === null ? a.d === 1 : a.wide.d === 1n);
export const smaller = (a: Exact, b: Exact): Exact => (compare(a, b) <= 0 ? a : b);
export const larger = (a: Exact, b: Exact): Exact => (compare(a, b) >= 0 ? a : b);
export const absolute = (a: Exact): Exact => (sign(a) < 0 ? negate(a) : a);

/** ⌊a⌋ as an exact number. */
export const floor = (a: Exact): Exact => {
  if (a.wide === null) return narrow(Math.floor(a.n / a.d), 1);
  const { n, d } = ratio(a);
  const down = n / d;
  return exact(n < 0n && down * d !== n ? down - 1n : down);
};

export const ceiling = (a: Exact): Exact => negate(floor(negate(a)));

/** a − ⌊a/b⌋·b, so 0 ≤ result < b for b > 0. */
export const modulo = (a: Exact, b: Exact): Exact => subtract(a, multiply(floor(divide(a, b)), b));

/** Numerator and denominator, lowest terms, denominator > 0. */
export const ratio = (a: Exact): { readonly n: bigint; readonly d: bigint } =>
  a.wide === null ? { n: BigInt(a.n), d: BigInt(a.d) } : { n: a.wide.s * a.wide.n, d: a.wide.d };

/** The nearest double. Only writers and views use it; no calculation does. */
export const toNumber = (a: Exact): number => (a.wide === null ? a.n / a.d : a.wide.valueOf());
