"use client";

import type { Publishers } from "@/wire/shapes";
import { SubmitForm } from "@/ui/submit-form";
import { useMutation } from "@/ui/use-mutation";

/** What the team is called, and who of it may publish. */
export const Settings = ({
  team,
  name,
  publishers,
  mayManage,
}: {
  readonly team: string;
  readonly name: string;
  readonly publishers: Publishers;
  readonly mayManage: boolean;
}) => {
  const mutation = useMutation();
  const choice = (value: Publishers, words: string) => (
    <label className="d-flex gap-2">
      <input
        type="radio"
        name="publishers"
        className="form-check-input m-0 mt-1"
        checked={publishers === value}
        disabled={!mayManage || mutation.busy}
        onChange={() => void mutation.send("POST /api/teams/:team/settings", { team }, { publishers: value })}
      />
      {words}
    </label>
  );
  return (
    <>
      {mayManage && (
        <section aria-labelledby="team-name-title">
          <h2 id="team-name-title">Name</h2>
          <SubmitForm
            route="POST /api/teams/:team/name"
            params={{ team }}
            fields={[
              {
                name: "name",
                label: "Name of the team",
                autoComplete: "organization",
                initial: name,
                words: "The address stays the same.",
              },
            ]}
            body={({ name: called = "" }) => ({ name: called })}
            submit="Save the name"
            done={() => "Saved."}
          />
        </section>
      )}
      <section aria-labelledby="settings-title">
        <h2 id="settings-title">Who publishes</h2>
        <fieldset className="card-plain p-3">
          <legend className="visually-hidden">Who publishes</legend>
          {choice("leads", "Only leads; authors request a review")}
          {choice("authors", "Authors and leads")}
          {mutation.fault && (
            <p className="fault mb-0" role="alert">
              {mutation.fault}
            </p>
          )}
        </fieldset>
      </section>
    </>
  );
};
