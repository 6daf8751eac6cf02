"use client";

import { type BoxList, boxListJson, type BoxSource, type GridFound, gridWords, layoutFromGrid } from "@ypsiline/core";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { FormField } from "@/ui/form-field";
import { send } from "@/ui/request";

type Props = {
  readonly team: string;
  readonly grids: readonly GridFound[];
  readonly design: { readonly name: string; readonly source: BoxSource; readonly list: BoxList };
  readonly onCancel: () => void;
};

/** Makes a spec of a grid that was found; the design it was found in is kept beside it. */
export const NewFromGrid = ({ team, grids, design, onCancel }: Props) => {
  const router = useRouter();
  const [name, setName] = useState("");
  const [chosen, setChosen] = useState(0);
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const make = async (): Promise<void> => {
    if (name.trim() === "") return setFault("Give the spec a name, like Quay board.");
    const grid = grids[chosen] ?? grids[0];
    if (!grid) return;
    setBusy(true);
    setFault("");
    const layout = layoutFromGrid(name.trim(), design.list.width, grid);
    const answer = await send("POST /api/specs", {}, { team, name, start: { kind: "layout", layout } });
    if (!answer.ok) {
      setBusy(false);
      return setFault(answer.fault.issues[0]?.message ?? answer.fault.detail);
    }
    const { team: of, spec } = answer.value;
    // The spec exists. If the design cannot be kept, its page shows none.
    await send(
      "POST /api/specs/:team/:spec/designs",
      { team: of, spec },
      { name: design.name, source: design.source, list: JSON.stringify(boxListJson(design.list)) },
    );
    router.push(`/specs/${of}/${spec}/fit`);
  };
  return (
    <form
      className="fit-new"
      aria-label="New spec of this grid"
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <FormField id="fit-new-name" label="Name of the new spec" fault={fault}>
        {(given) => (
          <input
            {...given}
            className="form-control form-control-sm"
            maxLength={200}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        )}
      </FormField>
      <select
        name="grid"
        className="form-select form-select-sm mb-2"
        aria-label="Grid of the new spec"
        value={chosen}
        onChange={(event) => setChosen(Number(event.target.value))}
      >
        {grids.map((grid, index) => (
          <option key={index} value={index}>
            {gridWords(grid)}
          </option>
        ))}
      </select>
      <div className="d-flex gap-2">
        <button type="submit" className="btn btn-sm btn-primary" disabled={busy}>
          Create the spec
        </button>
        <button type="button" className="btn btn-sm btn-quiet" onClick={onCancel}>
          Cancel
        </button>
      </div>
    </form>
  );
};
