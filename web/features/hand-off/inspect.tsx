"use client";

import { useEffect, useRef, useState } from "react";
import { CopyButton } from "@/ui/copy-button";
import type { InspectedText } from "./inspect-data";

type Props = {
  /** The address of this version's layout. */
  readonly file: string;
  /** Breakpoints by id, with the widths that can be shown. */
  readonly breakpoints: readonly {
    readonly id: string;
    readonly name: string;
    readonly width: number;
    readonly from: number;
    readonly to: number;
  }[];
};

/** Everything that can be pointed at is HTML in the page, and readable without scripts. */
const items = "[data-inspect]";

const all = (of: ParentNode): readonly (HTMLElement | SVGElement)[] => [...of.querySelectorAll<HTMLElement | SVGElement>(items)];

/** Each drawing or table is one stop of the Tab key; the arrow keys go on from there. */
const makeStops = (): void => {
  for (const place of document.querySelectorAll(".inspectable"))
    all(place).forEach((one, index) => {
      one.setAttribute("role", "button");
      if (!one.hasAttribute("tabindex")) one.setAttribute("tabindex", index === 0 ? "0" : "-1");
    });
};

/**
 * What is pointed at in the drawings and tables of the page, or has the focus: its px, its columns and its CSS, to copy. At
 * any width, worked out in this browser once one is chosen.
 */
export const Inspect = ({ file, breakpoints }: Props) => {
  const [shown, setShown] = useState<InspectedText | null>(null);
  const [at, setAt] = useState(breakpoints[0]?.id ?? "");
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [fault, setFault] = useState("");
  // What was clicked stays while the pointer goes on to the button that copies it.
  const held = useRef<Element | null>(null);

  useEffect(() => {
    makeStops();
    const look = (target: EventTarget | null, hold: boolean): void => {
      const one = target instanceof Element ? target.closest(items) : null;
      if (!one || (!hold && held.current !== null)) return;
      document.querySelectorAll("[data-inspect].looked-at").forEach((other) => other.classList.remove("looked-at"));
      one.classList.add("looked-at");
      if (hold) held.current = one;
      setShown(JSON.parse(one.getAttribute("data-inspect") ?? "null") as InspectedText);
      const place = one.closest<HTMLElement>("[data-breakpoint]");
      if (place?.dataset["breakpoint"]) setAt(place.dataset["breakpoint"]);
    };
    const over = (event: PointerEvent): void => look(event.target, false);
    const focus = (event: FocusEvent): void => {
      if (event.target instanceof Element && event.target.matches(items)) look(event.target, true);
    };
    const click = (event: MouseEvent): void => {
      const one = event.target instanceof Element ? event.target.closest(items) : null;
      if (one) look(one, true);
      else if (event.target instanceof Element && !event.target.closest(".inspect")) held.current = null;
    };
    const key = (event: KeyboardEvent): void => {
      const one = event.target instanceof Element ? event.target.closest(items) : null;
      const place = one?.closest(".inspectable");
      if (!one || !place) return;
      const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
      const stops = all(place);
      const next = by === undefined ? undefined : stops[stops.indexOf(one as HTMLElement) + by];
      if (!next) return;
      event.preventDefault();
      one.setAttribute("tabindex", "-1");
      next.setAttribute("tabindex", "0");
      next.focus();
    };
    document.addEventListener("pointerover", over);
    document.addEventListener("focusin", focus);
    document.addEventListener("click", click);
    document.addEventListener("keydown", key);
    return () => {
      document.removeEventListener("pointerover", over);
      document.removeEventListener("focusin", focus);
      document.removeEventListener("click", click);
      document.removeEventListener("keydown", key);
    };
  }, []);

  const current = breakpoints.find(({ id }) => id === at);
  const draw = async (id: string, text: string): Promise<void> => {
    setTyped((before) => ({ ...before, [id]: text }));
    const one = breakpoints.find((breakpoint) => breakpoint.id === id);
    const width = Number(text);
    if (!one || !/^\d{1,5}(\.\d{1,3})?$/.test(text.trim())) return setFault("Type a width in px.");
    if (width < one.from || width > one.to) return setFault(`${one.name} holds from ${one.from} to ${one.to}.`);
    setFault("");
    const place = document.querySelector<HTMLElement>(`.of-breakpoint > .inspectable[data-breakpoint="${CSS.escape(id)}"]`);
    if (!place) return;
    try {
      const { drawAt } = await import("./inspect-at");
      await drawAt(place, file, id, width);
      held.current = null;
      requestAnimationFrame(() => requestAnimationFrame(makeStops));
    } catch {
      setFault("This width could not be drawn. Check the connection and try again.");
    }
  };
  return (
    <section className="card-plain inspect take-section" aria-label="Inspect">
      {shown === null ? (
        <>
          <h2>Inspect</h2>
          <p className="quiet mb-0">Point at a column, gap, area or text role, or go from one to the next with the arrow keys.</p>
        </>
      ) : (
        <div aria-live="polite">
          <h2>
            {shown.title} <span className="quiet">{shown.kind}</span>
          </h2>
          <dl>
            {shown.facts.map(([label, value]) => (
              <div key={label}>
                <dt>{label}</dt>
                <dd className="num">{value}</dd>
              </div>
            ))}
          </dl>
          <pre>{shown.css}</pre>
          <CopyButton key={shown.css} text={shown.css} label={`CSS of ${shown.title}`} />
        </div>
      )}
      {current && (
        <div className="inspect-width">
          <label htmlFor="inspect-width">{current.name} at</label>
          <input
            id="inspect-width"
            className="form-control num"
            inputMode="numeric"
            value={typed[at] ?? String(current.width)}
            aria-invalid={fault !== ""}
            onChange={(event) => void draw(at, event.target.value)}
          />
          <span className="quiet num">
            {current.from}–{current.to}
          </span>
          <input
            name="inspect-range"
            type="range"
            aria-label={`Width of ${current.name}, px`}
            min={current.from}
            max={current.to}
            value={Number(typed[at] ?? current.width) || current.width}
            onChange={(event) => void draw(at, event.target.value)}
          />
          {fault !== "" && (
            <span role="alert" className="fault">
              {fault}
            </span>
          )}
        </div>
      )}
    </section>
  );
};
