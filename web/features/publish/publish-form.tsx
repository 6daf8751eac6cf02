"use client";

import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { send } from "@/ui/request";

type Props = {
  readonly team: string;
  readonly spec: string;
  readonly revision: number;
  readonly offered: string;
  readonly last: string | null;
  readonly problems: number;
};

/** The number and note of the version to be. What was typed stays after a fault. */
export const PublishForm = ({ team, spec, revision, offered, last, problems }: Props) => {
  const router = useRouter();
  const [number, setNumber] = useState(offered);
  const [note, setNote] = useState("");
  const [fault, setFault] = useState("");
  const [numberFault, setNumberFault] = useState("");
  const [busy, setBusy] = useState(false);

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setFault("");
    setNumberFault("");
    setBusy(true);
    const answer = await send<{ number: string }>(`/api/drafts/${team}/${spec}/publish`, {
      method: "POST",
      body: { revision, number, note },
    });
    if (answer.ok) return router.push(`/specs/${team}/${spec}/versions/${answer.value.number}`);
    setBusy(false);
    const atNumber = answer.fault.issues.find(({ path }) => path === "/number");
    if (atNumber) setNumberFault(atNumber.message);
    else setFault(answer.fault.detail);
    if (answer.fault.status === 409) router.refresh();
  };

  return (
    <form className="card-plain" onSubmit={(event) => void submit(event)} noValidate>
      <h2 className="mb-2">Publish</h2>
      <div className="mb-3">
        <label className="form-label" htmlFor="version-number">
          Version number
        </label>
        <input
          id="version-number"
          className="form-control num"
          value={number}
          onChange={(event) => setNumber(event.target.value)}
          aria-invalid={numberFault !== ""}
          aria-describedby="version-number-words"
        />
        <div id="version-number-words" className={numberFault ? "fault" : "quiet"} role={numberFault ? "alert" : undefined}>
          {numberFault ? `The number ${numberFault}.` : last ? `The last one is ${last}.` : "This is the first version."}
        </div>
      </div>
      <div className="mb-3">
        <label className="form-label" htmlFor="version-note">
          Note for the people who use it
        </label>
        <textarea
          id="version-note"
          className="form-control"
          value={note}
          maxLength={2000}
          onChange={(event) => setNote(event.target.value)}
        />
      </div>
      {fault && (
        <p className="fault" role="alert">
          {fault}
        </p>
      )}
      <button className="btn btn-primary" disabled={busy || problems > 0}>
        Publish {number}
      </button>
      {problems > 0 && <p className="fault mt-2 mb-0">Problems stop a version. Fix them in the draft first.</p>}
      <p className="quiet mt-2 mb-0">A published version never changes. It can be followed by another.</p>
    </form>
  );
};
