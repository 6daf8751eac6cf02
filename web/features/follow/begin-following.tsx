"use client";

import { type FormEvent, useState } from "react";
import { useDraftOfPage } from "@/draft/draft-provider";
import { notify } from "@/ui/notify";
import { type Choosable, SpecChoice } from "@/ui/spec-choice";
import { useMutation } from "@/ui/use-mutation";

/** Chooses what a draft follows, and from which version. What it followed before comes first. */
export const BeginFollowing = () => {
  const { address, followed, store, edit } = useDraftOfPage();
  const mutation = useMutation();
  const [spec, setSpec] = useState<Choosable | null>(
    followed && { ...followed, numbers: followed.versions.map(({ number }) => number), draft: false },
  );
  const [chosen, setChosen] = useState("");
  const numbers = spec?.numbers ?? [];
  const number = numbers.includes(chosen) ? chosen : (numbers[0] ?? "");
  const begin = async (event: FormEvent) => {
    event.preventDefault();
    if (!spec) return;
    // If it has just stopped following another spec, that must be saved first.
    await store.flush();
    await mutation.send("POST /api/specs/:team/:spec/follow", address, { team: spec.team, spec: spec.spec, number }, ({ name }) =>
      notify(
        edit({ ...store.state().layout, follows: { spec: name, version: number } }) ??
          `This spec now follows ${name} ${number}. Undo reverts it.`,
      ),
    );
  };
  return (
    <form className="begin-following" onSubmit={(event) => void begin(event)}>
      <SpecChoice
        label="Spec to follow"
        placeholder="Name, or address of a public spec"
        chosen={spec}
        offers={({ numbers: published, ...one }) => published.length > 0 && !(one.team === address.team && one.spec === address.spec)}
        onChoose={setSpec}
      />
      <select
        name="number"
        className="form-select w-auto"
        aria-label="Version to follow from"
        value={number}
        disabled={numbers.length === 0}
        onChange={(event) => setChosen(event.target.value)}
      >
        {numbers.length === 0 && <option value="">Version</option>}
        {numbers.map((one) => (
          <option key={one} value={one}>
            {one}
          </option>
        ))}
      </select>
      <button className="btn btn-primary" disabled={mutation.busy || number === ""}>
        Follow
      </button>
      {mutation.fault && (
        <p className="fault mb-0" role="alert">
          {mutation.fault}
        </p>
      )}
    </form>
  );
};
