"use client";

import {
  breakpointAt,
  breakpointRanges,
  fromJsonNumber,
  type Layout,
  limits,
  orderChanges,
  parseLength,
  type PageContent,
  type PageOptions,
  plainCss,
  resolve,
  type Resolution,
  toDecimal,
  toNumber,
  usuallyNamed,
  writeCss,
  writePage,
  zero,
} from "@ypsiline/core";
import { useCallback, useDeferredValue, useMemo, useState } from "react";
import { useDraftOfPage } from "@/draft/draft-provider";
import { useLooking } from "@/draft/looking";
import { useQueryShown } from "@/ui/address";
import { Choice } from "@/ui/choice";
import { Ladder } from "@/ui/ladder/ladder";
import { Num } from "@/ui/num";
import { WidthField } from "@/ui/width-field";
import { useSize } from "@/ui/use-size";
import { SplitMain, SplitSide } from "@/ui/split";
import { notify } from "@/ui/notify";
import { ContentPanel, type Picture } from "./content-panel";
import { downloadPage } from "./download-page";
import { shippedFaces } from "./faces";
import { type TryFill, tryFills } from "./fills";
import type { AreasMeasured } from "./measure-areas";
import { MeasuredWords } from "./measured-words";
import { type OwnPage, ownPageHtml, readOwnPage } from "./own-page";
import { OwnPagePanel } from "./own-page-panel";
import { PullEdge } from "./pull-edge";
import { SweepPanel } from "./sweep-panel";
import { TriedFrame } from "./tried-frame";
import { useContent } from "./use-content";

const tryShows = ["one", "all"] as const;
type TryShow = (typeof tryShows)[number];

type Props = {
  readonly width: number | null;
  readonly show: TryShow;
  readonly fill: TryFill;
  /** What areas hold, as the server has it. */
  readonly content: PageContent;
  /** The address of the areas' pictures. */
  readonly pictures: Readonly<Record<string, string>>;
};

const showWords: Readonly<Record<TryShow, string>> = { one: "One width", all: "All breakpoints" };
const fillWords: Readonly<Record<TryFill, string>> = {
  plain: "Plain areas",
  text: "With text",
  own: "Your content",
  page: "Your page",
};

/** Room beside and between frames, screen px. */
const gap = 16;
/** Smallest scale of the page, screen px per px. */
const leastScale = 0.05;

/** The page in Try: of the draft's areas, or an own one; empty if that was not given yet. */
const tryHtml = (layout: Layout, fill: TryFill, filling: Pick<PageOptions, "content" | "pictures">, page: OwnPage | null): string => {
  const named = usuallyNamed(layout);
  const css = `${fill === "plain" ? "" : shippedFaces()}\n${writeCss(named, plainCss)}`;
  if (fill === "page") return page ? ownPageHtml(page, css) : "";
  return writePage(named, { query: "media", sample: fill, css, ...filling });
};

const addressesOf = (pictures: Readonly<Record<string, Picture>>): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.entries(pictures).map(([area, { address }]) => [area, address]));

/** The page that was given last in this tab, so that going to another view and back finds it. */
const keyOf = ({ team, spec }: { readonly team: string; readonly spec: string }): string => `ypsiline page ${team}/${spec}`;
const lastPage = (key: string): string | null => {
  try {
    return sessionStorage.getItem(key);
  } catch {
    return null;
  }
};
const rememberPage = (key: string, text: string): void => {
  try {
    sessionStorage.setItem(key, text);
  } catch {
    // There is no room for so much: the page is shown, and given again after a reload.
  }
};

/** A layout whose area takes so many rows at a breakpoint. */
const withRows = (layout: Layout, area: string, breakpoint: string, rowSpan: number): Layout => ({
  ...layout,
  areas: layout.areas.map((one) => {
    const placement = one.placements[breakpoint];
    return one.id === area && placement ? { ...one, placements: { ...one.placements, [breakpoint]: { ...placement, rowSpan } } } : one;
  }),
});
const sayFault = (words: string | null): void => {
  if (words !== null) notify(words);
};

/**
 * The draft as a page at any width: the published stylesheet and one element per area. Each edge is compared with its
 * sum.
 */
export const TryPage = ({ width: first, show: shown, fill: filled, content: given, pictures: kept }: Props) => {
  const { address, layout: draft, edit, mayEdit } = useDraftOfPage();
  const [width, setWidth] = useState(first ?? draft.breakpoints.at(-1)?.drawnAt.width ?? 1280);
  const [show, setShow] = useState(shown);
  const [fill, setFill] = useState(filled);
  const own = useContent(address, given);
  const [pictures, setPictures] = useState<Readonly<Record<string, Picture>>>(() =>
    Object.fromEntries(Object.entries(kept).map(([area, address]) => [area, { address, file: null }])),
  );
  const [pageText, setPageText] = useState(() => lastPage(keyOf(address)));
  const [measured, setMeasured] = useState<Readonly<Record<string, AreasMeasured>>>({});
  const layout = useDeferredValue(draft);
  const { ref, width: roomWide } = useSize<HTMLDivElement>();
  const known = roomWide > 0;
  // Frames are drawn in the browser alone, once their room is known.
  const page = useMemo(() => {
    const read = known && pageText !== null ? readOwnPage(pageText, layout) : null;
    return typeof read === "string" ? null : read;
  }, [known, pageText, layout]);
  const held = useDeferredValue(own.content);
  const html = useMemo(
    () => (!known ? "" : tryHtml(layout, fill, { content: held, pictures: addressesOf(pictures) }, page)),
    [layout, fill, known, held, pictures, page],
  );
  const ownPage = fill === "page";
  const order = useMemo(() => orderChanges(layout), [layout]);
  const at = fromJsonNumber(width);
  const breakpoint = breakpointAt(layout, at);
  const one = useMemo(() => {
    const resolved = resolve(layout, { width: fromJsonNumber(width) });
    return resolved.ok ? resolved.value : null;
  }, [layout, width]);
  const all = useMemo(
    () =>
      breakpointRanges(layout).flatMap(({ breakpoint: { drawnAt }, from, until }): Resolution[] => {
        // A page depends on its width only: for a breakpoint drawn outside its range, the nearest width inside is
        // shown.
        const nearest = Math.max(from, until === null ? drawnAt.width : Math.min(drawnAt.width, Math.ceil(until) - 1));
        const resolved = resolve(layout, { width: fromJsonNumber(nearest) });
        return resolved.ok ? [resolved.value] : [];
      }),
    [layout],
  );
  // While the edge is pulled the scale stays, so that the edge stays under the pointer.
  const [pulled, setPulled] = useState<number | null>(null);
  const base = parseLength(layout.base)?.value ?? zero;
  const range = breakpointRanges(layout).find((entry) => entry.breakpoint.id === breakpoint.id);

  useQueryShown({ width: String(width), show, sample: fill });
  useLooking({ at: breakpoint.id, width: String(width) });

  const note = useCallback((key: string) => (found: AreasMeasured) => setMeasured((known) => ({ ...known, [key]: found })), []);
  const noteOne = useMemo(() => note("one"), [note]);
  const notes = useMemo(() => new Map(all.map(({ breakpoint: { id } }) => [id, note(id)])), [all, note]);

  const fitting = Math.min(1, Math.max(leastScale, (roomWide - 3 * gap) / width));
  const scale = pulled ?? fitting;
  const together = Math.min(
    1,
    Math.max(leastScale, (roomWide - gap * (all.length + 1)) / all.reduce((sum, { width: wide }) => sum + toNumber(wide), 0)),
  );
  const terms = one?.terms;
  const path = `/specs/${address.team}/${address.spec}`;

  return (
    <div className="draft-page">
      <h1 className="visually-hidden">Try it in a page</h1>
      <div className="split layout-areas">
        <SplitMain className="try-main">
          <div className="try-choices">
            <Choice label="What is shown" values={tryShows} words={showWords} value={show} onChange={setShow} />
            <Choice label="What stands in the areas" values={tryFills} words={fillWords} value={fill} onChange={setFill} />
            <span className="quiet ms-auto">Drag the edge, or type a width</span>
            <WidthField label="Width of the page" width={width} base={base} onWidth={setWidth} />
          </div>
          <Ladder
            layout={layout}
            at={breakpoint.id}
            probe={at}
            readOnly
            onProbe={(next) => setWidth(Number(toDecimal(next)))}
            onSelect={(id) => setWidth(layout.breakpoints.find((entry) => entry.id === id)?.drawnAt.width ?? width)}
            onFrom={() => undefined}
          />
          <div className={`try-field ${show}`} ref={ref}>
            {known && html === "" && (
              <p className="card-plain p-3 mb-0">
                Give a page of your own at the side, and see it laid out by this draft at any width. Elements with <code>data-area</code>{" "}
                become the areas.
              </p>
            )}
            {known && html !== "" && show === "one" && one && (
              <div className="try-one">
                <TriedFrame html={html} layout={layout} resolution={one} scale={scale} onMeasured={noteOne} own={ownPage} />
                <PullEdge
                  width={width}
                  most={limits.size}
                  onStart={() => setPulled(fitting)}
                  onPull={(x) => setWidth(Math.max(1, Math.round(Math.min(x, roomWide - 2 * gap) / scale)))}
                  onEnd={() => setPulled(null)}
                  onWidth={setWidth}
                />
              </div>
            )}
            {known &&
              html !== "" &&
              show === "all" &&
              all.map((resolution) => {
                const { id, name } = resolution.breakpoint;
                const wide = toNumber(resolution.width);
                return (
                  <figure key={id} style={{ width: wide * together }}>
                    <figcaption>
                      <button
                        type="button"
                        className="btn btn-link p-0"
                        onClick={() => {
                          setWidth(wide);
                          setShow("one");
                        }}
                      >
                        {name} <span className="num">{wide}</span>
                      </button>
                    </figcaption>
                    <TriedFrame
                      html={html}
                      layout={layout}
                      resolution={resolution}
                      scale={together}
                      onMeasured={notes.get(id) ?? noteOne}
                      own={ownPage}
                    />
                    <MeasuredWords measured={measured[id] ?? null} short />
                  </figure>
                );
              })}
          </div>
        </SplitMain>
        <SplitSide className="try-side">
          {show === "one" && html !== "" && terms && range && (
            <section aria-label="Width looked at">
              <h2>
                {breakpoint.name},{" "}
                <span className="num">{range.until === null ? `${range.from} and up` : `${range.from}–${Math.ceil(range.until) - 1}`}</span>
              </h2>
              <p className="quiet">
                At <span className="num">{width}</span>: {terms.count} columns of <Num value={terms.column} />, gutter{" "}
                <Num value={terms.gutter} />, margin <Num value={terms.margin.start} />.
              </p>
              <h2>Measured here</h2>
              <MeasuredWords
                measured={measured["one"] ?? null}
                onRows={mayEdit ? (area, rows) => sayFault(edit(withRows(draft, area, breakpoint.id, rows))) : null}
              />
            </section>
          )}
          {fill === "own" && layout.areas.length > 0 && (
            <ContentPanel
              layout={layout}
              own={own}
              mayEdit={mayEdit}
              onPicture={(area, picture, held) => {
                setPictures((before) => ({ ...before, [area]: picture }));
                if (picture.file) void own.setPicture(area, picture.file, held);
              }}
            />
          )}
          {fill === "page" && layout.areas.length > 0 && (
            <OwnPagePanel
              layout={layout}
              page={page}
              onPage={(text) => {
                setPageText(text);
                rememberPage(keyOf(address), text);
              }}
            />
          )}
          <SweepPanel
            html={html}
            own={ownPage}
            layout={layout}
            order={order}
            onWidth={(next) => {
              setWidth(next);
              setShow("one");
            }}
          />
          <section aria-label="What the page is made of">
            <h2>Page made of</h2>
            <p className="quiet">This page uses the stylesheet as it will be published, with one element per area.</p>
            {fill === "own" && (
              <button
                type="button"
                className="btn btn-sm btn-quiet"
                onClick={() => void downloadPage(layout, own.content, pictures, address.spec)}
              >
                Page with your content, ZIP
              </button>
            )}
            <a
              className="btn btn-sm btn-quiet"
              href={`/api/drafts/${address.team}/${address.spec}/files/page.zip`}
              download={`${address.spec}-page.zip`}
            >
              Page and stylesheet, ZIP
            </a>
            {layout.areas.length === 0 && (
              <p className="mt-3">
                This spec has no areas yet. <a href={`${path}?at=${breakpoint.id}&facet=areas`}>Draw some on the sheet</a>.
              </p>
            )}
          </section>
        </SplitSide>
      </div>
    </div>
  );
};
