import { factsOf } from "../cli/src/lint/facts";
import { lintSheet, ownNamesOf } from "../cli/src/lint/lint";
import { readSheet } from "../cli/src/lint/sheet";
import { booking210 } from "./demo-layouts";
import { print } from "./terminal";

// `npm run bench -- lint`: stylesheets held against a spec, beside only parsing them.

/** So many rules of a stylesheet, of which every third line offends. */
const stylesheet = (rules: number): string =>
  Array.from({ length: rules }, (_, index) =>
    [
      `.card-${index} { margin: ${8 * (index % 9)}px auto; padding: ${index % 3 === 0 ? 13 : 16}px; gap: var(--space-m) }`,
      `@media (min-width: ${index % 3 === 0 ? 700 : 1024}px) { .card-${index} { grid-template-columns: repeat(${index % 3 === 0 ? 7 : 12}, 1fr); line-height: 24px } }`,
    ].join("\n"),
  ).join("\n");

const fastest = (work: () => void): number =>
  Math.min(
    ...Array.from({ length: 7 }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    }),
  );

export const lintSpeed = (): void => {
  const facts = factsOf(booking210);
  if (!facts.ok) throw new Error(facts.message);
  const held = (css: string): number => {
    const sheet = readSheet("a.css", css);
    if (!sheet.ok) throw new Error(sheet.message);
    return lintSheet(sheet.value, facts.value, ownNamesOf([sheet.value]), {}).length;
  };
  const css = stylesheet(5200);
  const parse = fastest(() => void readSheet("a.css", css));
  const whole = fastest(() => void held(css));
  print(
    `lint of ${(css.length / 1e6).toFixed(2)} MB of CSS: ${whole.toFixed(0)} ms, parsing alone ${parse.toFixed(0)} ms: ${(whole / parse).toFixed(2)} (aim: at most 3)`,
  );
  const many = stylesheet(2500);
  print(`lint of 5,000 rules with ${held(many)} findings: ${fastest(() => void held(many)).toFixed(0)} ms (aim: 2,000)`);
};
