import type { Level } from "@ypsiline/core";
import type { AtRule, Comment, Declaration, Rule } from "postcss";
import type { Facts } from "./facts";
import type { LintRule, Offence, OwnNames } from "./rule";
import { breakpoints } from "./rules/breakpoints";
import { columns } from "./rules/columns";
import { lineHeights } from "./rules/line-heights";
import { names } from "./rules/names";
import { heldNumber, spacing } from "./rules/spacing";
import type { Sheet } from "./sheet";

/** Every rule. The order is that of reports. */
export const lintRules: readonly LintRule[] = [breakpoints, spacing, columns, lineHeights, names, heldNumber];

/** The level of each rule in a run; null for one that is off. */
export type Levels = Readonly<Record<string, Level | null>>;

/** What a rule looked at. */
type Looked = AtRule | Declaration | Rule;

/** An offence of a rule, and the reason it was exempted with in its place; null if it was not. */
export type Linted = Offence & {
  readonly rule: LintRule;
  readonly level: Level;
  readonly node: Looked;
  readonly accepted: string | null;
};

/** An exemption in place: a comment `ypsiline-ok RULE: reason` on the line before what it is for, or on the same line. */
type Exemption = { readonly rule: string; readonly reason: string; readonly line: number };

const exemptionsIn = ({ root }: Sheet): readonly Exemption[] => {
  const found: Exemption[] = [];
  root.walkComments((comment: Comment) => {
    const [, rule, reason = ""] = /^\s*ypsiline-ok\s+([\w-]+)\s*:\s*(.*\S)/s.exec(comment.text) ?? [];
    const end = comment.source?.end?.line ?? comment.source?.start?.line;
    if (rule !== undefined && end !== undefined) found.push({ rule, reason, line: end });
  });
  return found;
};

/** The custom properties and grid areas that stylesheets define themselves. */
export const ownNamesOf = (sheets: readonly Sheet[]): OwnNames => {
  const properties = new Set<string>();
  const areas = new Set<string>();
  for (const { root } of sheets)
    root.walk((node) => {
      if (node.type === "atrule" && node.name === "property") properties.add(node.params.trim());
      if (node.type !== "decl") return;
      if (node.prop.startsWith("--")) properties.add(node.prop);
      if (!/^grid-template(-areas)?$/i.test(node.prop)) return;
      for (const [, row = ""] of node.value.matchAll(/["']([^"']*)["']/g)) for (const name of row.trim().split(/\s+/)) areas.add(name);
    });
  return { properties, areas };
};

/** What in a stylesheet is not the spec's, in the order of lines. */
export const lintSheet = (sheet: Sheet, facts: Facts, own: OwnNames, levels: Levels): readonly Linted[] => {
  const exemptions = exemptionsIn(sheet);
  const found: Linted[] = [];
  const add = (rule: LintRule, node: Looked, offences: readonly Offence[]): void => {
    const level = levels[rule.id] === undefined ? rule.level : levels[rule.id];
    for (const offence of level ? offences : []) {
      const exemption = exemptions.find((one) => one.rule === rule.id && (one.line === offence.line || one.line === offence.line - 1));
      found.push({ ...offence, rule, node, level: level ?? rule.level, accepted: exemption?.reason ?? null });
    }
  };
  const on = lintRules.filter(({ id }) => levels[id] !== null);
  // One walk for all rules: walking is what takes longest.
  sheet.root.walk((node) => {
    for (const rule of on) {
      if (node.type === "decl" && rule.declaration) add(rule, node, rule.declaration(node, facts, own));
      else if (node.type === "atrule" && rule.atRule) add(rule, node, rule.atRule(node, facts));
      else if (node.type === "rule" && rule.selector) add(rule, node, rule.selector(node, facts, own));
    }
  });
  return found.sort((a, b) => a.line - b.line || a.column - b.column);
};

/** The text of a file with every offence mended that has one right answer and was not exempted; and how many were. */
export const mendedText = (text: string, found: readonly Linted[]): { readonly text: string; readonly count: number } => {
  const starts = [0];
  for (const match of text.matchAll(/\r\n|[\n\r\f]/g)) starts.push(match.index + match[0].length);
  let mended = text;
  let count = 0;
  // From the end, so that earlier places stay where they are.
  for (const { line, column, fix, accepted } of [...found].reverse()) {
    const at = (starts[line - 1] ?? NaN) + column - 1;
    if (!fix || accepted !== null || !mended.startsWith(fix.from, at)) continue;
    mended = mended.slice(0, at) + fix.to + mended.slice(at + fix.from.length);
    count += 1;
  }
  return { text: mended, count };
};
