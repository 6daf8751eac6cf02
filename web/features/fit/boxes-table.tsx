"use client";

import { type BoxFit, csvText, type EdgeFit, type Exact, type Fit, isZero, negate, sign, toDecimal } from "@ypsiline/core";
import { type ReactNode, useMemo, useState } from "react";
import { Choice } from "@/ui/choice";
import { Num } from "@/ui/num";

type Props = {
  readonly fit: Fit;
  readonly source: string;
  readonly chosen: number | null;
  readonly onChoose: (index: number | null) => void;
  /** Where it is said how far off is near. */
  readonly near: ReactNode;
};

const kinds = ["off", "near", "all"] as const;
type Kind = (typeof kinds)[number];

/** As many rows are shown first. */
const rowsAtOnce = 50;

const kindOf = ({ left, right }: BoxFit): Kind | "on" =>
  left.is === "off" || right.is === "off" ? "off" : left.is === "near" || right.is === "near" ? "near" : "on";

const Signed = ({ value }: { readonly value: Exact }) => (
  <>
    {sign(value) > 0 ? "+" : "\u2212"}
    <Num value={sign(value) < 0 ? negate(value) : value} />
  </>
);

const ToColumn = ({ edge }: { readonly edge: EdgeFit }) => (
  <td className={`fit-${edge.is}`}>
    {edge.to === "viewport" ? "the edge" : edge.to}{" "}
    {edge.is === "on" ? (
      <>
        <span aria-hidden="true">✓</span>
        <span className="visually-hidden">on it</span>
      </>
    ) : (
      <>
        by <Signed value={edge.off} />
      </>
    )}
  </td>
);

const columnsWords = (columns: number): string => `${columns} ${columns === 1 ? "column" : "columns"}`;

const WidthIs = ({ one }: { readonly one: BoxFit }) => (
  <td className={`fit-${one.width}`}>
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
      "height",
      "base units",
      "gap below",
    ],
    ...boxes.map(({ box, left, right, columns, rest, top, baseUnits, below }) => [
      box.name,
      ...[left, right].flatMap((edge) => [toDecimal(edge.at, 6), edge.to, toDecimal(edge.off, 6)]),
      columns,
      toDecimal(rest, 6),
      toDecimal(box.y, 6),
      top ? toDecimal(top.off, 6) : "",
      toDecimal(box.height, 6),
      toDecimal(baseUnits, 6),
      below ? toDecimal(below.gap, 6) : "",
    ]),
  ]);

/** Each box with its edges, width, top and height; those off the grid first. */
export const BoxesTable = ({ fit, source, chosen, onChoose, near }: Props) => {
  const byKind = useMemo(() => {
    const rows = fit.boxes.map((one, index) => ({ one, index, kind: kindOf(one) }));
    return { off: rows.filter(({ kind }) => kind === "off"), near: rows.filter(({ kind }) => kind === "near"), all: rows };
  }, [fit]);
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
  const save = (): void => {
    const url = URL.createObjectURL(new Blob([csvOf(fit.boxes)], { type: "text/csv" }));
    const link = Object.assign(document.createElement("a"), { href: url, download: `${source.replace(/\.[a-z]+$/, "")} fit.csv` });
    link.click();
    URL.revokeObjectURL(url);
  };
  return (
    <section className="fit-boxes" aria-label="Boxes">
      <div className="fit-boxes-bar">
        <h2>Boxes</h2>
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
              <th scope="col">Box</th>
              <th scope="col">Left edge</th>
              <th scope="col">to column</th>
              <th scope="col">Right edge</th>
              <th scope="col">to column</th>
              <th scope="col">Width is</th>
              <th scope="col">Top</th>
              <th scope="col">Height</th>
              <th scope="col">Gap below</th>
            </tr>
          </thead>
          <tbody className="num">
            {shown.map(({ one, index }) => (
              <tr key={index} className={index === chosen ? "chosen" : ""}>
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
                <td>
                  <Num value={one.left.at} />
                </td>
                <ToColumn edge={one.left} />
                <td>
                  <Num value={one.right.at} />
                </td>
                <ToColumn edge={one.right} />
                <WidthIs one={one} />
                <td className={one.top ? `fit-${one.top.is}` : ""}>
                  <Num value={one.box.y} />
                  {one.top && one.top.is !== "on" && (
                    <>
                      {" "}
                      by <Signed value={one.top.off} />
                    </>
                  )}
                </td>
                <td>
                  <Num value={one.box.height} /> · <Num value={one.baseUnits} /> u
                </td>
                <td>{one.below ? <Num value={one.below.gap} /> : "–"}</td>
              </tr>
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
