"use client";

import { useCombobox } from "downshift";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import Modal from "react-bootstrap/Modal";
import { ask } from "@/ui/request";
import { type Command, found } from "../commands";

type Props = {
  readonly commands: readonly Command[];
  readonly onClose: () => void;
};

/** The most entries listed at once. */
const most = 50;
/** Pause in typing before specs are searched, ms. */
const gather = 150;

/** Specs whose name contains the typed text, as commands that open them; or why they could not be searched. */
const useSpecs = (typed: string): { readonly specs: readonly Command[]; readonly fault: string | null } => {
  const router = useRouter();
  const [specs, setSpecs] = useState<readonly Command[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => {
    let over = false;
    const timer = setTimeout(() => {
      if (typed.trim() === "") return setSpecs([]);
      void ask("GET /api/specs", {}, { q: typed.trim() }).then((answer) => {
        if (over) return;
        setFault(answer.ok ? null : answer.fault.detail);
        if (!answer.ok) return;
        setSpecs(
          answer.value.specs.map(({ team, spec, name }) => ({
            name,
            kind: `Spec of ${team}`,
            run: () => router.push(`/specs/${team}/${spec}`),
          })),
        );
      });
    }, gather);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [typed, router]);
  return { specs, fault };
};

/** The command menu: one field that finds views, breakpoints, areas, text roles, actions and specs by any part of their names. */
export const CommandMenu = ({ commands, onClose }: Props) => {
  const [typed, setTyped] = useState("");
  const { specs, fault } = useSpecs(typed);
  const items = useMemo(() => [...found(commands, typed), ...specs].slice(0, most), [commands, typed, specs]);
  const { getInputProps, getMenuProps, getItemProps, highlightedIndex } = useCombobox<Command>({
    items,
    isOpen: true,
    inputValue: typed,
    defaultHighlightedIndex: 0,
    selectedItem: null,
    itemToString: (command) => command?.name ?? "",
    itemToKey: (command) => (command ? `${command.kind} ${command.name}` : ""),
    onSelectedItemChange: ({ selectedItem }) => {
      if (!selectedItem) return;
      onClose();
      // A command that opens a dialog runs once this one has closed.
      setTimeout(selectedItem.run);
    },
  });
  return (
    <Modal show onHide={onClose} animation={false} aria-label="Go to anything" className="command-menu">
      <Modal.Body>
        <input
          {...getInputProps({
            "aria-label": "Go to a view, breakpoint, area or spec, or do something",
            autoFocus: true,
            onKeyDown: ({ key }) => {
              if (key === "Escape") onClose();
            },
            // In the same turn as the key, or quick typing would lose letters.
            onChange: ({ currentTarget }) => setTyped(currentTarget.value),
          })}
          className="form-control"
          placeholder="Go to anything, or do anything"
        />
        <ul {...getMenuProps({ "aria-label": "Found" })}>
          {items.map((command, index) => (
            <li
              key={`${command.kind} ${command.name} ${index}`}
              {...getItemProps({ item: command, index })}
              className={index === highlightedIndex ? "at" : undefined}
            >
              <span>{command.name}</span>
              <span className="quiet">{command.kind}</span>
            </li>
          ))}
        </ul>
        {fault !== null && (
          <p className="fault mb-0" role="alert">
            Specs could not be searched. {fault}
          </p>
        )}
        {items.length === 0 && (
          <p className="quiet mb-0" role="status">
            Nothing is called “{typed.trim()}”. Try a part of a name: a view, a breakpoint, an area, a text role or a spec.
          </p>
        )}
      </Modal.Body>
    </Modal>
  );
};
