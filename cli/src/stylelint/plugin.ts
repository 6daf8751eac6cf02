import type { Level } from "@ypsiline/core";
import stylelint, { type Plugin, type RuleBase } from "stylelint";
import { type Levels, type Linted, lintRules, lintSheet } from "../lint/lint";
import type { LintRule } from "../lint/rule";
import { factsAt, ownNamesAt } from "./spec";

/** What every rule takes beside `true`: the layout document, and the stylesheets that define names of their own. */
type RuleOptions = { readonly spec?: string; readonly definedIn?: string | readonly string[] };

/** The rules of one kind are named "ypsiline/…". */
const nameOf = ({ id }: LintRule): string => `ypsiline/${id}`;

/** The linter knows two severities. */
const severityOf: Readonly<Record<Level, "error" | "warning">> = { problem: "error", caution: "warning", note: "warning" };

/** Writes the right thing in place of an offence. It stands where it was found, or an earlier fix has moved it. */
const mend = ({ node, fix }: Linted): void => {
  if (node.type !== "decl" || !fix) return;
  const value = node.raws.value?.raw ?? node.value;
  const at = value.startsWith(fix.from, fix.at) ? fix.at : value.indexOf(fix.from);
  if (at >= 0) node.value = value.slice(0, at) + fix.to + value.slice(at + fix.from.length);
};

const pluginOf = (rule: LintRule): Plugin => {
  const ruleName = nameOf(rule);
  const messages = stylelint.utils.ruleMessages(ruleName, { rejected: (words: string) => words });
  /** Every other rule is off while this one looks. */
  const alone: Levels = Object.fromEntries(lintRules.map(({ id, level }) => [id, id === rule.id ? level : null]));
  const run: RuleBase<true, RuleOptions> = (primary, options) => async (root, result) => {
    const isText = (value: unknown): boolean => typeof value === "string" && value !== "";
    const valid = stylelint.utils.validateOptions(
      result,
      ruleName,
      { actual: primary, possible: [true] },
      { actual: options, possible: { spec: [isText], definedIn: [isText] }, optional: true },
    );
    if (!valid) return;
    const refuse = (words: string): void => result.warn(`${ruleName}: ${words}`, { stylelintType: "invalidOption" });
    const facts = await factsAt(options?.spec ?? "layout.json");
    if (!facts.ok) return refuse(facts.message);
    const sheet = { name: root.source?.input.file ?? "", root };
    const own = await ownNamesAt(sheet, [options?.definedIn ?? []].flat());
    if (!own.ok) return refuse(own.message);
    // From the last to the first, so that a fix does not move what is still to be mended in the same value.
    for (const found of [...lintSheet(sheet, facts.value, own.value, alone)].reverse()) {
      if (found.accepted !== null) continue;
      const { line, column, message, node, fix } = found;
      stylelint.utils.report({
        ruleName,
        result,
        node,
        message: messages.rejected(message),
        start: { line, column },
        end: { line, column: column + (fix?.from.length ?? 1) },
        ...(fix ? { fix: () => mend(found) } : {}),
      });
    }
  };
  return stylelint.createPlugin(
    ruleName,
    Object.assign(run, { ruleName, messages, meta: { url: "", fixable: ["unknown-name", "held-number"].includes(rule.id) } }),
  );
};

/**
 * All rules at their own levels, for `rules` of a configuration: problems are errors, cautions and notes warnings. `spec` is the
 * path of the layout document (default: layout.json); `definedIn` names stylesheets whose custom properties and areas count as
 * known.
 */
export const rulesFor = (options: RuleOptions = {}): Readonly<Record<string, unknown>> =>
  Object.fromEntries(lintRules.map((rule) => [nameOf(rule), [true, { ...options, severity: severityOf[rule.level] }]]));

/** The rules of `ypsiline lint` as a plugin. */
export default lintRules.map(pluginOf);
