"use client";

import { type BoxList, boxLimits, type BoxSource, fromJsonNumber, guessedDensity, limits, pictureLimits, toNumber } from "@ypsiline/core";
import type { Remote } from "comlink";
import { useState } from "react";
import type { FitWorker, ReadBoxes } from "@/workers/fit.worker";
import { inFitWorker } from "./in-fit-worker";
import type { Picture } from "@/ui/picture/picture";
import type { OpenDesign } from "./use-kept";

/** Boxes and the name of their source. */
export type Taken = {
  readonly name: string;
  readonly source: BoxSource;
  readonly list: BoxList;
  /** What in the file is not a box, or not exactly one. */
  readonly notes: readonly string[];
  /** Null if it is not kept with the spec. */
  readonly kept: OpenDesign | null;
  /** The picture it was read from, if that was chosen on this page. */
  readonly picture: Picture | null;
};

type Props = {
  readonly onTake: (taken: Taken) => void;
  readonly onBack: (() => void) | null;
  /** Widths breakpoints are drawn at: a picture of one of them tells its density. */
  readonly drawn: readonly number[];
};

/** A chosen picture, before its edges are found. */
type ChosenPicture = { readonly file: File; readonly width: number; readonly height: number; readonly density: number };

const pasted = "Pasted boxes";
const sample = `name,x,y,width,height
Card 1,30,96,99,120
Card 2,138,96,99,120
Card 3,246,96,99,120`;

/** Where boxes come in: pasted, dropped or chosen, as a box list in JSON or as CSV. What is wrong is said beside the text, which stays. */
export const BoxesIntake = ({ onTake, onBack, drawn }: Props) => {
  const [picture, setPicture] = useState<ChosenPicture | null>(null);
  const [text, setText] = useState("");
  const [name, setName] = useState(pasted);
  const [width, setWidth] = useState("");
  const [fault, setFault] = useState("");
  const [issues, setIssues] = useState<Extract<ReadBoxes, { ok: false }>["issues"]>([]);
  /** What gives up the reading that goes on. */
  const [reading, setReading] = useState<AbortController | null>(null);

  const choosePicture = async (file: File): Promise<void> => {
    if (file.size > pictureLimits.bytes)
      return setFault(
        `${file.name} has more than ${pictureLimits.bytes / 1024 / 1024} MiB; save it as PNG or WebP, or cut it to one page.`,
      );
    const size = await inFitWorker((worker) => worker.size(file)).catch(() => null);
    if (!size) return setFault(`${file.name} is not a PNG, JPEG or WebP that can be read here.`);
    const { width, height } = size;
    if (width * height > pictureLimits.pixels)
      return setFault(
        `${file.name} has ${width.toLocaleString("en")} × ${height.toLocaleString("en")} px; at most ${pictureLimits.pixels / 1_000_000} million can be searched. Crop it to part of the page.`,
      );
    setPicture({ file, width, height, density: guessedDensity(width, drawn) });
    setName(file.name);
  };
  const choose = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setFault("");
    setIssues([]);
    setPicture(null);
    if (file.type.startsWith("image/") && file.type !== "image/svg+xml") return choosePicture(file);
    if (file.size > boxLimits.bytes)
      return setFault(`${file.name} has more than ${boxLimits.bytes / 1024 / 1024} MiB; the boxes of one page need far less.`);
    setName(file.name);
    setText(await file.text());
  };
  /** The picture as it is drawn under the grid. A drawing is shown as a picture too, and never as markup. */
  const shown = (list: BoxList): Picture | null => {
    if (picture) {
      const { file, width: wide, height, density } = picture;
      return { url: URL.createObjectURL(file), width: wide / density, height: height / density, density, file };
    }
    if (!/^\s*</.test(text)) return null;
    const url = URL.createObjectURL(new Blob([text], { type: "image/svg+xml" }));
    return { url, width: toNumber(list.width), height: list.height && toNumber(list.height), density: 1, file: null };
  };
  const asksWidth = picture === null && !/^\s*[{<]/.test(text);
  const read = async (work: (worker: Remote<FitWorker>) => Promise<ReadBoxes>, wide: number | null): Promise<void> => {
    setIssues([]);
    setFault("");
    const giveUp = new AbortController();
    setReading(giveUp);
    try {
      const found = await inFitWorker(work, giveUp.signal);
      if (!found.ok) return setIssues(found.issues);
      const { list, says, source, notes } = found;
      onTake({
        name,
        source,
        notes,
        kept: null,
        picture: shown(list),
        list: says || wide === null ? list : { ...list, width: fromJsonNumber(wide) },
      });
    } catch {
      if (!giveUp.signal.aborted)
        setFault(picture ? "The picture could not be read in this browser." : "The boxes could not be read in this browser.");
    } finally {
      setReading(null);
    }
  };
  const take = async (): Promise<void> => {
    if (picture) return read((worker) => worker.picture(picture.file, picture.density), null);
    if (text.trim() === "") return setFault("Paste boxes, or choose a file");
    const wide = width === "" ? null : /^\d{1,5}(\.\d{1,3})?$/.test(width) ? Number(width) : NaN;
    if (asksWidth && wide !== null && !(wide >= 1 && wide <= limits.size))
      return setFault(`The width is from 1 to ${limits.size.toLocaleString("en")} px, with at most 3 decimals`);
    await read((worker) => worker.read(text), wide);
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
      onPaste={(event) => {
        const [file] = event.clipboardData.files;
        if (!file) return;
        event.preventDefault();
        void choose(file);
      }}
    >
      <label className="form-label" htmlFor="fit-boxes">
        Boxes, as a list (CSV), a box list (JSON) or a drawing (SVG); or a picture to find edges in
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
          setPicture(null);
          setIssues([]);
        }}
      />
      <div className="fit-intake-line">
        <input
          name="file"
          type="file"
          className="form-control form-control-sm"
          aria-label="File with boxes"
          accept=".json,.csv,.tsv,.svg,.png,.jpg,.jpeg,.webp,application/json,text/csv,image/svg+xml,image/png,image/jpeg,image/webp"
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
        {picture && (
          <label className="fit-intake-width">
            <span>
              <span className="num">{picture.width}</span> px wide, density
            </span>
            <select
              name="density"
              className="form-select form-select-sm"
              value={picture.density}
              onChange={(event) => setPicture({ ...picture, density: Number(event.target.value) })}
            >
              {pictureLimits.densities.map((density) => (
                <option key={density} value={density}>
                  {density}: a page {Math.round((picture.width / density) * 100) / 100} wide
                </option>
              ))}
            </select>
          </label>
        )}
        <button type="submit" className="btn btn-sm btn-primary" disabled={reading !== null}>
          {picture ? "Find its edges" : "Measure them"}
        </button>
        {onBack && (
          <button type="button" className="btn btn-sm btn-link" onClick={onBack}>
            Back to the measured boxes
          </button>
        )}
        {reading && (
          <>
            <span role="status">Reading…</span>
            <button type="button" className="btn btn-sm btn-quiet" onClick={() => reading.abort()}>
              Cancel
            </button>
          </>
        )}
      </div>
      {fault && (
        <p role="alert" className="fault mb-0">
          {fault}
        </p>
      )}
      {issues.length > 0 && (
        <div role="alert" className="fault">
          <strong>{picture ? "No edges were found." : "No boxes were found in this text."}</strong>
          <ul className="mb-0">
            {issues.slice(0, 8).map(({ path, message }, index) => (
              <li key={index}>
                {path || (picture ? "" : "The text")} {message}
              </li>
            ))}
          </ul>
        </div>
      )}
      <p className="quiet mb-0">
        Each box is a name, its left and top edge, width and height in px; at most {boxLimits.boxes.toLocaleString("en")}. A column{" "}
        <span className="num">area</span> names the area of the spec that a box belongs to. JSON lists and drawings bring the width of their
        page with them. In an SVG, rectangles, pictures and named groups are boxes; nothing in it is run or loaded. In a picture, straight
        edges are found. A picture stays in this browser unless you save it with the design.
      </p>
    </form>
  );
};
