import type { Mending, TriedColumns } from "../../check/mending";
import { ruleIds, rules } from "../../check/registry";
import type { RuleId } from "../../check/types";

/**
 * The mendings of all rules, without those whose cautions were accepted. Cautions come first, because they check fewer
 * widths than problems do and pass less.
 */
export const mendingsBut = (exempt: ReadonlySet<RuleId>): readonly Mending[] => {
  const of = (isProblem: boolean): readonly Mending[] =>
    ruleIds.flatMap((id) => {
      const { level, mends } = rules[id];
      return mends === null || (level === "problem") !== isProblem || (!isProblem && exempt.has(id)) ? [] : [mends];
    });
  return [...of(false), ...of(true)];
};

/** Whether columns pass all of these. */
export const columnsPredicate = (mendings: readonly Mending[]): ((tried: TriedColumns) => boolean) => {
  const predicates = mendings.flatMap(({ columns }) => (columns ? [columns] : []));
  return (tried) => {
    for (let index = 0; index < predicates.length; index += 1) if (predicates[index]?.(tried) === false) return false;
    return true;
  };
};
