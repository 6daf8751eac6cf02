"use client";

import {
  columnTerms,
  fromJsonNumber,
  type Layout,
  parseLength,
  rootFontSize,
  setAt,
  toDecimal,
  todaysNumbers,
  type WholePixelSet,
  workOutSum,
  zero,
} from "@ypsiline/core";
import dynamic from "next/dynamic";
import { useDeferredValue, useMemo, useState } from "react";
import { notify } from "@/ui/notify";
import { useDraftOfPage } from "@/draft/draft-provider";
import { useLooking } from "@/draft/looking";
import { useQueryShown } from "@/ui/address";
import { SplitMain, SplitSide } from "@/ui/split";
import { type FormField, fieldOfIssue, formFor, mostSearched, readForm, type SearchForm } from "./search-form";
import { SearchPanel } from "./search-panel";
import { SetPreview } from "./set-preview";
import { SetsTable } from "./sets-table";
import { useSets } from "./use-sets";
import { withSet } from "./use-set";

// Charts weigh as much as the rest of the page; it is read and searched before they are there.
const SetsChart = dynamic(() => import("./sets-chart").then((module) => module.SetsChart), { ssr: false });

const breakpointOf = (layout: Layout, id: string) => layout.breakpoints.find((one) => one.id === id) ?? layout.breakpoints.at(-1);

/** Sets of columns, gutter and margin without fractions at one breakpoint: searched, compared, previewed and used. */
export const SetsPage = ({ at: first }: { readonly at: string | null }) => {
  const { layout, mayEdit, edit, undo } = useDraftOfPage();
  const [at, setAtId] = useState(first ?? "");
  const breakpoint = breakpointOf(layout, at);
  if (!breakpoint) throw new Error("a layout has a breakpoint");
  const [forms, setForms] = useState<Readonly<Record<string, SearchForm>>>({});
  const begun = useMemo(() => formFor(layout, breakpoint), [layout, breakpoint]);
  const form = forms[breakpoint.id] ?? begun;
  const [pointed, setPointed] = useState<number | null>(null);
  const base = parseLength(layout.base)?.value ?? zero;
  const asked = useDeferredValue(form);
  const read = useMemo(() => readForm(asked, layout, breakpoint), [asked, layout, breakpoint]);
  const question = useMemo(() => (read.ok ? { search: read.search, ranking: read.ranking } : null), [read]);
  const { answer, busy, share, failed, givenUp, cancel } = useSets(question);

  useQueryShown({ at: breakpoint.id });
  useLooking({ at: breakpoint.id, width: String(breakpoint.drawnAt.width) });

  const context = { width: fromJsonNumber(breakpoint.drawnAt.width), rootFontSize: rootFontSize(layout) };
  const sum = workOutSum(form.width);
  const width = sum.ok && !sum.unit && Number(toDecimal(sum.value)) >= 1 ? sum.value : context.width;
  const terms = columnTerms(breakpoint.columns, { ...context, width });
  const today = read.ok ? read.ranking.today : todaysNumbers(terms);
  const faults: Readonly<Partial<Record<FormField, string>>> = read.ok
    ? answer && !answer.ok
      ? Object.fromEntries(answer.issues.map(({ path, message }) => [fieldOfIssue(path), `This ${message}`]))
      : {}
    : read.faults;
  const found = answer?.ok ? answer : null;
  const pointedSet = found && pointed !== null && pointed < found.list.length ? setAt(found.list, pointed) : null;
  const pointedTerms = pointedSet && columnTerms(withSet(breakpoint, pointedSet).columns, { ...context, width });

  const use = (set: WholePixelSet): void => {
    const next = withSet(breakpoint, set);
    const words = edit({ ...layout, breakpoints: layout.breakpoints.map((one) => (one.id === next.id ? next : one)) });
    if (words !== null) notify(words);
    else
      notify(
        `${breakpoint.name} has ${set.columns} columns of ${toDecimal(set.column)}, gutter ${toDecimal(set.gutter)}, margin ${toDecimal(set.margin)}.`,
        undo,
      );
  };
  return (
    <div className="draft-page">
      <h1 className="visually-hidden">Whole-pixel sets</h1>
      <div className="split layout-areas side-first">
        <SplitSide className="sets-side" area="search">
          <SearchPanel
            layout={layout}
            breakpoint={breakpoint}
            form={form}
            faults={faults}
            base={toDecimal(base)}
            onForm={(next) => setForms({ ...forms, [breakpoint.id]: next })}
            onBreakpoint={(id) => {
              setAtId(id);
              setPointed(null);
            }}
          />
          <div className={`sets-count ${found?.kept === 0 ? "none" : ""}`} role="status">
            {busy ? (
              <>
                <span>Looking…</span>
                <progress max={1} value={share ?? 0} aria-label="How much is looked through" />
                <button type="button" className="btn btn-sm btn-quiet" onClick={cancel}>
                  Cancel
                </button>
              </>
            ) : givenUp ? (
              <span>Search cancelled. These are the earlier results; change a value to search again.</span>
            ) : failed ? (
              <span className="fault">The search could not be run in this browser.</span>
            ) : found ? (
              <>
                <strong>
                  {found.kept.toLocaleString("en")} {found.kept === 1 ? "set closes" : "sets close"} to the pixel
                </strong>
                <span className="d-block">
                  out of <span className="num">{found.combinations.toLocaleString("en")}</span> combinations tried, in{" "}
                  <span className="num">{found.ms < 10 ? found.ms.toFixed(1) : Math.round(found.ms)}</span> ms
                </span>
                {found.total > mostSearched && (
                  <span className="d-block">Only the first {countWords(mostSearched)} were ranked: narrow the ranges.</span>
                )}
                {found.kept > found.list.length && <span className="d-block">The best {countWords(found.list.length)} are listed.</span>}
              </>
            ) : (
              <span className="quiet">{read.ok ? "Looking…" : "Correct the search to run it again."}</span>
            )}
          </div>
        </SplitSide>
        <SplitMain className="sets-main" area="sets">
          <div className="sets-top">
            <div className="sets-figure">
              <h2>Gutter against column width</h2>
              <div className="card-plain">
                {found && <SetsChart list={found.list} today={today} pointed={pointed} onPoint={setPointed} />}
              </div>
            </div>
            <SetPreview today={terms} pointed={pointedTerms} name={breakpoint.name} />
          </div>
          {found && found.kept > 0 && (
            <SetsTable
              list={found.list}
              today={today}
              todaysTerms={terms}
              readOnly={!mayEdit}
              pointed={pointed}
              onPoint={setPointed}
              onUse={use}
            />
          )}
          {found?.kept === 0 && (
            <p className="sets-none card-plain">
              Nothing closes within these ranges{Object.values(form.filters).some(Boolean) ? " and with these filters" : ""}. Widen the
              gutter or the margin, make their steps smaller, or keep fewer filters: {countWords(found.total)}{" "}
              {found.total === 1 ? "set closes" : "sets close"} without filters.
            </p>
          )}
        </SplitMain>
      </div>
    </div>
  );
};

const countWords = (count: number): string => count.toLocaleString("en");
