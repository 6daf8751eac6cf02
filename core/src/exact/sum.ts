import { type Exact, add, divide, isZero, multiply, negate, parseDecimal, subtract } from "./exact";
import { type LengthUnit } from "./length";

/** The result of a typed sum, with its unit (null if none was typed). */
export type SumResult =
  | { readonly ok: true; readonly value: Exact; readonly unit: LengthUnit | null }
  | { readonly ok: false; readonly code: SumFault; readonly at: number };

export type SumFault = "empty" | "too-long" | "unexpected" | "unfinished" | "division-by-zero" | "mixed-units";

/** Maximum length of a typed sum; people type far less. */
const longest = 200;

const tokenPattern = /\s*(?:(\d+(?:\.\d+)?|\.\d+)\s*(px|rem|%|fr)?|([-+*/×÷−–()]))/y;
const operators: Readonly<Record<string, string>> = { "×": "*", "÷": "/", "−": "-", "–": "-" };

type Token = { readonly at: number; readonly number: Exact | null; readonly unit: LengthUnit | null; readonly sign: string };

const tokens = (text: string): readonly Token[] | { readonly at: number } => {
  const found: Token[] = [];
  tokenPattern.lastIndex = 0;
  while (tokenPattern.lastIndex < text.length) {
    const at = tokenPattern.lastIndex;
    if (/^\s*$/.test(text.slice(at))) break;
    const match = tokenPattern.exec(text);
    if (!match) return { at };
    const number = match[1] === undefined ? null : parseDecimal(match[1]);
    const sign = match[3] === undefined ? "" : (operators[match[3]] ?? match[3]);
    found.push({ at, number, unit: (match[2] as LengthUnit | undefined) ?? null, sign });
  }
  return found;
};

/**
 * Calculates what a person typed into a number field: a number, or a sum with + − × ÷ and brackets ("1440-2*144",
 * "1152/12", "1.5rem"), exactly. It may contain one unit, which the result has too. Otherwise returns what is wrong and
 * at which character.
 */
export const workOutSum = (text: string): SumResult => {
  if (text.length > longest) return { ok: false, code: "too-long", at: longest };
  const list = tokens(text);
  if (!Array.isArray(list)) return { ok: false, code: "unexpected", at: (list as { at: number }).at };
  const all = list as readonly Token[];
  if (all.length === 0) return { ok: false, code: "empty", at: 0 };
  const units = new Set(all.flatMap((token) => (token.unit ? [token.unit] : [])));
  if (units.size > 1) return { ok: false, code: "mixed-units", at: 0 };

  let next = 0;
  let fault: { code: SumFault; at: number } | null = null;
  const fail = (code: SumFault, at: number): null => {
    fault ??= { code, at };
    return null;
  };

  const factor = (): Exact | null => {
    const token = all[next];
    if (!token) return fail("unfinished", text.length);
    next += 1;
    if (token.number) return token.number;
    if (token.sign === "-" || token.sign === "+") {
      const inner = factor();
      return inner && (token.sign === "-" ? negate(inner) : inner);
    }
    if (token.sign !== "(") return fail("unexpected", token.at);
    const inner = total();
    if (inner === null) return null;
    if (all[next]?.sign !== ")") return fail("unfinished", all[next]?.at ?? text.length);
    next += 1;
    return inner;
  };
  const product = (): Exact | null => {
    let left = factor();
    for (let token = all[next]; left && token && (token.sign === "*" || token.sign === "/"); token = all[next]) {
      next += 1;
      const right = factor();
      if (right === null) return null;
      if (token.sign === "/" && isZero(right)) return fail("division-by-zero", token.at);
      left = token.sign === "*" ? multiply(left, right) : divide(left, right);
    }
    return left;
  };
  const total = (): Exact | null => {
    let left = product();
    for (let token = all[next]; left && token && (token.sign === "+" || token.sign === "-"); token = all[next]) {
      next += 1;
      const right = product();
      if (right === null) return null;
      left = token.sign === "+" ? add(left, right) : subtract(left, right);
    }
    return left;
  };

  const value = total();
  const rest = all[next];
  if (value !== null && rest) fail("unexpected", rest.at);
  if (value === null || fault) return { ok: false, ...(fault ?? { code: "unexpected" as const, at: 0 }) };
  return { ok: true, value, unit: [...units][0] ?? null };
};
