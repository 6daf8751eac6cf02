"use client";

import { useRef, useState } from "react";
import { type ReadFile, readLayoutFile } from "./read-file";

type Props = { readonly label: string; readonly onRead: (read: ReadFile) => void };

/** The kinds of files that a layout can be imported from. */
const readableKinds = ".json,.css,.csv,.tsv,.svg,application/json,text/css,text/csv,image/svg+xml";

/** Chooses and reads a file; reading can be cancelled. A fault is shown below until another file is chosen. */
export const FilePicker = ({ label, onRead }: Props) => {
  const [busy, setBusy] = useState<AbortController | null>(null);
  const [refused, setRefused] = useState<Extract<ReadFile, { kind: "refused" }> | null>(null);
  const [read, setRead] = useState<Extract<ReadFile, { kind: "read" }> | null>(null);
  const [chosen, setChosen] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  const choose = async (file: File | undefined) => {
    if (!file) return;
    busy?.abort();
    const controller = new AbortController();
    setBusy(controller);
    setRefused(null);
    setRead(null);
    setChosen(0);
    const answer = await readLayoutFile(file, controller.signal);
    setBusy(null);
    if (answer.kind === "refused") setRefused(answer);
    else setRead(answer);
    onRead(answer);
    if (input.current) input.current.value = "";
  };
  /** Every grid of the file, the chosen one first. */
  const grids =
    read === null || read.others.length === 0 ? [] : [{ name: read.grid ?? "", layout: read.layout, lost: read.lost }, ...read.others];
  const take = (index: number) => {
    const grid = grids[index];
    if (!read || !grid) return;
    setChosen(index);
    onRead({ ...read, grid: grid.name, layout: grid.layout, lost: grid.lost });
  };
  return (
    <div
      className="file-picker"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void choose(event.dataTransfer.files[0]);
      }}
    >
      <input
        name="file"
        ref={input}
        className="form-control"
        type="file"
        aria-label={label}
        accept={readableKinds}
        onChange={(event) => void choose(event.target.files?.[0])}
      />
      {busy && (
        <p role="status" className="mb-0">
          Reading…{" "}
          <button type="button" className="btn btn-sm btn-quiet" onClick={() => busy.abort()}>
            Cancel
          </button>
        </p>
      )}
      {grids.length > 0 && (
        <label className="file-grids">
          Grid of the file
          <select name="grid" className="form-select form-select-sm" value={chosen} onChange={(event) => take(Number(event.target.value))}>
            {grids.map(({ name, layout }, index) => (
              <option key={name} value={index}>
                {name}: {layout.breakpoints.map(({ columns }) => columns.count).join(", ")} columns
              </option>
            ))}
          </select>
        </label>
      )}
      {refused && (
        <div role="alert" className="fault">
          <strong>{refused.name} was not taken.</strong> {refused.issues.length === 0 && refused.detail}
          <ul>
            {refused.issues.slice(0, 8).map(({ path, message }, index) => (
              <li key={index}>
                {path || "The file"} {message}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
};
