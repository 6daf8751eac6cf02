"use client";

import { countOf, type VersionLevel } from "@ypsiline/core";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { FormField } from "@/ui/form-field";
import { send } from "@/ui/request";

const levelWords: Readonly<Record<VersionLevel, string>> = {
  major: "Major version",
  minor: "Minor version",
  patch: "Patch",
};

type Props = {
  readonly team: string;
  readonly spec: string;
  readonly revision: number;
  readonly offered: string;
  readonly last: string | null;
  /** The level the changes ask for, and which of them ask for it. */
  readonly level: VersionLevel;
  readonly because: string;
  readonly problems: number;
};

/** The number and note of the version to be. What was typed stays after a fault. */
export const PublishForm = ({ team, spec, revision, offered, last, level, because, problems }: Props) => {
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
    const answer = await send("POST /api/drafts/:team/:spec/publish", { team, spec }, { revision, number, note });
    if (answer.ok) return router.push(`/specs/${team}/${spec}/versions/${answer.value.number}`);
    setBusy(false);
    const atNumber = answer.fault.issues.find(({ path }) => path === "/number");
    if (atNumber) setNumberFault(atNumber.message);
    else setFault(answer.fault.detail);
    if (answer.fault.status === 409) router.refresh();
  };

  return (
    <form className="card-plain side-card" onSubmit={(event) => void submit(event)} noValidate>
      <h2>Publish</h2>
      <FormField
        id="version-number"
        label="Version number"
        fault={numberFault ? `The number ${numberFault}.` : ""}
        words={last ? `${levelWords[level]}: ${because}. ${offered} or higher.` : "This is the first version."}
      >
        {(field) => <input {...field} className="form-control num" value={number} onChange={(event) => setNumber(event.target.value)} />}
      </FormField>
      <FormField id="version-note" label="Note for the people who use it">
        {(field) => (
          <textarea
            {...field}
            className="form-control"
            placeholder="What should they know?"
            value={note}
            maxLength={2000}
            rows={4}
            onChange={(event) => setNote(event.target.value)}
          />
        )}
      </FormField>
      {fault && (
        <p className="fault" role="alert">
          {fault}
        </p>
      )}
      <div className="d-flex align-items-center gap-2">
        <button className="btn btn-primary" disabled={busy || problems > 0}>
          Publish {number}
        </button>
        {problems > 0 && <span className="fault">Fix {countOf(problems, "problem")} first</span>}
      </div>
      <p className="quiet mt-2 mb-0">A published version never changes. It can be withdrawn.</p>
    </form>
  );
};
