"use client";

import {
  cellOfPath,
  numberCells,
  type Breakpoint,
  type Exact,
  exact,
  type Finding,
  fromJsonNumber,
  isWhole,
  type Layout,
  multiply,
  parseLength,
  type Resolutions,
  rootFontSize,
  termsAt,
} from "@ypsiline/core";
import type { OpenComment } from "@/draft/draft-provider";
import { type ClipboardEvent, type KeyboardEvent, memo, useEffect, useMemo, useRef, useState } from "react";
import { Num } from "@/ui/num";
import { stepOf } from "@/ui/number-field";
import { placeOf } from "../findings/finding-place";
import { LedgerHead, PickBox } from "./ledger-parts";
import { spokenOf } from "./ledger-told";
import { copiedRows, ledgerCells, ownCells, pasteInto, pastedRows, steppedText, workedOut } from "./ledger-cells";

type Props = {
  readonly layout: Layout;
  readonly drawn: Resolutions;
  /** The followed version; null if the spec follows none. */
  readonly followed: Layout | null;
  readonly at: string;
  readonly base: Exact;
  readonly findings: readonly Finding[];
  /** The current finding, whose cell is marked. */
  readonly focused: Finding | null;
  readonly readOnly: boolean;
  readonly onSelect: (id: string) => void;
  /** Takes new breakpoints, or says why they cannot be. */
  readonly onBreakpoints: (breakpoints: readonly Breakpoint[]) => string | null;
  readonly onSay: (words: string) => void;
  readonly comments: readonly OpenComment[];
  /** A breakpoint whose name is to be edited; a new object each time it is asked for. */
  readonly rename: { readonly id: string } | null;
  /** Breakpoints that are selected together. */
  readonly picked: ReadonlySet<string>;
  readonly onPicked: (picked: ReadonlySet<string>) => void;
};

/** The text being typed and its cell: it stays there whatever is selected meanwhile. */
type Editing = { readonly id: string; readonly column: number; readonly text: string; readonly fault: string };

type Place = { readonly row: number; readonly column: number };

/**
 * The table of all breakpoints, edited in place. Arrow keys move; typing, Enter or F2 edits; Enter and Tab
 * take what was typed, Esc gives it back; Space selects the row; rows copied from a spreadsheet paste from the focused cell on.
 */
export const Ledger = memo(function Ledger({
  layout,
  drawn,
  followed,
  at,
  base,
  findings,
  focused,
  readOnly,
  onSelect,
  onBreakpoints,
  onSay,
  rename,
  comments,
  picked,
  onPicked,
}: Props) {
  const table = useRef<HTMLTableElement>(null);
  const [column, setColumn] = useState(0);
  const [editing, setEditing] = useState<Editing | null>(null);
  const focusNext = useRef(false);
  const { breakpoints } = layout;
  const root = rootFontSize(layout);
  const own = useMemo(() => (followed ? ownCells(followed, layout) : new Map<string, string>()), [followed, layout]);
  const source = layout.follows ? `${layout.follows.spec} ${layout.follows.version}` : "";
  // The focused row is the current breakpoint, so that Tab leads to it.
  const row = Math.max(
    0,
    breakpoints.findIndex(({ id }) => id === at),
  );
  const place: Place = { row, column };

  useEffect(() => {
    if (editing || !focusNext.current) return;
    focusNext.current = false;
    table.current?.querySelector<HTMLElement>(`[data-cell="${row}-${place.column}"]`)?.focus();
  }, [editing, row, place.column]);

  const [renamed, setRenamed] = useState(rename);
  if (rename !== renamed) {
    setRenamed(rename);
    const index = breakpoints.findIndex(({ id }) => id === rename?.id);
    const breakpoint = breakpoints[index];
    if (breakpoint) {
      setColumn(0);
      if (!editing?.fault) setEditing({ id: breakpoint.id, column: 0, text: breakpoint.name, fault: "" });
    }
  }

  const goTo = (next: Place): void => {
    const to = {
      row: Math.max(0, Math.min(breakpoints.length - 1, next.row)),
      column: Math.max(0, Math.min(ledgerCells.length - 1, next.column)),
    };
    focusNext.current = true;
    setColumn(to.column);
    setEditing(null);
    const selected = breakpoints[to.row];
    if (selected && selected.id !== at) onSelect(selected.id);
    // While a cell is typed into, its field has to be gone before the focus moves: leaving it would take the text.
    if (!editing) table.current?.querySelector<HTMLElement>(`[data-cell="${to.row}-${to.column}"]`)?.focus();
  };

  const replaced = (index: number, next: Breakpoint): readonly Breakpoint[] => breakpoints.map((one, at) => (at === index ? next : one));

  /** Begins typing into a cell, unless another waits to be put right. */
  const begin = (breakpoint: Breakpoint, at: number, text: string): void => {
    if (editing?.fault) {
      const where = breakpoints.find(({ id }) => id === editing.id)?.name ?? "the breakpoint";
      onSay(`Finish ${where}, ${ledgerCells[editing.column]?.label.toLowerCase() ?? "cell"} first, or press Esc to cancel.`);
      table.current?.querySelector<HTMLElement>("[data-half-typed]")?.focus();
      return;
    }
    setEditing({ id: breakpoint.id, column: at, text, fault: "" });
  };

  /** Applies the typed text; true if it was valid. */
  const take = (): boolean => {
    const index = breakpoints.findIndex(({ id }) => id === editing?.id);
    const breakpoint = breakpoints[index];
    const cell = editing && ledgerCells[editing.column];
    if (!cell || !breakpoint || editing.text.trim() === cell.text(breakpoint, root)) return true;
    const result = cell.read(editing.text, breakpoint, root);
    const fault = result.ok ? onBreakpoints(replaced(index, result.breakpoint)) : result.message;
    if (fault !== null) setEditing({ ...editing, fault });
    return fault === null;
  };

  const step = (event: KeyboardEvent, text: string): string | null => {
    const unit = parseLength(text)?.unit ?? "px";
    const size = stepOf(event, base, unit);
    return steppedText(text, event.key === "ArrowUp" ? size : multiply(size, exact(-1)));
  };

  const all = breakpoints.every(({ id }) => picked.has(id));
  const toggle = (id: string): void => {
    const next = new Set(picked);
    if (!next.delete(id)) next.add(id);
    onPicked(next);
  };

  const cellKey = (event: KeyboardEvent): void => {
    const cell = ledgerCells[place.column];
    const breakpoint = breakpoints[row];
    if (!cell || !breakpoint || event.ctrlKey || event.metaKey) return;
    if (event.key === " " && !readOnly) {
      event.preventDefault();
      return toggle(breakpoint.id);
    }
    const moves: Record<string, Place> = {
      ArrowUp: { row: row - 1, column: place.column },
      ArrowDown: { row: row + 1, column: place.column },
      ArrowLeft: { row, column: place.column - 1 },
      ArrowRight: { row, column: place.column + 1 },
      Home: { row, column: 0 },
      End: { row, column: ledgerCells.length - 1 },
    };
    const to = moves[event.key];
    if (to && !event.altKey && !event.shiftKey) {
      event.preventDefault();
      return goTo(to);
    }
    if (readOnly) return;
    if (event.key === "Enter" || event.key === "F2") {
      event.preventDefault();
      begin(breakpoint, place.column, cell.text(breakpoint, root));
    } else if (event.key.length === 1 && !event.altKey && event.key !== " ") {
      event.preventDefault();
      begin(breakpoint, place.column, event.key);
    } else if (event.key === "Delete" || event.key === "Backspace") {
      event.preventDefault();
      begin(breakpoint, place.column, "");
    }
  };

  const inputKey = (event: KeyboardEvent<HTMLInputElement>): void => {
    event.stopPropagation();
    if (!editing) return;
    const from = breakpoints.findIndex(({ id }) => id === editing.id);
    if (event.key === "Escape") {
      goTo({ row: from, column: editing.column });
    } else if (event.key === "Enter") {
      event.preventDefault();
      if (take()) goTo({ row: from + (event.shiftKey ? -1 : 1), column: editing.column });
    } else if (event.key === "Tab") {
      const column = editing.column + (event.shiftKey ? -1 : 1);
      if (column < 0 || column >= ledgerCells.length) return;
      event.preventDefault();
      if (take()) goTo({ row: from, column });
    } else if ((event.key === "ArrowUp" || event.key === "ArrowDown") && ledgerCells[editing.column]?.stepped) {
      event.preventDefault();
      const next = step(event, editing.text);
      if (next !== null) setEditing({ ...editing, text: next, fault: "" });
    }
  };

  const paste = (event: ClipboardEvent): void => {
    if (editing || readOnly) return;
    event.preventDefault();
    const result = pasteInto(breakpoints, row, place.column, pastedRows(event.clipboardData.getData("text/plain")), root);
    if (!result.ok) return onSay(result.message);
    const fault = onBreakpoints(result.breakpoints);
    if (fault !== null) onSay(fault);
    else if (result.left > 0)
      onSay(`${result.left} pasted ${result.left === 1 ? "row" : "rows"} had no breakpoint to go to. Add breakpoints first.`);
  };

  /** Copies the breakpoint's row; what is chosen as text is copied as it is. */
  const copy = (event: ClipboardEvent): void => {
    const breakpoint = breakpoints[row];
    if (editing || !breakpoint || document.getSelection()?.isCollapsed === false) return;
    event.preventDefault();
    event.clipboardData.setData("text/plain", copiedRows([breakpoint], root, false));
    onSay(`${breakpoint.name} was copied. Paste it into a spreadsheet, or on the first cell of another row.`);
  };

  return (
    <div className={`ledger ${picked.size > 0 ? "picking" : ""}`}>
      {editing?.fault && (
        <span id="ledger-fault" role="alert" className="field-fault">
          {breakpoints.find(({ id }) => id === editing.id)?.name}, {ledgerCells[editing.column]?.label.toLowerCase()}: {editing.fault}
        </span>
      )}
      <div className="table-scroll">
        <table ref={table} className="numbers num" role="grid" aria-label="Ledger of breakpoints">
          <LedgerHead picked={readOnly ? null : all} onPick={() => onPicked(new Set(all ? [] : breakpoints.map(({ id }) => id)))} />
          <tbody>
            {breakpoints.map((breakpoint, index) => {
              const mark = focused?.breakpoint === breakpoint.id ? placeOf(focused) : null;
              const marked = mark && focused ? cellOfPath(focused.path.replace(/^\/breakpoints\/\d+\//, "")) : null;
              const spoken = spokenOf(findings, breakpoint.id, index);
              const terms = termsAt(layout, breakpoint, fromJsonNumber(breakpoint.drawnAt.width));
              const pitch = drawn(breakpoint.id)?.rows?.pitch;
              return (
                <tr key={breakpoint.id} className={breakpoint.id === at ? "here" : ""} aria-selected={picked.has(breakpoint.id)}>
                  {!readOnly && (
                    <td className="pick">
                      <PickBox
                        label={`Select ${breakpoint.name}`}
                        picked={picked.has(breakpoint.id)}
                        onPick={() => toggle(breakpoint.id)}
                      />
                    </td>
                  )}
                  {ledgerCells.map((cell, column) => {
                    const here = row === index && place.column === column;
                    const edited = editing?.id === breakpoint.id && editing.column === column;
                    const about = cell.id === "name" ? breakpoint.id : `${breakpoint.id} ${cell.id}`;
                    const said = comments.find((one) => one.about === about);
                    const there = own.get(`${breakpoint.id} ${cell.id}`);
                    const told = [
                      ...(said ? [said.count > 1 ? `${said.words}\nand ${said.count - 1} more` : said.words] : []),
                      ...(there === undefined ? [] : [`Changed here: ${source} has ${there}`]),
                    ];
                    return (
                      <td
                        key={cell.id}
                        data-cell={`${index}-${column}`}
                        data-label={cell.label}
                        tabIndex={here && !edited ? 0 : -1}
                        className={`cell ${spoken.has(cell.id) ? "off" : ""} ${edited ? "editing" : ""} ${marked === cell.id ? "marked" : ""} ${said ? "commented" : ""} ${there === undefined ? "" : "own"}`}
                        title={told.length > 0 ? told.join("\n") : undefined}
                        aria-label={`${breakpoint.name}, ${cell.label}: ${cell.text(breakpoint, root)}${said ? `, ${said.count} open ${said.count === 1 ? "comment" : "comments"}` : ""}${there === undefined ? "" : `, changed here, ${source} has ${there}`}`}
                        aria-readonly={readOnly}
                        onFocus={() => {
                          if (edited) return;
                          setColumn(column);
                          if (breakpoint.id !== at) onSelect(breakpoint.id);
                        }}
                        onDoubleClick={() => {
                          if (!readOnly && !edited) begin(breakpoint, column, cell.text(breakpoint, root));
                        }}
                        onKeyDown={edited ? undefined : cellKey}
                        onPaste={paste}
                        onCopy={copy}
                      >
                        {edited ? (
                          <>
                            <input
                              name="number"
                              className="num"
                              size={1}
                              autoFocus
                              data-half-typed="true"
                              value={editing.text}
                              aria-label={`${breakpoint.name}, ${cell.label}`}
                              aria-invalid={editing.fault !== ""}
                              aria-describedby={editing.fault ? "ledger-fault" : undefined}
                              onFocus={(event) => event.target.setSelectionRange(editing.text.length > 1 ? 0 : 1, editing.text.length)}
                              onChange={(event) => setEditing({ ...editing, text: event.target.value, fault: "" })}
                              onKeyDown={inputKey}
                              onBlur={() => {
                                if (take()) setEditing(null);
                              }}
                            />
                          </>
                        ) : (
                          cell.text(breakpoint, root)
                        )}
                      </td>
                    );
                  })}
                  {workedOut(terms).map(({ id, label, value }) => (
                    <td key={id} data-label={label} className={`worked-out ${value && !isWhole(value) ? "off" : ""}`}>
                      {value ? <Num value={value} /> : "–"}
                    </td>
                  ))}
                  <td data-label="Row pitch" className={`worked-out ${mark === "rows" || mark === "row-gutter" ? "marked" : ""}`}>
                    {pitch ? <Num value={pitch} /> : "–"}
                  </td>
                  <td data-label="Baseline" className={`worked-out ${mark === "baseline" || mark === "text" ? "marked" : ""}`}>
                    {numberCells.baseline.text(breakpoint) ?? "–"}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {own.size > 0 && (
        <p className="ledger-key">
          <span className="own-mark" aria-hidden="true" /> Changed here: differs from {source}, which this spec follows
        </p>
      )}
    </div>
  );
});
