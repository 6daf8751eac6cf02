"use client";

import {
  type columnTerms,
  type Exact,
  fromToday,
  isWhole,
  setAt,
  type ShareOf,
  shares,
  type SetList,
  type TodaysNumbers,
  toNumber,
  type WholePixelSet,
} from "@ypsiline/core";
import { type ColumnDef, flexRender, getCoreRowModel, getSortedRowModel, type SortingState, useReactTable } from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useMemo, useRef, useState } from "react";
import { Num } from "@/ui/num";

type Props = {
  readonly list: SetList;
  readonly today: TodaysNumbers;
  readonly todaysTerms: ReturnType<typeof columnTerms>;
  readonly readOnly: boolean;
  readonly pointed: number | null;
  readonly onPoint: (index: number | null) => void;
  readonly onUse: (set: WholePixelSet) => void;
};

type Row = { readonly index: number; readonly set: WholePixelSet };

const rowHeight = 27;

const part = ({ columns, column, gutter }: Pick<WholePixelSet, "columns" | "column" | "gutter">, of: ShareOf): Exact | null =>
  shares({ count: columns, column, gutter })[of];

const parts = [
  { of: 2, label: "Half" },
  { of: 3, label: "Third" },
  { of: 4, label: "Quarter" },
] as const;

const shown = (value: Exact | null) => (value ? <Num value={value} className={isWhole(value) ? "" : "off"} /> : "–");
const asNumber = (value: Exact | null): number => (value ? toNumber(value) : -1);

/** The sets in their rank, sorted by any column; only the rows in sight are there, however many sets there are. */
export const SetsTable = ({ list, today, todaysTerms, readOnly, pointed, onPoint, onUse }: Props) => {
  const scroll = useRef<HTMLDivElement>(null);
  const [sorting, setSorting] = useState<SortingState>([]);
  const rows = useMemo((): Row[] => Array.from({ length: list.length }, (_, index) => ({ index, set: setAt(list, index) })), [list]);
  const columns = useMemo(
    (): ColumnDef<Row>[] => [
      { id: "set", header: "Set", accessorFn: ({ index }) => index, cell: ({ row }) => row.original.index + 1 },
      { id: "columns", header: "Columns", accessorFn: ({ set }) => set.columns },
      {
        id: "column",
        header: "Column",
        accessorFn: ({ set }) => toNumber(set.column),
        cell: ({ row }) => <Num value={row.original.set.column} />,
      },
      {
        id: "gutter",
        header: "Gutter",
        accessorFn: ({ set }) => toNumber(set.gutter),
        cell: ({ row }) => <Num value={row.original.set.gutter} />,
      },
      {
        id: "margin",
        header: "Margin",
        accessorFn: ({ set }) => toNumber(set.margin),
        cell: ({ row }) => <Num value={row.original.set.margin} />,
      },
      {
        id: "container",
        header: "Container",
        accessorFn: ({ set }) => toNumber(set.container),
        cell: ({ row }) => <Num value={row.original.set.container} />,
      },
      ...parts.map(({ of, label }): ColumnDef<Row> => ({
        id: label,
        header: label,
        accessorFn: ({ set }) => asNumber(part(set, of)),
        cell: ({ row }) => shown(part(row.original.set, of)),
      })),
      {
        id: "far",
        header: "From today",
        accessorFn: ({ set }) => toNumber(fromToday(set, today)),
        cell: ({ row }) => <Num value={fromToday(row.original.set, today)} />,
      },
    ],
    [today],
  );
  // eslint-disable-next-line react-hooks/incompatible-library -- its rows are read in this component only
  const table = useReactTable({
    data: rows,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const sorted = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  const seen = virtual.getVirtualItems();
  const before = seen[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (seen.at(-1)?.end ?? 0);
  const todays = { columns: today.columns, column: today.column, gutter: today.gutter };
  return (
    <div ref={scroll} className="sets-table" onMouseLeave={() => onPoint(null)}>
      <table className="numbers num" aria-label="Whole-pixel sets" aria-rowcount={sorted.length + 2}>
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map((header) => {
                const way = header.column.getIsSorted();
                return (
                  <th key={header.id} scope="col" aria-sort={way === "asc" ? "ascending" : way === "desc" ? "descending" : "none"}>
                    <button type="button" onClick={header.column.getToggleSortingHandler()}>
                      {flexRender(header.column.columnDef.header, header.getContext())}
                      {way === "asc" && <ArrowUp size={11} aria-hidden="true" />}
                      {way === "desc" && <ArrowDown size={11} aria-hidden="true" />}
                    </button>
                  </th>
                );
              })}
              <th scope="col">
                <span className="visually-hidden">Use</span>
              </th>
            </tr>
          ))}
          <tr className="here">
            <td>Today</td>
            <td>{today.columns}</td>
            <td>{shown(today.column)}</td>
            <td>
              <Num value={today.gutter} />
            </td>
            <td>
              <Num value={today.margin} />
            </td>
            <td>
              <Num value={todaysTerms.container.width} />
            </td>
            {parts.map(({ of, label }) => (
              <td key={label}>{shown(part(todays, of))}</td>
            ))}
            <td>0</td>
            <td />
          </tr>
        </thead>
        <tbody>
          {before > 0 && <tr style={{ height: before }} aria-hidden="true" />}
          {seen.map(({ index }) => {
            const row = sorted[index];
            if (!row) return null;
            return (
              <tr
                key={row.id}
                aria-rowindex={index + 3}
                className={row.original.index === pointed ? "pointed" : ""}
                onMouseEnter={() => onPoint(row.original.index)}
                onFocus={() => onPoint(row.original.index)}
              >
                {row.getVisibleCells().map((cell) => (
                  <td key={cell.id}>{flexRender(cell.column.columnDef.cell, cell.getContext())}</td>
                ))}
                <td>
                  {!readOnly && (
                    <button
                      type="button"
                      className="use"
                      aria-label={`Use set ${row.original.index + 1}`}
                      onClick={() => onUse(row.original.set)}
                    >
                      Use
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
          {after > 0 && <tr style={{ height: after }} aria-hidden="true" />}
        </tbody>
      </table>
    </div>
  );
};
