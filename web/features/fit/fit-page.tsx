"use client";

import {
  type Breakpoint,
  breakpointAt,
  boxLimits,
  type BoxSide,
  exact,
  fromJsonNumber,
  type GridFound,
  gridWords,
  type Layout,
  type OtherNumber,
  parseLength,
  toDecimal,
  toNumber,
  withGrid,
  withRows,
  zero,
} from "@ypsiline/core";
import type { Remote } from "comlink";
import { useEffect, useMemo, useRef, useState } from "react";
import { useDraftOfPage } from "@/draft/draft-provider";
import { useLooking } from "@/draft/looking";
import { Choice } from "@/ui/choice";
import { notify } from "@/ui/notify";
import { TextField } from "@/ui/text-field";
import type { FitAnswer, FitQuestion, FitWorker, ReadBoxes } from "@/workers/fit.worker";
import { handedOver } from "@/ui/picture/picture";
import { SplitMain, SplitSide } from "@/ui/split";
import { type Ask, FitChoices, onDraft } from "./fit-choices";
import { BoxesIntake, type Taken } from "./boxes-intake";
import { BoxesTable } from "./boxes-table";
import { crossedFit } from "./crossed-fit";
import { FitDrawing } from "./fit-drawing";
import { EdgePurposes } from "./edge-purposes";
import { FitSide } from "./fit-side";
import { readHanded } from "./handed-picture";
import { inFitWorker } from "./in-fit-worker";
import { KeptDesigns } from "./kept-designs";
import { type LastBoxes, lastBoxes, rememberBoxes } from "./last-boxes";
import { type Marked, noSnaps, renamed, type Snaps, snapsOf, withMarked } from "./picture";
import { useKept } from "./use-kept";
import { useVersions } from "./use-versions";
import { useFitWorker } from "./use-worker";

const tolerances = ["0.5", "1", "2", "4"] as const;
type Tolerance = (typeof tolerances)[number];
const toleranceWords: Readonly<Record<Tolerance, string>> = { "0.5": "½", "1": "1", "2": "2", "4": "4" };

const askFit = (worker: Remote<FitWorker>, question: FitQuestion): Promise<FitAnswer> => worker.fit(question);

type Props = {
  readonly at: string | null;
  /** The kept design to begin with. */
  readonly design: number | null;
  /** The first question. */
  readonly ask: Ask;
};

/** Boxes measured in a design or a page, compared with the draft, or the grids they may have been drawn on. */
export const FitPage = ({ at: asked, design: first, ask: askedFirst }: Props) => {
  const { address, layout: draft, latest, edit, undo, mayEdit } = useDraftOfPage();
  const kept = useKept(address);
  const versions = useVersions(address);
  const [against, setAgainst] = useState(onDraft);
  const layout = against === latest?.number ? latest.layout : (versions.layouts.get(against) ?? draft);
  const [taken, setTaken] = useState<Taken | null>(null);
  const [intake, setIntake] = useState(false);
  const [ask, setAsk] = useState<Ask>(askedFirst);
  const [tolerance, setTolerance] = useState<Tolerance>("1");
  const [at, setAt] = useState(asked ?? "");
  const [chosen, setChosen] = useState<number | null>(null);
  /** How many lists were opened: each starts anew. */
  const [takes, setTakes] = useState(0);
  const named = layout.breakpoints.find(({ id }) => id === at) ?? null;
  const breakpoint = named ?? (taken ? breakpointAt(layout, taken.list.width) : (layout.breakpoints.at(-1) ?? null));
  useLooking(breakpoint ? { at: breakpoint.id, width: String(breakpoint.drawnAt.width) } : {});
  // The list alone is measured: a new name, or being kept, asks nothing anew.
  const list = taken?.list ?? null;
  const question = useMemo(
    (): FitQuestion | null =>
      list && {
        layout,
        list,
        breakpoint: named?.id ?? null,
        tolerance: tolerance === "0.5" ? exact(1, 2) : fromJsonNumber(Number(tolerance)),
      },
    [layout, list, named, tolerance],
  );
  const { answer, busy, failed, cancel } = useFitWorker(question, askFit);
  const held = useMemo(
    () => (answer?.ok ? { ...answer, fit: crossedFit(answer.fit), asFound: answer.asFound && crossedFit(answer.asFound) } : null),
    [answer],
  );
  const base = parseLength(layout.base)?.value ?? zero;

  /** What is drawn and listed: against the spec's own columns, or against those that were found. */
  const seen = held && (ask === "grid" ? (held.asFound ?? held.fit) : held.fit);
  const putWhole = (next: Layout, done: string): void => {
    const words = edit(next);
    if (words !== null) notify(words);
    else notify(done, undo);
  };
  const put = (next: Breakpoint, done: string): void =>
    putWhole({ ...draft, breakpoints: draft.breakpoints.map((one) => (one.id === next.id ? next : one)) }, done);
  /** Gives the current breakpoint a found grid, as one edit. */
  const use = (grid: GridFound): void => {
    if (!breakpoint) return;
    put(withGrid(breakpoint, grid), `${breakpoint.name} has ${gridWords(grid)}.`);
  };
  /** Gives the breakpoint a number that fits more. */
  const takeNumber = ({ layout: changed, to }: OtherNumber): void => {
    const next = changed.breakpoints.find(({ id }) => id === held?.fit.breakpoint.id);
    if (next) put(next, `${next.name} has ${toDecimal(to)} now.`);
  };

  const take = (next: Taken): void => {
    setTaken(next);
    if (taken?.picture && taken.picture.url !== next.picture?.url) URL.revokeObjectURL(taken.picture.url);
    if (next.picture) setSnaps(snapsOf(next.list));
    setTakes(takes + 1);
    setIntake(false);
    setChosen(null);
  };
  const [withPicture, setWithPicture] = useState(false);
  /** Lines found in the picture, also once boxes were marked in their stead. */
  const [snaps, setSnaps] = useState<Snaps>(noSnaps);
  const mark = (box: Marked): void => {
    if (!taken) return;
    const list = withMarked(taken.list, box);
    setTaken({ ...taken, kept: null, list });
    setChosen(list.boxes.length - 1);
  };
  const rename = (name: string): string | null => {
    if (name.trim() === "") return "Give the design a name.";
    if (taken) setTaken({ ...taken, name: name.trim().slice(0, boxLimits.name) });
    return null;
  };
  const openKept = async (id: number): Promise<void> => {
    const found = await kept.open(id);
    if (!found) return;
    const read = await inFitWorker(async (worker): Promise<ReadBoxes> => worker.read(found.list)).catch(() => null);
    if (!read?.ok) return notify(`${found.name} could not be read.`);
    const { list } = read;
    take({
      name: found.name,
      source: found.source,
      list,
      notes: [],
      kept: { id: found.id, purposes: found.purposes },
      picture: found.picture && {
        url: kept.pictureAt(found.id),
        width: toNumber(list.width),
        height: found.picture.height / found.picture.density,
        density: found.picture.density,
        file: null,
      },
    });
  };
  const keep = async (): Promise<void> => {
    if (!taken) return;
    const { picture } = taken;
    const id = await kept.keep(
      taken.name,
      taken.source,
      taken.list,
      withPicture && picture?.file ? { file: picture.file, density: picture.density } : null,
    );
    if (id !== null) setTaken((now) => (now === taken ? { ...taken, kept: { id, purposes: {} } } : now));
  };
  const setPurpose = async (box: number, edge: BoxSide, reason: string | null): Promise<void> => {
    const next = taken?.kept && (await kept.setPurpose(taken.kept, box, edge, reason));
    if (next) setTaken((now) => (now?.kept?.id === next.id ? { ...now, kept: next } : now));
  };
  const holdAgainst = async (number: string): Promise<void> => {
    if (number === onDraft || number === latest?.number || (await versions.read(number))) setAgainst(number);
  };
  const readAgain = async ({ name, source, notes, list }: Exclude<LastBoxes, { design: number }>): Promise<void> => {
    const read = await inFitWorker(async (worker): Promise<ReadBoxes> => worker.read(list)).catch(() => null);
    if (read?.ok) take({ name, source, notes, list: read.list, kept: null, picture: null });
  };
  // What the address names, else what was open last in this tab.
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    const timer = setTimeout(() => {
      begun.current = true;
      const handed = handedOver();
      if (handed) return void readHanded(handed).then((read) => (typeof read === "string" ? notify(read) : take(read)));
      const begin = first === null ? lastBoxes(address) : { design: first };
      if (begin) void ("design" in begin ? openKept(begin.design) : readAgain(begin));
    }, 0);
    return () => clearTimeout(timer);
  });
  useEffect(() => {
    if (taken) rememberBoxes(address, taken);
  }, [address, taken]);
  const purposes = taken?.kept?.purposes ?? {};
  return (
    <div className="draft-page">
      <h1 className="visually-hidden">Fit a design</h1>
      <div className="split layout-areas">
        <SplitMain className="fit-main">
          <FitChoices
            ask={ask}
            onAsk={setAsk}
            list={taken?.list ?? null}
            onList={(list) => {
              if (taken) take({ ...taken, kept: null, list });
            }}
            layout={layout}
            base={base}
            versions={latest ? (versions.numbers.length > 0 ? versions.numbers : [latest.number]) : []}
            against={against}
            onAgainst={(number) => void holdAgainst(number)}
            at={named?.id ?? ""}
            onAt={setAt}
            onOther={() => setIntake(!intake)}
          />
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
          {(!taken || intake) && (
            <BoxesIntake
              onTake={take}
              onBack={taken ? () => setIntake(false) : null}
              drawn={layout.breakpoints.map(({ drawnAt }) => drawnAt.width)}
            />
          )}
          {taken && !intake && held && seen && (
            <>
              <FitDrawing
                fit={seen}
                layout={layout}
                list={taken.list}
                chosen={chosen}
                onChoose={setChosen}
                picture={taken.picture && { is: taken.picture, snaps, onMark: mark }}
              />
              <BoxesTable
                key={takes}
                fit={seen}
                edges={taken.list.edges ?? false}
                purposes={purposes}
                named={
                  taken.kept ? (
                    <span className="fit-source" title={taken.name}>
                      {taken.name}, kept
                    </span>
                  ) : mayEdit ? (
                    <>
                      <span className="fit-named">
                        <TextField label="Name of the design" text={taken.name} onEnter={rename} />
                      </span>
                      {taken.picture?.file && (
                        <label
                          className="fit-with-picture"
                          title="Whoever may see the spec sees the picture then. It is encoded anew, without its metadata."
                        >
                          <input
                            type="checkbox"
                            name="with-picture"
                            className="form-check-input m-0"
                            checked={withPicture}
                            onChange={(event) => setWithPicture(event.target.checked)}
                          />
                          with its picture
                        </label>
                      )}
                      <button type="button" className="btn btn-sm btn-primary" onClick={() => void keep()}>
                        Save
                      </button>
                    </>
                  ) : (
                    <span className="fit-source" title={taken.name}>
                      {taken.name}
                    </span>
                  )
                }
                about={(index, one) => (
                  <>
                    {taken.picture && taken.kept === null && !taken.list.edges && (
                      <label className="fit-purpose">
                        Name of the box
                        <span className="fit-named">
                          <TextField
                            label="Name of the box"
                            text={one.box.name}
                            onEnter={(name) => {
                              if (name.trim() === "") return "Give the box a name.";
                              setTaken({ ...taken, list: renamed(taken.list, index, name.trim().slice(0, boxLimits.name)) });
                              return null;
                            }}
                          />
                        </span>
                      </label>
                    )}
                    <EdgePurposes
                      one={one}
                      index={index}
                      isEdge={taken.list.edges ?? false}
                      purposes={taken.kept && purposes}
                      onPurpose={mayEdit ? (edge, reason) => setPurpose(index, edge, reason) : null}
                    />
                  </>
                )}
                source={taken.name}
                chosen={chosen}
                onChoose={setChosen}
                near={
                  <Choice label="Near within, px" values={tolerances} words={toleranceWords} value={tolerance} onChange={setTolerance} />
                }
              />
            </>
          )}
        </SplitMain>
        <SplitSide className="fit-side">
          <FitSide
            ask={ask}
            answer={held}
            breakpoint={breakpoint}
            purposes={purposes}
            design={taken}
            team={address.team}
            mayEdit={mayEdit && against === onDraft}
            onUse={use}
            onTake={takeNumber}
            onUnit={({ unit }) => putWhole({ ...draft, base: `${toDecimal(unit)}px` }, `The base unit is ${toDecimal(unit)} now.`)}
            onRows={(rows) =>
              breakpoint &&
              putWhole(
                withRows(draft, breakpoint.id, rows),
                `${breakpoint.name} has rows of ${toDecimal(rows.height)} with ${toDecimal(rows.gutter)} between.`,
              )
            }
          />
          <KeptDesigns kept={kept} open={taken?.kept?.id ?? null} mayEdit={mayEdit} onOpen={({ id }) => void openKept(id)} />
        </SplitSide>
      </div>
    </div>
  );
};
