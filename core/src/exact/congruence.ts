import { type Exact, ratio } from "./exact";

/** The whole numbers x = first + i·step (0 ≤ first < step) that solve a congruence. */
export type ResidueClass = { readonly first: bigint; readonly step: bigint };

/** Extended Euclid: g = gcd(a, b) and x with a·x ≡ g (mod b), for a ≥ 0, b > 0. */
const bezout = (a: bigint, b: bigint): { readonly g: bigint; readonly x: bigint } => {
  let [g, rest, x, next] = [a, b, 1n, 0n];
  while (rest !== 0n) {
    const times = g / rest;
    [g, rest] = [rest, g - times * rest];
    [x, next] = [next, x - times * next];
  }
  return { g, x };
};

const positive = (a: bigint, m: bigint): bigint => ((a % m) + m) % m;

/**
 * The whole numbers x for which (constant − slope·x)/n is whole, for a whole n above 0. Over a common denominator D
 * this is the congruence slope·D·x ≡ constant·D (mod n·D). Null if there are none.
 */
export const wholeQuotients = (constant: Exact, slope: Exact, n: number): ResidueClass | null => {
  const c = ratio(constant);
  const s = ratio(slope);
  const modulus = BigInt(n) * c.d * s.d;
  const left = positive(s.n * c.d, modulus);
  const right = positive(c.n * s.d, modulus);
  const { g, x } = bezout(left, modulus);
  if (right % g !== 0n) return null;
  const step = modulus / g;
  return { first: positive((right / g) * x, step), step };
};

/**
 * The whole numbers in both classes (Chinese remainder theorem; the moduli need not be coprime). Null if there are
 * none.
 */
export const inBoth = (a: ResidueClass, b: ResidueClass): ResidueClass | null => {
  const { g, x } = bezout(a.step, b.step);
  const apart = b.first - a.first;
  if (apart % g !== 0n) return null;
  const step = (a.step / g) * b.step;
  return { first: positive(a.first + a.step * positive((apart / g) * x, b.step / g), step), step };
};

/** Members of a residue class around t, nearest first: the `count` nearest below or at it and the `count` nearest above. */
export const nearestMembers = ({ first, step }: ResidueClass, t: Exact, count: number): readonly bigint[] => {
  const { n, d } = ratio(t);
  const down = (a: bigint, b: bigint): bigint => (a >= 0n ? a / b : -((-a + b - 1n) / b));
  const below = first + down(n - first * d, step * d) * step;
  const members: bigint[] = [];
  for (let i = 0; i < count; i += 1) members.push(below - BigInt(i) * step, below + BigInt(i + 1) * step);
  const distance = (x: bigint): bigint => (x * d > n ? x * d - n : n - x * d);
  return members.sort((a, b) => (distance(a) < distance(b) ? -1 : distance(a) > distance(b) ? 1 : a < b ? -1 : 1));
};
