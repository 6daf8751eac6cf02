"use client";

import {
  add,
  type Exact,
  exact,
  type Length,
  type LengthUnit,
  lengthText,
  multiply,
  readTyped,
  sign,
  toDecimal,
  type Words,
} from "@ypsiline/core";
import { type KeyboardEvent, type ReactNode, useId, useRef, useState } from "react";
import { Said } from "./num";

/**
 * Steps of the arrow keys: 1, with Shift the base unit, with Alt half a unit; in rem a sixteenth, in fr a twentieth.
 */
export const stepOf = (event: { shiftKey: boolean; altKey: boolean }, base: Exact, unit: LengthUnit): Exact => {
  if (unit === "rem") return exact(1, event.shiftKey ? 2 : 16);
  if (unit === "fr") return exact(1, 20);
  if (event.shiftKey) return base;
  return event.altKey ? multiply(base, exact(1, 2)) : exact(1);
};

/** Why a field does not accept the typed text; null if it does. */
export type Fault = Words | string | null;

type Props = {
  readonly label: string;
  /** The value of the field while nobody types in it. */
  readonly shown: ReactNode;
  /** The same as text to type on. */
  readonly text: string;
  readonly units: readonly LengthUnit[];
  readonly base: Exact;
  /** Takes a finished value; a returned sentence says why it cannot be, and the typed text stays. */
  readonly onEnter: (value: Length) => Fault;
  readonly className?: string;
  readonly describedBy?: string;
  readonly disabled?: boolean;
  readonly autoFocus?: boolean;
};

/**
 * A field for one number. Type it or a sum; Enter, Tab or leaving takes it, Esc gives it back. Arrow keys
 * step. Nothing half-typed is applied; what cannot be taken stays with a sentence that says why.
 */
export const NumberField = ({ label, shown, text, units, base, onEnter, className = "", describedBy, disabled, autoFocus }: Props) => {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState<Fault>(null);
  const [focused, setFocused] = useState(false);

  const enter = (value: string): boolean => {
    if (value.trim() === text) {
      setTyped(null);
      setFault(null);
      return true;
    }
    const read = readTyped(value, units);
    const words = read.ok ? onEnter(read.value) : read.message;
    setFault(words);
    setTyped(words === null ? null : value);
    return words === null;
  };

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") {
      event.preventDefault();
      // Selecting text would move the focus, which may be in another field by now.
      const select = (): void => (document.activeElement === input.current ? input.current?.select() : undefined);
      if (enter(typed ?? text)) requestAnimationFrame(select);
    } else if (event.key === "Escape") {
      setTyped(null);
      setFault(null);
      event.stopPropagation();
    } else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
      event.preventDefault();
      const read = readTyped(typed ?? text, units);
      if (!read.ok) return setFault(read.message);
      const { value, unit } = read.value;
      const step = stepOf(event, base, unit);
      const next = add(value, event.key === "ArrowUp" ? step : multiply(step, exact(-1)));
      if (sign(next) < 0) return;
      const words = onEnter({ value: next, unit });
      setFault(words);
      setTyped(words === null ? null : (lengthText({ value: next, unit }) ?? toDecimal(next)));
    }
  };

  const overlay = typed === null && !focused;
  return (
    <span className={`number-field ${fault ? "has-fault" : ""} ${className}`}>
      <input
        name={id}
        ref={input}
        type="text"
        size={1}
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        aria-label={label}
        aria-invalid={fault !== null}
        aria-describedby={fault ? id : describedBy}
        className={`num ${overlay ? "covered" : ""}`}
        value={typed ?? text}
        data-half-typed={typed !== null}
        disabled={disabled}
        autoFocus={autoFocus}
        onFocus={(event) => {
          setFocused(true);
          event.target.select();
        }}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => {
          setFocused(false);
          if (typed !== null) enter(typed);
        }}
        onKeyDown={onKeyDown}
      />
      {overlay && (
        <span className="cover num" aria-hidden="true">
          {shown}
        </span>
      )}
      {fault && (
        <span id={id} role="alert" className="field-fault">
          {typeof fault === "string" ? fault : <Said of={fault} />}
        </span>
      )}
    </span>
  );
};
