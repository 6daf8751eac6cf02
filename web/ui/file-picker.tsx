"use client";

import { useRef, useState } from "react";
import { type ReadFile, readLayoutFile } from "./read-file";

type Props = { readonly label: string; readonly onRead: (read: ReadFile) => void };

/** Kinds of files a layout can be read from. */
export const readableKinds = ".json,.css,.csv,.tsv,.svg,application/json,text/css,text/csv,image/svg+xml";

/** Chooses a file and reads it; reading can be cancelled. What was wrong stands below until another is chosen. */
export const FilePicker = ({ label, onRead }: Props) => {
  const [busy, setBusy] = useState<AbortController | null>(null);
  const [refused, setRefused] = useState<Extract<ReadFile, { kind: "refused" }> | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const choose = async (file: File | undefined) => {
    if (!file) return;
    busy?.abort();
    const controller = new AbortController();
    setBusy(controller);
    setRefused(null);
    const read = await readLayoutFile(file, controller.signal);
    setBusy(null);
    if (read.kind === "refused") setRefused(read);
    onRead(read);
    if (input.current) input.current.value = "";
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
