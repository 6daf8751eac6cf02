import * as z from "zod/mini";
import { compare, exact, isZero } from "../exact/exact";
import { type LengthUnit, isNegative, parseLength } from "../exact/length";
import { limits } from "./limits";

type LengthRule = {
  readonly units: readonly LengthUnit[];
  /** May be below 0: offsets only. */
  readonly negative?: boolean;
  /** Must be above 0: steps that something is divided by. */
  readonly positive?: boolean;
};

const example: Readonly<Record<LengthUnit, string>> = { px: "16px", rem: "1.5rem", "%": "12.5%", fr: "0.25fr" };

const grammar = ({ units, negative }: LengthRule): RegExp =>
  new RegExp(`^(0|${negative ? "-?" : ""}[0-9]{1,12}([.][0-9]{1,6})?(${units.join("|")}))$`);

/** A string schema for a length in the given units; its message says which forms would be right. */
export const lengthSchema = (rule: LengthRule) => {
  const forms = rule.units.map((unit) => `"${example[unit]}"`).join(" or ");
  const wanted = `must be a length like ${forms}: ${rule.negative ? "" : "not negative, "}lower case, no spaces, at most 6 decimals`;
  return z.string({ error: wanted }).check(
    z.regex(grammar(rule), { error: wanted, abort: true }),
    z.superRefine((text, context) => {
      const length = parseLength(text);
      if (!length || (isNegative(length) && !rule.negative)) {
        context.addIssue({ code: "custom", message: wanted });
        return;
      }
      if (rule.positive && isZero(length.value)) context.addIssue({ code: "custom", message: "must be above 0" });
      const limit = exact(limits.lengthPx);
      if (compare(length.value, limit) > 0 || compare(length.value, exact(-limits.lengthPx)) < 0)
        context.addIssue({ code: "custom", message: `must be at most ${limits.lengthPx.toLocaleString("en")}px` });
    }),
  );
};
