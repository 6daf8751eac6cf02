"use client";

import { useState } from "react";
import { FormField } from "@/ui/form-field";
import { useMutation } from "@/ui/use-mutation";

export type ManageProps = {
  readonly team: string;
  readonly spec: string;
  readonly number: string;
  readonly withdrawn: boolean;
  readonly isPublic: boolean;
  readonly may: { readonly withdraw: boolean; readonly restore: boolean; readonly share: boolean };
};

/** What the team can do with a version beside reading it: say who reads it, put it into the draft, withdraw it. */
export const ManageVersion = ({ team, spec, number, withdrawn, isPublic, may }: ManageProps) => {
  const mutation = useMutation();
  const [reason, setReason] = useState("");
  const [asked, setAsked] = useState(false);
  const [shared, setShared] = useState(isPublic);
  const share = async (next: boolean) => {
    setShared(next);
    if (!(await mutation.send("POST /api/specs/:team/:spec/share", { team, spec }, { public: next }))) setShared(!next);
  };
  return (
    <div className="manage">
      {may.share && (
        <label className="d-flex gap-2 mb-2">
          <input
            name="public"
            type="checkbox"
            className="form-check-input m-0 mt-1"
            checked={shared}
            disabled={mutation.busy}
            onChange={(event) => void share(event.target.checked)}
          />
          Anyone with the link may read its versions
        </label>
      )}
      <div className="d-flex flex-wrap gap-2">
        {may.restore && (
          <a className="btn btn-sm btn-quiet" href={`/specs/${team}/${spec}/import?version=${number}`}>
            Use {number} in the draft…
          </a>
        )}
        {may.withdraw && !withdrawn && (
          <button type="button" className="btn btn-sm btn-quiet" aria-expanded={asked} onClick={() => setAsked(!asked)}>
            Withdraw {number}…
          </button>
        )}
      </div>
      {asked && !withdrawn && (
        <form
          className="mt-3"
          onSubmit={(event) => {
            event.preventDefault();
            void mutation.send("POST /api/specs/:team/:spec/withdraw", { team, spec }, { number, reason }, () => setAsked(false));
          }}
        >
          <FormField
            id="withdraw-reason"
            label="Reason (everyone who uses it sees this)"
            fault={mutation.fault}
            words="It can still be read, is marked as withdrawn, and will not be the latest again."
          >
            {(field) => (
              <textarea
                {...field}
                className="form-control"
                rows={2}
                maxLength={2000}
                value={reason}
                onChange={(event) => setReason(event.target.value)}
              />
            )}
          </FormField>
          <button className="btn btn-sm btn-primary" disabled={mutation.busy || reason.trim() === ""}>
            Withdraw this version
          </button>
        </form>
      )}
      {mutation.fault && !asked && (
        <p className="fault mt-2 mb-0" role="alert">
          {mutation.fault}
        </p>
      )}
    </div>
  );
};
