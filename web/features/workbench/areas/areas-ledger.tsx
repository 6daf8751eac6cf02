"use client";

import { inOrder, type Layout, placeText, readPlace, type Place } from "@ypsiline/core";
import { ChevronDown, ChevronUp } from "lucide-react";
import { type ClipboardEvent, memo, type ReactNode, useState } from "react";
import { TextField } from "@/ui/text-field";
import { useNear } from "@/ui/use-near";
import { hideAt, placeAt, reorderArea } from "./area-edits";

type Props = {
  readonly layout: Layout;
  readonly at: string;
  readonly chosen: string | null;
  readonly readOnly: boolean;
  readonly onChoose: (id: string) => void;
  readonly onSelect: (breakpoint: string) => void;
  /** Makes an edit of the draft as it is when it is made: the ledger may be drawn a moment after it. */
  readonly onEdit: (change: (now: Layout) => Layout) => string | null;
};

/** Rows of cells pasted from a spreadsheet; null for a single cell, which goes into its field. */
const pastedCells = (text: string): readonly (readonly string[])[] | null => {
  const rows = text
    .replace(/\r?\n$/, "")
    .split(/\r?\n/)
    .map((line) => line.split("\t"));
  return rows.length > 1 || (rows[0]?.length ?? 0) > 1 ? rows : null;
};

/** How many rows always have fields. */
const fewRows = 25;

type RowProps = { readonly chosen: boolean; readonly all: boolean; readonly children: (near: boolean) => ReactNode };

/** A row, with its fields only if it is nearly visible: many hundreds of fields would slow the page down. */
const Row = ({ chosen, all, children }: RowProps) => {
  const { ref, near } = useNear<HTMLTableRowElement>();
  return (
    <tr ref={ref} className={chosen ? "chosen" : ""}>
      {children(all || near)}
    </tr>
  );
};

/**
 * Areas by breakpoints: one row per area in reading order; a cell has its columns and rows, or is empty if it is not
 * shown.
 */
export const AreasLedger = memo(function AreasLedger({ layout, at, chosen, readOnly, onChoose, onSelect, onEdit }: Props) {
  const [fault, setFault] = useState("");
  const breakpoints = inOrder(layout);
  const enter = (id: string, breakpoint: string, text: string): string | null => {
    const read = readPlace(text);
    if (!read.ok) return read.message;
    onChoose(id);
    const { place } = read;
    return onEdit((now) => (place === null ? hideAt(now, id, breakpoint) : placeAt(now, id, breakpoint, place)));
  };
  const paste = (event: ClipboardEvent, row: number, column: number): void => {
    const cells = pastedCells(event.clipboardData.getData("text/plain"));
    if (!cells) return;
    event.preventDefault();
    const places: { readonly area: string; readonly breakpoint: string; readonly place: Place | null }[] = [];
    for (const [down, line] of cells.entries())
      for (const [along, text] of line.entries()) {
        const area = layout.areas[row + down];
        const breakpoint = breakpoints[column + along];
        if (!area || !breakpoint) continue;
        const read = readPlace(text);
        if (!read.ok) return setFault(`${area.name} at ${breakpoint.name}, “${text.slice(0, 40)}”: ${read.message}. Nothing was pasted.`);
        places.push({ area: area.id, breakpoint: breakpoint.id, place: read.place });
      }
    const pasted = onEdit((now) =>
      places.reduce(
        (next, { area, breakpoint, place }) => (place === null ? hideAt(next, area, breakpoint) : placeAt(next, area, breakpoint, place)),
        now,
      ),
    );
    setFault(pasted ?? "");
  };
  const depth = (id: string | undefined, far = 0): number => {
    const outer = layout.areas.find((area) => area.id === id)?.within;
    return outer === undefined || far > 2 ? far : depth(outer, far + 1);
  };
  return (
    <section className="ledger areas-ledger" aria-label="Ledger of areas">
      {fault && (
        <p className="fault" role="alert">
          {fault}
        </p>
      )}
      <div className="table-scroll">
        <table className="numbers">
          <thead>
            <tr>
              <th scope="col">Area, in reading order</th>
              {breakpoints.map(({ id, name, columns }) => (
                <th key={id} scope="col" className={id === at ? "here" : ""}>
                  <button type="button" className="ledger-name" onClick={() => onSelect(id)}>
                    {name} <span className="quiet">{columns.count}</span>
                  </button>
                </th>
              ))}
              <th scope="col">Leaves the grid</th>
              <th scope="col">
                <span className="visually-hidden">Order</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {layout.areas.map((area, row) => {
              const leaving = breakpoints.flatMap(({ id, name }) => {
                const placement = area.placements[id];
                return placement && placement.leaves !== "none" ? [`${name}: ${placement.reason ?? "no reason"}`] : [];
              });
              return (
                <Row key={area.id} chosen={area.id === chosen} all={layout.areas.length <= fewRows}>
                  {(near) => (
                    <>
                      <th scope="row" style={{ paddingInlineStart: 8 + depth(area.id) * 16 }}>
                        <button type="button" className="ledger-name" aria-pressed={area.id === chosen} onClick={() => onChoose(area.id)}>
                          <span className="num quiet">{row + 1}</span> {area.name}
                        </button>
                      </th>
                      {breakpoints.map(({ id, name }, column) => {
                        const placement = area.placements[id];
                        return (
                          <td key={id} className={id === at ? "here" : ""} onPaste={(event) => paste(event, row, column)}>
                            {near ? (
                              <TextField
                                label={`${area.name} at ${name}`}
                                className="num"
                                text={placement ? placeText(placement) : ""}
                                disabled={readOnly}
                                onEnter={(text) => enter(area.id, id, text)}
                              />
                            ) : (
                              <span className="num cell-text">{placement ? placeText(placement) : ""}</span>
                            )}
                          </td>
                        );
                      })}
                      <td className="leaving" title={leaving.join("; ")}>
                        {leaving.join("; ")}
                      </td>
                      <td className="order">
                        {([-1, 1] as const).map((by) => (
                          <button
                            key={by}
                            type="button"
                            className="btn btn-sm btn-quiet order-button"
                            aria-label={`Read ${area.name} ${by < 0 ? "earlier" : "later"}`}
                            disabled={readOnly || (by < 0 ? row === 0 : row === layout.areas.length - 1)}
                            onClick={() => onEdit((now) => reorderArea(now, area.id, by))}
                          >
                            {near && (by < 0 ? <ChevronUp size={14} aria-hidden="true" /> : <ChevronDown size={14} aria-hidden="true" />)}
                          </button>
                        ))}
                      </td>
                    </>
                  )}
                </Row>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
});
