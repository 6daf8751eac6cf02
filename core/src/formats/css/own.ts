import { add, compare, divide, exact, type Exact, isZero, multiply, one, sign, subtract } from "../../exact/exact";
import { lengthText, pxText } from "../../exact/length";
import { toDecimal, toExactDecimal } from "../../exact/show";
import { idPattern, type LayoutInput } from "../../layout/schema";
import { type Lengths, lengthsOf, partsOfValue, unitsIn, valueOf } from "./values";

type BreakpointInput = LayoutInput["breakpoints"][number];

/** Custom properties of one of our stylesheets as they hold at one breakpoint. */
export type OwnProperties = ReadonlyMap<string, string>;

const unitNames = { px: "px", rem: "rem", percent: "%" } as const;

/**
 * A length in one unit, as the layout format writes it; null if it has several units, or another one. Rem without an
 * exact decimal (25rem / 18) becomes px at the root font size it was written for, exactly.
 */
const textOf = (lengths: Lengths | null, root: Exact): string | null => {
  if (!lengths) return null;
  const [unit = "px", ...others] = unitsIn(lengths);
  if (others.length > 0 || (unit !== "px" && unit !== "rem" && unit !== "percent")) return null;
  const value = lengths[unit];
  const exactly = lengthText({ value, unit: unitNames[unit] }) ?? (unit === "rem" ? pxText(multiply(value, root)) : null);
  return exactly ?? `${toDecimal(value, 6)}${unitNames[unit]}`;
};

export const ownLength = (properties: OwnProperties, name: string, root: Exact): string | null =>
  textOf(lengthsOf(properties.get(name) ?? ""), root);

/** A length of ours in px; null if it is not one, or relative. */
export const ownPx = (properties: OwnProperties, name: string, root: Exact): Exact | null => {
  const lengths = lengthsOf(properties.get(name) ?? "");
  return lengths && isZero(lengths.percent) && isZero(lengths.vw) ? add(lengths.px, multiply(add(lengths.rem, lengths.em), root)) : null;
};

/** A text of ours in quotes. */
const ownText = (properties: OwnProperties, name: string): string => (properties.get(name) ?? "").trim().replace(/^["']|["']$/g, "");

/** The gutter: a length, or p fr of a column, if it is a share q of the tracks, with q = p/(n + (n − 1)·p). */
const gutterOf = (properties: OwnProperties, count: number, root: Exact): string | null => {
  const lengths = lengthsOf(properties.get("--layout-gutter") ?? "");
  if (!lengths) return null;
  const declared = /100%\s*\*\s*(\d*\.?\d+)\s*\//.exec(properties.get("--layout-gutter") ?? "")?.[1];
  if (declared !== undefined) return `${declared.startsWith(".") ? "0" : ""}${declared}fr`;
  if (isZero(lengths.percent)) return textOf(lengths, root);
  const q = divide(lengths.percent, exact(100));
  const rest = subtract(one, multiply(exact(count - 1), q));
  if (sign(rest) <= 0) return null;
  return `${toDecimal(divide(multiply(exact(count), q), rest), 6)}fr`;
};

/** The size a container is held to: a length, or the part of min() that does not depend on the width. */
const heldTo = (text: string, root: Exact): { readonly kind: "capped" | "fixed"; readonly size: string } | null => {
  const parts = partsOfValue(text);
  const value = parts?.length === 1 && parts[0] ? valueOf(parts[0]) : null;
  if (value?.kind === "length") {
    const size = isZero(value.value.percent) ? textOf(value.value, root) : null;
    return size === null ? null : { kind: "fixed", size };
  }
  const held = value?.kind === "min" ? value.of.find((lengths) => isZero(lengths.percent)) : undefined;
  const size = held ? textOf(held, root) : null;
  return size === null ? null : { kind: "capped", size };
};

/** The columns in one of our stylesheets; null if it has none. */
export const ownColumns = (
  properties: OwnProperties,
  root: Exact,
): { readonly id: string | null; readonly columns: BreakpointInput["columns"] } | null => {
  const value = (name: string): string => properties.get(name)?.trim() ?? "";
  const count = Number(value("--layout-columns"));
  if (!Number.isInteger(count) || count < 1) return null;
  const gutter = gutterOf(properties, count, root);
  const start = ownLength(properties, "--layout-margin-start", root);
  const end = ownLength(properties, "--layout-margin-end", root);
  if (gutter === null || start === null || end === null) return null;
  const align = value("--layout-align");
  const placed = align === "start" || align === "end" ? align : "center";
  const held = heldTo(value("--layout-container"), root);
  const id = ownText(properties, "--layout-breakpoint");
  return {
    id: idPattern.test(id) ? id : null,
    columns: {
      count,
      gutter,
      margin: { start, end },
      edgeGutters: value("--layout-edge-gutters") === "half" ? "half" : "none",
      container:
        held === null
          ? { kind: "fluid" }
          : held.kind === "capped"
            ? { kind: "capped", max: held.size, align: placed }
            : { kind: "fixed", width: held.size, align: placed },
    },
  };
};

/** Rows, as far as our stylesheet says them. */
export const ownRows = (properties: OwnProperties, root: Exact): BreakpointInput["rows"] => {
  const height = ownLength(properties, "--layout-row-height", root);
  const gutter = ownLength(properties, "--layout-row-gutter", root);
  const count = Number(properties.get("--layout-rows") ?? "");
  if (gutter === null) return null;
  if (Number.isInteger(count) && count >= 1) {
    const start = ownLength(properties, "--layout-rows-above", root) ?? "0px";
    const end = ownLength(properties, "--layout-rows-below", root) ?? start;
    const [least, most] = [ownLength(properties, "--layout-rows-least", root), ownLength(properties, "--layout-rows-most", root)];
    return {
      kind: "dividing",
      count,
      gutter,
      margin: { start, end },
      ...(least === null ? {} : { least }),
      ...(most === null ? {} : { most }),
    };
  }
  if (height === null) return null;
  return { kind: "repeating", height, gutter, offset: ownLength(properties, "--layout-row-offset", root) ?? "0px" };
};

/** The baseline our stylesheet says. */
export const ownBaseline = (properties: OwnProperties, root: Exact): BreakpointInput["baseline"] => {
  const step = ownLength(properties, "--layout-baseline", root);
  if (step === null || step === "0px" || step.endsWith("%")) return null;
  const emphasis = Number(properties.get("--layout-baseline-emphasis") ?? 4);
  return {
    step,
    offset: ownLength(properties, "--layout-baseline-offset", root) ?? "0px",
    emphasis: Number.isInteger(emphasis) && emphasis >= 1 ? emphasis : 4,
  };
};

/** Spacing steps of our stylesheet as multiples of the base unit. */
export const ownSpacing = (properties: OwnProperties, base: Exact, root: Exact): { readonly name: string; readonly multiple: number }[] =>
  [...properties.keys()].flatMap((name) => {
    const px = name.startsWith("--space-") && compare(base, exact(0)) > 0 ? ownPx(properties, name, root) : null;
    const multiple = px && toExactDecimal(divide(px, base), 3);
    return multiple === null ? [] : [{ name: name.slice("--space-".length), multiple: Number(multiple) }];
  });
