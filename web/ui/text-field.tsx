"use client";

import { useId, useState } from "react";

type Props = {
  readonly label: string;
  readonly text: string;
  /** Takes what was typed, or says why it cannot be; the typed text then stays. */
  readonly onEnter: (text: string) => string | null;
  readonly className?: string;
  readonly disabled?: boolean;
  readonly list?: string;
};

/** A field for a few words. Enter, Tab or leaving takes them, Esc gives them back; nothing half-typed is applied. */
export const TextField = ({ label, text, onEnter, className = "", disabled, list }: Props) => {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState("");
  const enter = (value: string): void => {
    const words = value === text ? null : onEnter(value);
    setFault(words ?? "");
    setTyped(words === null ? null : value);
  };
  return (
    <span className={`text-field ${fault ? "has-fault" : ""}`}>
      <input
        name={id}
        type="text"
        size={1}
        autoComplete="off"
        spellCheck={false}
        maxLength={2000}
        aria-label={label}
        aria-invalid={fault !== ""}
        aria-describedby={fault ? id : undefined}
        className={className}
        value={typed ?? text}
        // The whole text, if the field is too narrow.
        title={typed ?? text}
        list={list}
        disabled={disabled}
        data-half-typed={typed !== null}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => {
          if (typed !== null) enter(typed);
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter") {
            event.preventDefault();
            enter(typed ?? text);
          } else if (event.key === "Escape") {
            setTyped(null);
            setFault("");
            event.stopPropagation();
          }
        }}
      />
      {fault && (
        <span id={id} role="alert" className="field-fault">
          {fault}
        </span>
      )}
    </span>
  );
};
