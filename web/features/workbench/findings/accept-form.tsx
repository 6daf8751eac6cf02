"use client";

import { useState } from "react";

type Props = {
  /** Accepts the finding for this reason; returns why if that is not possible. */
  readonly onAccept: (reason: string) => string | null;
  /** Closes the form: the finding is accepted, or stays. */
  readonly onDone: () => void;
};

/** Asks why a finding is accepted as it is. */
export const AcceptForm = ({ onAccept, onDone }: Props) => {
  const [reason, setReason] = useState("");
  const [fault, setFault] = useState("");
  const accept = (): void => {
    if (reason.trim() === "") return setFault("Add a reason. Whoever reads the spec later will want to know.");
    const words = onAccept(reason.trim());
    setFault(words ?? "");
    if (words === null) onDone();
  };
  return (
    <form
      className="accept-form"
      onSubmit={(event) => {
        event.preventDefault();
        accept();
      }}
    >
      <label>
        Reason
        <textarea
          name="reason"
          className="form-control form-control-sm"
          rows={2}
          maxLength={2000}
          autoFocus
          value={reason}
          aria-invalid={fault !== ""}
          onChange={(event) => setReason(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === "Escape") onDone();
          }}
        />
      </label>
      {fault && (
        <span role="alert" className="fault d-block">
          {fault}
        </span>
      )}
      <div className="fixes">
        <button type="submit" className="btn btn-sm btn-quiet">
          Accept
        </button>
        <button type="button" className="btn btn-sm btn-link" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  );
};
