"use client";

import { useCombobox } from "downshift";
import { useEffect, useState } from "react";
import type { Told } from "@/wire/routes";
import { ask } from "./request";

/** A spec that can be chosen. */
export type Choosable = Told<"GET /api/specs">["specs"][number];

type Props = {
  readonly label: string;
  /** One team; every team of the person if omitted. */
  readonly team?: string;
  readonly chosen: Choosable | null;
  /** Whether a spec may be chosen here. */
  readonly offers?: (spec: Choosable) => boolean;
  readonly placeholder?: string;
  /** Of the height of small buttons beside it. */
  readonly small?: boolean;
  /** Null if the field was emptied. */
  readonly onChoose: (spec: Choosable | null) => void;
};

type Found = { readonly specs: readonly Choosable[]; readonly more: boolean } | { readonly fault: string };

/** Pause in typing before specs are searched, ms. */
const gather = 150;

/**
 * A field that finds a spec by a part of its name or address, since a team may have thousands. If specs of any team are
 * allowed, a complete address also finds another team's public spec.
 */
export const SpecChoice = ({ label, team, chosen, offers = () => true, placeholder, small = false, onChoose }: Props) => {
  const [typed, setTyped] = useState<string | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const items = found && "specs" in found ? found.specs.filter(offers) : [];
  const { isOpen, getInputProps, getMenuProps, getItemProps, getToggleButtonProps, highlightedIndex } = useCombobox<Choosable>({
    items: [...items],
    itemToString: (spec) => spec?.name ?? "",
    itemToKey: (spec) => (spec ? `${spec.team}/${spec.spec}` : ""),
    selectedItem: chosen,
    onInputValueChange: ({ inputValue, type }) => {
      if (type !== useCombobox.stateChangeTypes.InputChange) return;
      setTyped(inputValue);
      if (inputValue === "") onChoose(null);
    },
    onSelectedItemChange: ({ selectedItem }) => {
      setTyped(null);
      if (selectedItem) onChoose(selectedItem);
    },
  });

  useEffect(() => {
    if (!isOpen) return;
    let over = false;
    const look = async (): Promise<void> => {
      const query = { ...(typed ? { q: typed } : {}), ...(team === undefined ? {} : { team }) };
      const answer = await ask("GET /api/specs", {}, query);
      if (!over) setFound(answer.ok ? answer.value : { fault: answer.fault.detail });
    };
    const timer = setTimeout(() => void look(), typed === null ? 0 : gather);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [isOpen, typed, team]);

  const words =
    found === null
      ? "Searching…"
      : "fault" in found
        ? found.fault
        : items.length === 0
          ? typed
            ? `No spec’s name or address contains “${typed}”.`
            : "There is no spec to choose."
          : found.more
            ? "There are more: type a part of the name."
            : null;
  return (
    <div className="spec-choice">
      <input
        {...getInputProps({ "aria-label": label })}
        className={`form-control ${small ? "form-control-sm" : ""}`}
        placeholder={placeholder ?? "Name of a spec"}
      />
      <button {...getToggleButtonProps({ type: "button", "aria-label": `${label}: show specs` })} className="spec-choice-open" />
      <ul {...getMenuProps({ "aria-label": label })} className={isOpen ? "card-plain" : "card-plain closed"}>
        {isOpen && (
          <>
            {items.map((spec, index) => {
              const address = team === undefined ? `${spec.team}/${spec.spec}` : spec.spec;
              return (
                <li
                  key={`${spec.team}/${spec.spec}`}
                  {...getItemProps({ item: spec, index })}
                  className={index === highlightedIndex ? "at" : undefined}
                >
                  <span title={spec.name}>{spec.name}</span>
                  <span className="quiet" title={address}>
                    {address}
                  </span>
                  <span className="num quiet">{spec.numbers[0] ?? "draft"}</span>
                </li>
              );
            })}
            {words !== null && (
              <li className="quiet said" role="status">
                {words}
              </li>
            )}
          </>
        )}
      </ul>
    </div>
  );
};
