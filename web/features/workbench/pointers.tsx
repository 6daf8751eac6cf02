"use client";

import { useEffect, useState } from "react";
import Overlay from "react-bootstrap/Overlay";
import { send } from "@/ui/request";

type Pointer = { readonly at: string; readonly side: "bottom" | "top" | "left"; readonly title: string; readonly words: string };

/** What somebody is pointed to who has never made a spec: three parts of the sheet, one after the other. */
const pointers: readonly Pointer[] = [
  {
    at: '[aria-label="Ladder of widths"]',
    side: "bottom",
    title: "The ladder",
    words: "Each step is a breakpoint. Click one to see its columns; the + at the end adds another.",
  },
  {
    at: '[aria-label="Sum line"]',
    side: "top",
    title: "The sum",
    words: "These numbers add up to the width. Click one, type a number or a sum, and press Enter.",
  },
  {
    at: ".bench-side",
    side: "left",
    title: "The findings",
    words: "What the checks find stands here, each with the change that mends it. Point at a change to see it first.",
  },
];

/**
 * Three short pointers on the sheet for a first visit. They block nothing, and are put away for good, on whatever device.
 * A browser that a program drives is not shown them.
 */
export const Pointers = () => {
  const [step, setStep] = useState(0);
  const [target, setTarget] = useState<HTMLElement | null>(null);
  const pointer = pointers[step];
  useEffect(() => {
    // What is pointed to is drawn after this.
    const timer = setTimeout(() => {
      setTarget(navigator.webdriver || !pointer ? null : document.querySelector<HTMLElement>(pointer.at));
    }, 0);
    return () => clearTimeout(timer);
  }, [pointer]);
  const putAway = (): void => {
    setStep(pointers.length);
    void send("POST /api/account/pointers", {}, {});
  };
  if (!pointer || !target) return null;
  const last = step === pointers.length - 1;
  return (
    <Overlay show target={target} placement={pointer.side} key={step}>
      {({ placement: _placement, arrowProps: _arrow, show: _show, popper: _popper, hasDoneInitialMeasure: _measured, ...props }) => (
        <div {...props} className="pointer" role="status">
          <strong>{pointer.title}</strong>
          <p>{pointer.words}</p>
          <div className="pointer-actions">
            <button type="button" className="btn btn-sm btn-primary" onClick={() => (last ? putAway() : setStep(step + 1))}>
              {last ? "Done" : "Next"}
            </button>
            {!last && (
              <button type="button" className="btn btn-sm btn-link" onClick={putAway}>
                Hide these tips
              </button>
            )}
            <span className="quiet num">
              {step + 1} of {pointers.length}
            </span>
          </div>
        </div>
      )}
    </Overlay>
  );
};
