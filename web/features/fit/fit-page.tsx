"use client";

import {
  type Breakpoint,
  breakpointAt,
  type BoxList,
  exact,
  fromJsonNumber,
  type GridFound,
  inOrder,
  type OtherNumber,
  parseLength,
  toDecimal,
  toNumber,
  withGrid,
  zero,
} from "@ypsiline/core";
import type { Remote } from "comlink";
import { useMemo, useState } from "react";
import { DraftBar } from "@/draft/draft-bar";
import { useDraftOfPage } from "@/draft/draft-provider";
import { Choice } from "@/ui/choice";
import { say } from "@/ui/say";
import { WidthField } from "@/ui/width-field";
import type { FitAnswer, FitQuestion, FitWorker } from "@/workers/fit.worker";
import { BoxesIntake, type Taken } from "./boxes-intake";
import { BoxesTable } from "./boxes-table";
import { crossedFit } from "./crossed-fit";
import { FitDrawing } from "./fit-drawing";
import { FitSide } from "./fit-side";
import { useFitWorker } from "./use-worker";

const asks = ["spec", "grid"] as const;
type Ask = (typeof asks)[number];
const askWords: Readonly<Record<Ask, string>> = { spec: "Against this spec", grid: "Which grid is it?" };

const tolerances = ["0.5", "1", "2", "4"] as const;
type Tolerance = (typeof tolerances)[number];
const toleranceWords: Readonly<Record<Tolerance, string>> = { "0.5": "½", "1": "1", "2": "2", "4": "4" };

const askFit = (worker: Remote<FitWorker>, question: FitQuestion): Promise<FitAnswer> => worker.fit(question);

type Props = { readonly at: string | null };

/** Boxes measured in a design or a page, held against the draft; or the grids they may have been drawn on. */
export const FitPage = ({ at: asked }: Props) => {
  const { layout: draft, latest, edit, undo, mayEdit } = useDraftOfPage();
  const [against, setAgainst] = useState<"draft" | "latest">("draft");
  const layout = against === "latest" && latest ? latest.layout : draft;
  const [taken, setTaken] = useState<Taken | null>(null);
  const [intake, setIntake] = useState(false);
  const [ask, setAsk] = useState<Ask>("spec");
  const [tolerance, setTolerance] = useState<Tolerance>("1");
  const [at, setAt] = useState(asked ?? "");
  const [chosen, setChosen] = useState<number | null>(null);
  const named = layout.breakpoints.find(({ id }) => id === at) ?? null;
  const breakpoint = named ?? (taken ? breakpointAt(layout, taken.list.width) : (layout.breakpoints.at(-1) ?? null));
  const question = useMemo(
    (): FitQuestion | null =>
      taken && {
        layout,
        list: taken.list,
        breakpoint: named?.id ?? null,
        tolerance: tolerance === "0.5" ? exact(1, 2) : fromJsonNumber(Number(tolerance)),
      },
    [layout, taken, named, tolerance],
  );
  const { answer, busy, failed, cancel } = useFitWorker(question, askFit);
  const held = useMemo(
    () => (answer?.ok ? { ...answer, fit: crossedFit(answer.fit), asFound: answer.asFound && crossedFit(answer.asFound) } : null),
    [answer],
  );
  const base = parseLength(layout.base)?.value ?? zero;

  /** What is drawn and listed: against the spec's own columns, or against those that were found. */
  const seen = held && (ask === "grid" ? (held.asFound ?? held.fit) : held.fit);
  const put = (next: Breakpoint, done: string): void => {
    const words = edit({ ...draft, breakpoints: draft.breakpoints.map((one) => (one.id === next.id ? next : one)) });
    if (words !== null) say(words);
    else say(done, undo);
  };
  /** Puts a grid that was found in the breakpoint looked at, as one edit. */
  const use = (grid: GridFound): void => {
    if (!breakpoint) return;
    const words = `${grid.columns} columns, gutter ${toDecimal(grid.gutter)}, margin ${toDecimal(grid.margin)}.`;
    put(withGrid(breakpoint, grid), `${breakpoint.name} has ${words}`);
  };
  /** Gives the breakpoint a number that fits more. */
  const takeNumber = ({ layout: changed, to }: OtherNumber): void => {
    const next = changed.breakpoints.find(({ id }) => id === held?.fit.breakpoint.id);
    if (next) put(next, `${next.name} has ${toDecimal(to)} now.`);
  };

  const take = (next: Taken): void => {
    setTaken(next);
    setIntake(false);
    setChosen(null);
  };
  return (
    <div className="draft-page">
      <DraftBar title="Fit" sheet={breakpoint ? `at=${breakpoint.id}` : ""} />
      <div className="fit-body">
        <main className="fit-main">
          <div className="fit-choices">
            <Choice label="What is asked" values={asks} words={askWords} value={ask} onChange={setAsk} />
            {taken && (
              <>
                <span className="quiet ms-auto fit-source" title={taken.name}>
                  {taken.name} · <span className="num">{taken.list.boxes.length.toLocaleString("en")}</span>{" "}
                  {taken.list.boxes.length === 1 ? "box" : "boxes"} at
                </span>
                <WidthField
                  label="Width the boxes were measured at"
                  width={toNumber(taken.list.width)}
                  base={base}
                  onWidth={(width) => take({ ...taken, list: { ...taken.list, width: fromJsonNumber(width) } satisfies BoxList })}
                />
                {latest && (
                  <Choice
                    label="Held against"
                    values={["draft", "latest"] as const}
                    words={{ draft: "Draft", latest: latest.number }}
                    value={against}
                    onChange={setAgainst}
                  />
                )}
                <select
                  name="breakpoint"
                  className="form-select form-select-sm fit-at"
                  aria-label="Breakpoint held against"
                  value={named?.id ?? ""}
                  onChange={(event) => setAt(event.target.value)}
                >
                  <option value="">{breakpointAt(layout, taken.list.width).name}, as it applies</option>
                  {inOrder(layout).map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </select>
                <button type="button" className="btn btn-sm btn-quiet" onClick={() => setIntake(!intake)}>
                  Other boxes…
                </button>
              </>
            )}
          </div>
          {taken && !intake && taken.notes.length > 0 && <p className="quiet mb-0">{taken.notes.join(" ")}</p>}
          {busy && (
            <p role="status" className="mb-0">
              Measuring…{" "}
              <button type="button" className="btn btn-sm btn-quiet" onClick={cancel}>
                Cancel
              </button>
            </p>
          )}
          {failed && <p className="fault mb-0">The boxes could not be measured in this browser.</p>}
          {answer && !answer.ok && <p className="fault mb-0">{answer.issues[0]?.message}</p>}
          {(!taken || intake) && <BoxesIntake onTake={take} onBack={taken ? () => setIntake(false) : null} />}
          {taken && !intake && held && seen && (
            <>
              <FitDrawing fit={seen} layout={layout} list={taken.list} chosen={chosen} onChoose={setChosen} />
              <BoxesTable
                key={taken.name}
                fit={seen}
                source={taken.name}
                chosen={chosen}
                onChoose={setChosen}
                near={
                  <Choice label="Near within, px" values={tolerances} words={toleranceWords} value={tolerance} onChange={setTolerance} />
                }
              />
            </>
          )}
        </main>
        <aside className="fit-side">
          <FitSide
            ask={ask}
            answer={held}
            breakpoint={breakpoint}
            mayEdit={mayEdit && against === "draft"}
            onUse={use}
            onTake={takeNumber}
          />
        </aside>
      </div>
    </div>
  );
};
