"use client";

import {
  breakpointAt,
  type Exact,
  fromJsonNumber,
  type Layout,
  resolve,
  type Resolution,
  shareNames,
  shareParts,
  shares,
  termsAt,
  toDecimal,
  toNumber,
  workOutSum,
} from "@ypsiline/core";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { InBrowser, Opening } from "@/ui/in-browser";
import { type GivenLayout, useLayout } from "@/ui/layout-text";
import { useQueryShown } from "@/ui/address";
import { ChangeTables } from "@/ui/change-tables";
import { ContainerLines } from "@/ui/container-lines";
import { AreasPlan } from "@/ui/areas-plan";
import { EdgesOver } from "@/ui/edges-over";
import { Num } from "@/ui/num";
import { SpecChoice } from "@/ui/spec-choice";

/** One of the two that are laid over each other. */
type Side = { readonly spec: string; readonly label: string; readonly version: string; readonly layout: Layout };
/** A side with its document as it is stored. */
export type StoredSide = Omit<Side, "layout"> & { readonly layout: GivenLayout };

/** What can be chosen for a side: a version of a spec, or its draft. */
export type Choice = { readonly value: string; readonly label: string };

type Props = {
  readonly a: Side;
  readonly b: Side;
  /** The width asked for; null for the widest that `b` is drawn at. */
  readonly width: number | null;
  readonly choices: readonly Choice[];
  readonly chosen: readonly [string, string];
  /** The team whose other specs can be compared; null for people who are not in it. */
  readonly team: string | null;
};

/** Widths shown, px. */
const [least, most] = [240, 2560] as const;

type Line = { readonly what: string; readonly from: Exact | null; readonly to: Exact | null };

/** A layout at a width, where areas are shown at it. */
const areasAt = (layout: Layout, width: Exact): Resolution | null => {
  const resolved = resolve(layout, { width });
  return resolved.ok && resolved.value.areas.length > 0 ? resolved.value : null;
};

/** Both layouts' terms at a width, line by line. */
const linesAt = (a: Layout, b: Layout, width: Exact): readonly Line[] => {
  const [x, y] = [a, b].map((layout) => termsAt(layout, breakpointAt(layout, width), width));
  if (!x || !y) return [];
  const [from, to] = [shares(x), shares(y)];
  return [
    { what: "Columns", from: fromJsonNumber(x.count), to: fromJsonNumber(y.count) },
    { what: "Column", from: x.column, to: y.column },
    { what: "Gutter", from: x.gutter, to: y.gutter },
    { what: "Margin, start", from: x.margin.start, to: y.margin.start },
    { what: "Margin, end", from: x.margin.end, to: y.margin.end },
    { what: "Container", from: x.container.width, to: y.container.width },
    ...shareParts.map((parts) => ({ what: shareNames[parts], from: from[parts], to: to[parts] })),
  ];
};

const same = ({ from, to }: Line): boolean => (from === null || to === null ? from === to : toDecimal(from, 9) === toDecimal(to, 9));

/** Two layouts laid over each other at a chosen width, and everything that differs between them; worked out in the browser. */
export const ComparePage = (props: Omit<Props, "a" | "b"> & { readonly a: StoredSide; readonly b: StoredSide }) => (
  <InBrowser instead={<Opening words="Loading the comparison…" />}>
    <ComparedStored {...props} />
  </InBrowser>
);

const ComparedStored = ({
  a: storedA,
  b: storedB,
  ...props
}: Omit<Props, "a" | "b"> & { readonly a: StoredSide; readonly b: StoredSide }) => {
  const [left, right] = [useLayout(storedA.layout), useLayout(storedB.layout)];
  const a = useMemo(() => (left && typeof left === "object" ? { ...storedA, layout: left.layout } : null), [storedA, left]);
  const b = useMemo(() => (right && typeof right === "object" ? { ...storedB, layout: right.layout } : null), [storedB, right]);
  if (left === "failed" || right === "failed")
    return <Opening words="One of the two could not be loaded. Check the connection and reload the page." failed />;
  return a && b ? <Compared a={a} b={b} {...props} /> : <Opening words="Loading the comparison…" />;
};

const Compared = ({ a, b, width: first, choices, chosen, team }: Props) => {
  const router = useRouter();
  const [width, setWidth] = useState(() => first ?? Math.min(most, Math.max(least, b.layout.breakpoints.at(-1)?.drawnAt.width ?? 1280)));
  const [typed, setTyped] = useState<string | null>(null);
  useQueryShown({ a: chosen[0], b: chosen[1], width: String(width) });
  const at = fromJsonNumber(width);
  const lines = useMemo(() => linesAt(a.layout, b.layout, fromJsonNumber(width)), [a, b, width]);
  const [under, over] = [breakpointAt(a.layout, at), breakpointAt(b.layout, at)];
  const stops = [...new Set([...a.layout.breakpoints, ...b.layout.breakpoints].flatMap(({ from, drawnAt }) => [from, drawnAt.width]))]
    .filter((stop) => stop >= least && stop <= most)
    .sort((x, y) => x - y);
  const take = () => {
    const sum = typed === null ? null : workOutSum(typed);
    if (sum?.ok) setWidth(Math.min(most, Math.max(least, Math.round(toNumber(sum.value) * 1000) / 1000)));
    setTyped(null);
  };
  return (
    <main className="page compare">
      <h1 className="visually-hidden">
        {a.label} compared with {b.label}
      </h1>
      <form className="compare-choose" method="get">
        <input type="hidden" name="width" value={width} />
        {(["a", "b"] as const).map((side, index) => (
          <label key={side} className="compare-side">
            <span className={`line-key ${side === "a" ? "before" : "after"}`}>{side === "a" ? "Dashed" : "Filled"}</span>
            <select
              name={side}
              className="form-select"
              defaultValue={chosen[index]}
              onChange={(event) => event.currentTarget.form?.requestSubmit()}
            >
              {choices.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </select>
          </label>
        ))}
        {team !== null && (
          <SpecChoice
            label="With another spec"
            team={team}
            chosen={null}
            placeholder="With another spec"
            onChoose={(other) => {
              const b = other && `${other.spec} ${other.numbers[0] ?? "draft"}`;
              if (b) router.push(`?${new URLSearchParams({ a: chosen[0], b, width: String(width) })}`);
            }}
          />
        )}
        <noscript>
          <button className="btn btn-quiet">Show</button>
        </noscript>
      </form>
      <section aria-label="Differences">
        {chosen[0] === chosen[1] ? (
          <p className="card-plain p-3">Both sides are the same. Choose another version, or another spec, for one of them.</p>
        ) : (
          <ChangeTables before={a.layout} after={b.layout} names={[a.label, b.label]} looking={{ width, at: [under.id, over.id] }} />
        )}
      </section>
      <section className="card-plain compare-sheet" aria-label="Laid over each other">
        <EdgesOver
          id="compare"
          after={termsAt(b.layout, over, at)}
          before={termsAt(a.layout, under, at)}
          width={1184}
          height={200}
          label={`At ${width}: the columns of ${b.label} filled, the edges of ${a.label} dashed`}
        />
        <AreasPlan
          after={areasAt(b.layout, at)}
          before={areasAt(a.layout, at)}
          label={`At ${width}: the areas of ${b.label} in ink, those of ${a.label} dashed`}
        />
        <div className="compare-width">
          <label htmlFor="compare-width">Width</label>
          <input
            id="compare-width"
            type="range"
            min={least}
            max={most}
            step="1"
            list="compare-stops"
            value={width}
            aria-label="Width of both, px"
            onChange={(event) => setWidth(Number(event.target.value))}
          />
          <datalist id="compare-stops">
            {stops.map((stop) => (
              <option key={stop} value={stop} />
            ))}
          </datalist>
          <input
            name="width"
            className="form-control num short"
            aria-label="Width, typed"
            value={typed ?? String(width)}
            onChange={(event) => setTyped(event.target.value)}
            onBlur={take}
            onKeyDown={(event) => {
              if (event.key === "Enter") take();
              if (event.key === "Escape") setTyped(null);
            }}
          />
          <span className="compare-stops">
            {stops.map((stop) => (
              <button
                key={stop}
                type="button"
                className="btn btn-sm btn-quiet num"
                aria-pressed={stop === width}
                onClick={() => setWidth(stop)}
              >
                {stop}
              </button>
            ))}
          </span>
        </div>
      </section>
      <div className="compare-parts">
        <section aria-label="Numbers at this width">
          <h2 className="mb-2">
            At <span className="num">{width}</span>
          </h2>
          <table className="numbers num">
            <thead>
              <tr>
                <th scope="col">Term</th>
                <th scope="col">
                  {a.version}, {under.name}
                </th>
                <th scope="col">
                  {b.version}, {over.name}
                </th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.what} className={same(line) ? "" : "differs"}>
                  <td>{line.what}</td>
                  <td>{line.from ? <Num value={line.from} /> : "–"}</td>
                  <td>{line.to ? <Num value={line.to} /> : "–"}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section aria-label="Container over widths" className="compare-whole">
          <h2 className="mb-2">Container over widths</h2>
          <ContainerLines before={a.layout} after={b.layout} names={[a.label, b.label]} />
        </section>
      </div>
    </main>
  );
};
