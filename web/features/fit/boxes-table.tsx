"use client";

import {
  add,
  type BoxFit,
  type BoxSide,
  csvText,
  type EdgeFit,
  edgeKey,
  type Exact,
  type Fit,
  isZero,
  type LineFit,
  negate,
  sign,
  toDecimal,
  verdict,
} from "@ypsiline/core";
import { Fragment, type ReactNode, useMemo, useState } from "react";
import { Choice } from "@/ui/choice";
import { Num } from "@/ui/num";

type Props = {
  readonly fit: Fit;
  /** Each entry is an edge of a picture. */
  readonly edges: boolean;
  /** Edges off on purpose, by "12 left", each with its reason. */
  readonly purposes: Readonly<Record<string, string>>;
  /** Sentences about the edges of the selected box. */
  readonly about: (index: number, one: BoxFit) => ReactNode;
  readonly source: string;
  /** Its name, and keeping it. */
  readonly named: ReactNode;
  readonly chosen: number | null;
  readonly onChoose: (index: number | null) => void;
  /** The place where the tolerance is explained. */
  readonly near: ReactNode;
};

const kinds = ["off", "near", "all"] as const;
type Kind = (typeof kinds)[number];

/** How many rows are shown at first. */
const rowsAtOnce = 50;

const Signed = ({ value }: { readonly value: Exact }) => (
  <>
    {sign(value) > 0 ? "+" : "\u2212"}
    <Num value={sign(value) < 0 ? negate(value) : value} />
  </>
);

/** The distance of an edge from its line, or that it is on it, or off on purpose. */
const StandsAs = ({ fit: { is, off }, purpose }: { readonly fit: LineFit; readonly purpose: string | undefined }) => (
  <>
    {purpose !== undefined && "on purpose "}
    {is === "on" ? (
      <>
        <span aria-hidden="true">✓</span>
        <span className="visually-hidden">on it</span>
      </>
    ) : (
      <>
        by <Signed value={off} />
      </>
    )}
  </>
);
const classOf = ({ is }: LineFit, purpose: string | undefined): string => (purpose === undefined ? `fit-${is}` : "quiet");

const ToColumn = ({ edge, purpose }: { readonly edge: EdgeFit; readonly purpose: string | undefined }) => (
  <td className={classOf(edge, purpose)} title={purpose}>
    {edge.to === "viewport" ? "the edge" : edge.to} <StandsAs fit={edge} purpose={purpose} />
  </td>
);

/** A top or bottom edge compared with rows or the baseline, if there are any. */
const DownCell = ({
  at,
  fit,
  purpose,
}: {
  readonly at: Exact | null;
  readonly fit: LineFit | null;
  readonly purpose: string | undefined;
}) => (
  <td className={fit ? classOf(fit, purpose) : ""} title={purpose}>
    {fit ? (
      <>
        <Num value={fit.at} /> <StandsAs fit={fit} purpose={purpose} />
      </>
    ) : at ? (
      <Num value={at} />
    ) : (
      "–"
    )}
  </td>
);

/** An edge and its verdict; nothing if it is an edge of a picture on a line of the other kind. */
const EdgeCells = ({ edge, purpose }: { readonly edge: EdgeFit | null; readonly purpose: string | undefined }) =>
  edge === null ? (
    <>
      <td>–</td>
      <td />
    </>
  ) : (
    <>
      <td>
        <Num value={edge.at} />
      </td>
      <ToColumn edge={edge} purpose={purpose} />
    </>
  );

const columnsWords = (columns: number): string => `${columns} ${columns === 1 ? "column" : "columns"}`;

const WidthIs = ({ one }: { readonly one: BoxFit }) => (
  <td>
    {one.columns === 0 ? (
      <Num value={one.rest} />
    ) : (
      <>
        {columnsWords(one.columns)}
        {one.width !== "on" && !isZero(one.rest) && (
          <>
            {sign(one.rest) > 0 ? " + " : " \u2212 "}
            <Num value={sign(one.rest) < 0 ? negate(one.rest) : one.rest} />
          </>
        )}
      </>
    )}
  </td>
);

/** What was measured, as a spreadsheet takes it. */
const csvOf = (boxes: readonly BoxFit[]): string =>
  csvText([
    [
      "name",
      "left",
      "nearest column",
      "off by",
      "right",
      "nearest column",
      "off by",
      "columns",
      "rest",
      "top",
      "off by",
      "bottom",
      "off by",
      "height",
      "base units",
      "gap below",
    ],
    ...boxes.map(({ box, left, right, columns, rest, top, bottom, baseUnits, below }) => [
      box.name,
      ...[left, right].flatMap((edge) => (edge ? [toDecimal(edge.at, 6), edge.to, toDecimal(edge.off, 6)] : ["", "", ""])),
      columns,
      toDecimal(rest, 6),
      toDecimal(box.y, 6),
      top ? toDecimal(top.off, 6) : "",
      toDecimal(add(box.y, box.height), 6),
      bottom ? toDecimal(bottom.off, 6) : "",
      toDecimal(box.height, 6),
      toDecimal(baseUnits, 6),
      below ? toDecimal(below.gap, 6) : "",
    ]),
  ]);

/** Each box with its edges, width, top and height; those off the grid first. */
export const BoxesTable = ({ fit, edges, purposes, about, source, named, chosen, onChoose, near }: Props) => {
  const byKind = useMemo(() => {
    const rows = fit.boxes.map((one, index) => ({
      one,
      index,
      kind: verdict(one, (side) => purposes[edgeKey(index, edges ? "left" : side)] !== undefined),
    }));
    return { off: rows.filter(({ kind }) => kind === "off"), near: rows.filter(({ kind }) => kind === "near"), all: rows };
  }, [fit, purposes, edges]);
  const [asked, setAsked] = useState<Kind | null>(null);
  const [more, setMore] = useState(0);
  const kind = asked ?? (byKind.off.length > 0 ? "off" : byKind.near.length > 0 ? "near" : "all");
  const rows = byKind[kind];
  const shown = rows.slice(0, rowsAtOnce * (1 + more));
  const words: Readonly<Record<Kind, string>> = {
    off: `Off the grid ${byKind.off.length.toLocaleString("en")}`,
    near: `Near ${byKind.near.length.toLocaleString("en")}`,
    all: `All ${byKind.all.length.toLocaleString("en")}`,
  };
  const purposeOf = (index: number, side: BoxSide): string | undefined => purposes[edgeKey(index, edges ? "left" : side)];
  const save = (): void => {
    const url = URL.createObjectURL(new Blob([csvOf(fit.boxes)], { type: "text/csv" }));
    const link = Object.assign(document.createElement("a"), { href: url, download: `${source.replace(/\.[a-z]+$/, "")} fit.csv` });
    link.click();
    URL.revokeObjectURL(url);
  };
  return (
    <section className="fit-boxes" aria-label="Boxes">
      <div className="fit-boxes-bar">
        <h2>{edges ? "Edges" : "Boxes"}</h2>
        {named}
        <Choice
          label="Which boxes"
          values={kinds}
          words={words}
          value={kind}
          onChange={(next) => {
            setAsked(next);
            setMore(0);
          }}
        />
        <span className="quiet ms-auto">near within</span>
        {near}
        <button type="button" className="btn btn-sm btn-quiet" onClick={save}>
          As CSV
        </button>
      </div>
      <div className="fit-table">
        <table className="numbers">
          <thead>
            <tr>
              <th scope="col">{edges ? "Edge" : "Box"}</th>
              <th scope="col">Left edge</th>
              <th scope="col">to column</th>
              <th scope="col">Right edge</th>
              <th scope="col">to column</th>
              <th scope="col">Width is</th>
              <th scope="col">Top</th>
              <th scope="col">Bottom</th>
              <th scope="col">Height</th>
              <th scope="col" title="White space to the next box below">
                Gap
              </th>
            </tr>
          </thead>
          <tbody className="num">
            {shown.map(({ one, index }) => (
              <Fragment key={index}>
                <tr className={index === chosen ? "chosen" : ""}>
                  <th scope="row">
                    <button
                      type="button"
                      className="fit-box-name"
                      title={one.box.name}
                      aria-pressed={index === chosen}
                      onClick={() => onChoose(index === chosen ? null : index)}
                    >
                      {one.box.name || "no name"}
                    </button>
                    {one.within !== null && <span className="quiet"> in {one.within}</span>}
                  </th>
                  {(["left", "right"] as const).map((side) => (
                    <EdgeCells key={side} edge={one[side]} purpose={purposeOf(index, side)} />
                  ))}
                  {edges ? <td>–</td> : <WidthIs one={one} />}
                  {(["top", "bottom"] as const).map((side) => (
                    <DownCell
                      key={side}
                      at={edges ? null : side === "top" ? one.box.y : add(one.box.y, one.box.height)}
                      fit={one[side]}
                      purpose={purposeOf(index, side)}
                    />
                  ))}
                  {edges ? (
                    <td>–</td>
                  ) : (
                    <td>
                      <Num value={one.box.height} /> · <Num value={one.baseUnits} /> u
                    </td>
                  )}
                  <td>{one.below && !edges ? <Num value={one.below.gap} /> : "–"}</td>
                </tr>
                {index === chosen && (
                  <tr className="chosen fit-about">
                    <td colSpan={10}>{about(index, one)}</td>
                  </tr>
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
        {rows.length === 0 && <p className="quiet p-3 mb-0">{kind === "off" ? "No edge is off the grid." : "None."}</p>}
        {shown.length < rows.length && (
          <button type="button" className="btn btn-sm btn-quiet m-2" onClick={() => setMore(more + 1)}>
            Show {Math.min(rowsAtOnce, rows.length - shown.length)} more of {rows.length.toLocaleString("en")}
          </button>
        )}
      </div>
    </section>
  );
};
