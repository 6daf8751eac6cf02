import { deviceSets, fromJsonNumber, type Issue, type StartRows, startRows, termsAt } from "@ypsiline/core";
import { X } from "lucide-react";
import { Choice } from "@/ui/choice";
import { Num } from "@/ui/num";
import { TableScroll } from "@/ui/table-scroll";
import {
  bases,
  type Cell,
  cellNames,
  cells,
  type Fields,
  layoutOfRows,
  type NumberStart,
  type Row,
  rowsOfDevices,
  rowsOnBase,
  withRow,
  workedOut,
} from "./start-fields";

type Props = {
  readonly fields: Fields;
  readonly start: NumberStart;
  readonly issues: readonly Issue[];
  readonly onChange: (next: Partial<Fields>) => void;
};

const baseWords = Object.fromEntries(bases.map((base) => [base, base]));

/** The most breakpoints that a spec begins with; more are added on its sheet. */
const mostRows = 8;

/** The column that a row's numbers make; a dash while they make none. */
const Column = ({ row, base }: { readonly row: Row; readonly base: string }) => {
  const one = layoutOfRows("", [row], base, "none");
  const breakpoint = one.ok ? one.value.breakpoints[0] : undefined;
  return one.ok && breakpoint ? <Num value={termsAt(one.value, breakpoint, fromJsonNumber(breakpoint.drawnAt.width)).column} /> : "—";
};

/** The numbers a spec begins with: base unit, rows, and a table of its breakpoints in which each can be changed. */
export const StartNumbers = ({ fields, start, issues, onChange }: Props) => {
  const { base, rows: kind, typed, devices } = fields;
  const rows = typed[start];
  const rowWords: Readonly<Record<StartRows, string>> = { none: "none", rows: `${base} and ${base}`, baseline: `baseline ${base}` };
  const put = (next: readonly Row[], more: Partial<Fields> = {}): void => onChange({ ...more, typed: { ...typed, [start]: next } });
  const faultAt = (index: number, cell: Cell): string => issues.find(({ path }) => path === `/breakpoints/${index}/${cell}`)?.message ?? "";
  const setCell = (index: number, cell: Cell | "name", text: string): void =>
    put(rows.map((row, at) => (at === index ? { ...row, [cell]: text } : row)));
  const faults = rows.flatMap((row, index) =>
    cells.flatMap((cell) => {
      const words = faultAt(index, cell);
      return words === "" ? [] : [`${row.name}, ${cellNames[cell].toLowerCase()}: ${words}`];
    }),
  );
  return (
    <>
      <div className="start-options">
        <div>
          <span className="form-label">Base unit, px</span>
          <Choice
            label="Base unit"
            values={bases}
            words={baseWords}
            value={base}
            onChange={(next) => put(rowsOnBase(rows, next), { base: next })}
          />
        </div>
        <div>
          <span className="form-label">Rows</span>
          <Choice label="Rows" values={startRows} words={rowWords} value={kind} onChange={(next) => onChange({ rows: next })} />
        </div>
        {start === "sizes" && (
          <div>
            <label className="form-label" htmlFor="start-devices">
              Devices
            </label>
            <select
              id="start-devices"
              className="form-select form-select-sm"
              value={devices}
              onChange={(event) => put(rowsOfDevices(event.target.value, base), { devices: event.target.value })}
            >
              {deviceSets.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </div>
        )}
      </div>
      <TableScroll label="Breakpoints of the new spec">
        <table className="numbers start-table">
          <thead>
            <tr>
              <th scope="col">Breakpoint</th>
              {cells.map((cell) => (
                <th key={cell} scope="col">
                  {cellNames[cell]}
                </th>
              ))}
              <th scope="col">Column</th>
              <th>
                <span className="visually-hidden">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => (
              <tr key={index}>
                <td>
                  <input
                    className="form-control form-control-sm"
                    name={`start-name-${index}`}
                    aria-label={`Name of breakpoint ${index + 1}`}
                    value={row.name}
                    maxLength={60}
                    onChange={(event) => setCell(index, "name", event.target.value)}
                  />
                </td>
                {cells.map((cell) => (
                  <td key={cell}>
                    <input
                      name={`start-${cell}-${index}`}
                      className="form-control form-control-sm num"
                      aria-label={`${row.name}, ${cellNames[cell].toLowerCase()}`}
                      aria-invalid={faultAt(index, cell) !== ""}
                      aria-describedby="start-faults"
                      value={row[cell]}
                      onChange={(event) => setCell(index, cell, event.target.value)}
                      onBlur={() => {
                        const worked = workedOut(row[cell]);
                        if (worked !== row[cell]) setCell(index, cell, worked);
                      }}
                    />
                  </td>
                ))}
                <td className="num text-end">
                  <Column row={row} base={base} />
                </td>
                <td>
                  {rows.length > 1 && (
                    <button
                      type="button"
                      className="btn btn-link btn-sm p-0"
                      aria-label={`Remove ${row.name}`}
                      onClick={() => put(rows.filter((_, at) => at !== index))}
                    >
                      <X size={14} aria-hidden="true" />
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </TableScroll>
      <div id="start-faults" className="fault" role="status">
        {faults.map((words) => (
          <div key={words}>{words}</div>
        ))}
      </div>
      <button type="button" className="btn btn-link btn-sm p-0" disabled={rows.length >= mostRows} onClick={() => put(withRow(rows, base))}>
        Add a breakpoint
      </button>
    </>
  );
};
