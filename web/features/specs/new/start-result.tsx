import {
  baseUnits,
  type Breakpoint,
  check,
  type ColumnTerms,
  findingWords,
  fromJsonNumber,
  isWhole,
  isZero,
  type Layout,
  parseLength,
  plainText,
  type ShareOf,
  shares,
  termsAt,
  toNumber,
  widthSum,
  zero,
} from "@ypsiline/core";
import { useMemo } from "react";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";
import { Said } from "@/ui/num";

type Drawn = { readonly breakpoint: Breakpoint; readonly terms: ColumnTerms };

/** Width of the drawing of the widest breakpoint, px of screen. */
const drawnWidth = 624;

/** "Phone, Tablet and Desk". */
const listed = (names: readonly string[]): string => [names.slice(0, -1).join(", "), names.at(-1)].filter(Boolean).join(" and ");

/** The breakpoints at which a share of the grid is whole: "Halves are whole at Phone and Desk". */
const shareWords = (drawn: readonly Drawn[], parts: ShareOf, name: string): string | null => {
  const at = drawn.filter(({ terms }) => {
    const share = shares(terms)[parts];
    return share !== null && isWhole(share);
  });
  return at.length === 0
    ? null
    : `${name} are whole pixels at ${at.length === drawn.length ? "every size" : listed(at.map(({ breakpoint }) => breakpoint.name))}.`;
};

/** What the checks say of columns that are drawn: all whole and on the base unit, or which are not. */
const verdict = (layout: Layout, drawn: readonly Drawn[]): { readonly closes: boolean; readonly words: string } => {
  const odd = drawn.filter(({ terms }) => !isWhole(terms.column)).map(({ breakpoint }) => breakpoint.name);
  if (odd.length > 0)
    return { closes: false, words: `Browsers round each edge, so equal columns at ${listed(odd)} can differ by a pixel.` };
  const base = parseLength(layout.base)?.value ?? zero;
  const onBase = drawn.every(({ terms }) => [terms.gutter, terms.margin.start].every((length) => isZero(baseUnits(length, base).over)));
  const parts = [
    `Columns are whole pixels at every drawn size${onBase ? ", and margins and gutters are whole base units" : ""}.`,
    shareWords(drawn, 2, "Halves"),
    shareWords(drawn, 3, "Thirds"),
  ];
  return { closes: true, words: parts.filter(Boolean).join(" ") };
};

/** How many findings are listed by title. */
const mostListed = 4;

type Props = {
  readonly layout: Layout;
  /** Offers numbers that close for each breakpoint whose columns are not whole. */
  readonly closing: (index: number) => { readonly gutter: number; readonly margin: number } | null;
  readonly onClose: (index: number, spaces: { readonly gutter: number; readonly margin: number }) => void;
};

/** What a new spec will be: each breakpoint drawn to one scale with its sum, whether the sums close, and what the checks find. */
export const StartResult = ({ layout, closing, onClose }: Props) => {
  const drawn = useMemo(
    () =>
      layout.breakpoints.map((breakpoint): Drawn => ({
        breakpoint,
        terms: termsAt(layout, breakpoint, fromJsonNumber(breakpoint.drawnAt.width)),
      })),
    [layout],
  );
  const findings = useMemo(
    () => check(layout).findings.filter(({ level, rule }) => level !== "note" && rule !== "whole-columns" && rule !== "whole-spans"),
    [layout],
  );
  const scale = drawnWidth / Math.max(1, ...drawn.map(({ breakpoint }) => breakpoint.drawnAt.width));
  const height = drawn.length > 3 ? 48 : 80;
  const said = verdict(layout, drawn);
  return (
    <>
      <ul className="card-plain start-drawn">
        {drawn.map(({ breakpoint, terms }, index) => {
          const wide = toNumber(terms.width) * scale;
          return (
            <li key={breakpoint.id}>
              <p className="start-sum">
                <strong>{breakpoint.name}</strong>
                <Said className="num" of={widthSum(terms)} />
              </p>
              <svg viewBox={`0 0 ${wide + 1} ${height + 1}`} width={wide + 1} height={height + 1} aria-hidden="true">
                <MarginHatch id={`start-hatch-${index}`} />
                <GridStrip terms={terms} scale={scale} x={0.5} y={0.5} height={height} hatch={`start-hatch-${index}`} />
              </svg>
            </li>
          );
        })}
      </ul>
      <section className={`start-verdict ${said.closes ? "closes" : "open"}`} aria-live="polite" aria-label="Whether the sums close">
        <h2>{said.closes ? "Every sum closes" : "Columns are not whole pixels"}</h2>
        <p>{said.words}</p>
        {drawn.map(({ breakpoint, terms }, index) => {
          const better = isWhole(terms.column) ? null : closing(index);
          return better ? (
            <button key={breakpoint.id} type="button" className="btn btn-quiet btn-sm" onClick={() => onClose(index, better)}>
              {breakpoint.name}: gutter {better.gutter}, margin {better.margin}
            </button>
          ) : null;
        })}
      </section>
      <p className="quiet">
        Twelve columns divide into halves, thirds and quarters; eight and four keep the same halves on smaller screens. Margins of at least
        16 px keep content clear of a phone’s edge. <a href="/guide/columns-and-containers">Why these numbers?</a>
      </p>
      {findings.length > 0 && (
        <section className="start-found" aria-label="What the checks find">
          <h2>You can settle these on the sheet</h2>
          <ul>
            {findings.slice(0, mostListed).map((finding, index) => {
              const name = layout.breakpoints.find(({ id }) => id === finding.breakpoint)?.name ?? "the spec";
              return (
                <li key={index} className={finding.level}>
                  {name}: {plainText(findingWords(finding, name).title)}
                </li>
              );
            })}
            {findings.length > mostListed && <li className="quiet">and {findings.length - mostListed} more</li>}
          </ul>
        </section>
      )}
    </>
  );
};
