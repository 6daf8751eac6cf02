"use client";

import { type BoxList, boxLimits, fromJsonNumber, limits } from "@ypsiline/core";
import { wrap } from "comlink";
import { useState } from "react";
import type { FitWorker, ReadBoxes } from "@/workers/fit.worker";

/** Boxes that were taken, with the name of where they came from. */
export type Taken = {
  readonly name: string;
  readonly list: BoxList;
  /** What of the file is no box, or not quite. */
  readonly notes: readonly string[];
};

type Props = { readonly onTake: (taken: Taken) => void; readonly onBack: (() => void) | null };

const pasted = "Pasted boxes";
const sample = `name,x,y,width,height
Card 1,30,96,99,120
Card 2,138,96,99,120
Card 3,246,96,99,120`;

/** Reads text off the main thread. @throws where the worker cannot run. */
const readInWorker = async (text: string): Promise<ReadBoxes> => {
  const worker = new Worker(new URL("../../workers/fit.worker.ts", import.meta.url), { type: "module" });
  try {
    const gone = new Promise<never>((_, reject) => worker.addEventListener("error", () => reject(new Error("the worker cannot run"))));
    return await Promise.race([wrap<FitWorker>(worker).read(text), gone]);
  } finally {
    worker.terminate();
  }
};

/** Where boxes come in: pasted, dropped or chosen, as a box list in JSON or as CSV. What is wrong is said beside the text, which stays. */
export const BoxesIntake = ({ onTake, onBack }: Props) => {
  const [text, setText] = useState("");
  const [name, setName] = useState(pasted);
  const [width, setWidth] = useState("");
  const [fault, setFault] = useState("");
  const [issues, setIssues] = useState<Extract<ReadBoxes, { ok: false }>["issues"]>([]);
  const [busy, setBusy] = useState(false);

  const choose = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    if (file.size > boxLimits.bytes)
      return setFault(`${file.name} has more than ${boxLimits.bytes / 1024 / 1024} MiB; boxes of one page are far less.`);
    setFault("");
    setIssues([]);
    setName(file.name);
    setText(await file.text());
  };
  const asksWidth = !/^\s*[{<]/.test(text);
  const take = async (): Promise<void> => {
    setIssues([]);
    if (text.trim() === "") return setFault("Paste boxes, or choose a file");
    const wide = width === "" ? null : /^\d{1,5}(\.\d{1,3})?$/.test(width) ? Number(width) : NaN;
    if (asksWidth && wide !== null && !(wide >= 1 && wide <= limits.size))
      return setFault(`The width is from 1 to ${limits.size.toLocaleString("en")} px, with at most 3 decimals`);
    setFault("");
    setBusy(true);
    try {
      const read = await readInWorker(text);
      if (!read.ok) return setIssues(read.issues);
      onTake({ name, notes: read.notes, list: read.says || wide === null ? read.list : { ...read.list, width: fromJsonNumber(wide) } });
    } catch {
      setFault("The boxes could not be read in this browser.");
    } finally {
      setBusy(false);
    }
  };
  return (
    <form
      className="fit-intake"
      aria-label="Boxes"
      onSubmit={(event) => {
        event.preventDefault();
        void take();
      }}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void choose(event.dataTransfer.files[0]);
      }}
    >
      <label className="form-label" htmlFor="fit-boxes">
        Boxes, as a list (CSV), a box list (JSON) or a drawing (SVG)
      </label>
      <textarea
        id="fit-boxes"
        name="boxes"
        className="form-control num"
        rows={10}
        spellCheck={false}
        placeholder={sample}
        value={text}
        aria-invalid={issues.length > 0}
        onChange={(event) => {
          setText(event.target.value);
          setName(pasted);
          setIssues([]);
        }}
      />
      <div className="fit-intake-line">
        <input
          name="file"
          type="file"
          className="form-control form-control-sm"
          aria-label="File with boxes"
          accept=".json,.csv,.tsv,.svg,application/json,text/csv,image/svg+xml"
          onChange={(event) => void choose(event.target.files?.[0])}
        />
        {asksWidth && (
          <label className="fit-intake-width">
            Width of the page, px
            <input
              name="width"
              className="form-control form-control-sm num"
              inputMode="decimal"
              placeholder="the last right edge"
              value={width}
              onChange={(event) => setWidth(event.target.value.trim())}
            />
          </label>
        )}
        <button type="submit" className="btn btn-sm btn-primary">
          Measure them
        </button>
        {onBack && (
          <button type="button" className="btn btn-sm btn-link" onClick={onBack}>
            Back to those measured
          </button>
        )}
        {busy && <span role="status">Reading…</span>}
      </div>
      {fault && (
        <p role="alert" className="fault mb-0">
          {fault}
        </p>
      )}
      {issues.length > 0 && (
        <div role="alert" className="fault">
          <strong>These are no boxes yet.</strong>
          <ul className="mb-0">
            {issues.slice(0, 8).map(({ path, message }, index) => (
              <li key={index}>
                {path || "The text"} {message}
              </li>
            ))}
          </ul>
        </div>
      )}
      <p className="quiet mb-0">
        A box is a name, its left and top edge, width and height in px; at most {boxLimits.boxes.toLocaleString("en")}. The heading{" "}
        <span className="num">area</span> may name an area of the spec. A box list in JSON and a drawing say the width of their page
        themselves. Of a drawing rectangles, pictures and named groups are boxes; nothing of it is run or loaded.
      </p>
    </form>
  );
};
