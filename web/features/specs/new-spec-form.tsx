"use client";

import { type Issue, type Layout, toNumber, workOutSum } from "@ypsiline/core";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { FilePicker } from "@/ui/file-picker";
import { send } from "@/ui/request";

type Start = "blank" | "columns" | "file" | "spec";

/** A whole field's text as a number, sums worked out; NaN where it is none, which the server's schema refuses with words. */
const numberIn = (text: string): number | null => {
  const sum = workOutSum(text);
  return sum.ok ? toNumber(sum.value) : null;
};

/** What is wrong with a field, beside it. */
const FieldWords = ({ id, words }: { readonly id: string; readonly words: string }) =>
  words === "" ? null : (
    <div id={id} className="fault" role="alert">
      {words}
    </div>
  );

type Props = {
  readonly teams: readonly { readonly slug: string; readonly name: string }[];
  /** Specs whose drafts can be copied. */
  readonly specs: readonly { readonly team: string; readonly slug: string; readonly name: string }[];
};

/** Makes a spec: blank, from a width and a column count, from a file, or as a copy of another spec. Faults stand beside their fields; what was typed stays. */
export const NewSpecForm = ({ teams, specs }: Props) => {
  const router = useRouter();
  const [start, setStart] = useState<Start>("columns");
  const [name, setName] = useState("");
  const [description, setDescription] = useState("");
  const [team, setTeam] = useState(teams[0]?.slug ?? "");
  const [width, setWidth] = useState("1440");
  const [columns, setColumns] = useState("12");
  const [file, setFile] = useState<Layout | null>(null);
  const [lost, setLost] = useState<readonly string[]>([]);
  const [copied, setCopied] = useState(specs[0] ? `${specs[0].team}/${specs[0].slug}` : "");
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);

  const wordsAt = (path: string): string => issues.find((issue) => issue.path === path)?.message ?? "";
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setFault("");
    const local: Issue[] = [];
    if (name.trim() === "") local.push({ path: "/name", message: "Give the spec a name, like Passenger booking." });
    if (start === "columns") {
      if (numberIn(width) === null) local.push({ path: "/start/width", message: "must be a width like 1440 or a sum like 1152+2*144" });
      if (numberIn(columns) === null) local.push({ path: "/start/columns", message: "must be a whole number like 12" });
    }
    if (start === "file" && !file) local.push({ path: "/start/layout", message: "Choose a file first." });
    setIssues(local);
    if (local.length > 0) return;
    setBusy(true);
    const answer = await send<{ team: string; spec: string }>("/api/specs", {
      method: "POST",
      body: {
        team,
        name,
        description,
        start:
          start === "columns"
            ? { kind: "columns", width: numberIn(width), columns: numberIn(columns) }
            : start === "file"
              ? { kind: "layout", layout: file }
              : start === "spec"
                ? { kind: "spec", team: copied.split("/")[0], spec: copied.split("/")[1] }
                : { kind: "blank" },
      },
    });
    if (answer.ok) return router.push(`/specs/${answer.value.team}/${answer.value.spec}`);
    setBusy(false);
    setIssues(answer.fault.issues);
    if (answer.fault.issues.length === 0) setFault(answer.fault.detail);
  };

  const choice = (value: Start, label: string, words: string) => (
    <>
      <input
        type="radio"
        className="form-check-input"
        name="start"
        id={`start-${value}`}
        checked={start === value}
        onChange={() => setStart(value)}
      />
      <label htmlFor={`start-${value}`}>
        <strong>{label}</strong>
        <span className="quiet d-block">{words}</span>
      </label>
    </>
  );

  return (
    <form className="new-spec" onSubmit={(event) => void submit(event)} noValidate>
      <h1 className="mb-3">New spec</h1>
      <div className="mb-3">
        <label className="form-label" htmlFor="spec-name">
          Name
        </label>
        <input
          id="spec-name"
          className="form-control"
          value={name}
          maxLength={200}
          onChange={(event) => setName(event.target.value)}
          aria-invalid={wordsAt("/name") !== ""}
          aria-describedby="spec-name-fault"
        />
        <FieldWords id="spec-name-fault" words={wordsAt("/name")} />
      </div>
      <div className="mb-3">
        <label className="form-label" htmlFor="spec-description">
          What it is for <span className="quiet">(may be left out)</span>
        </label>
        <input
          id="spec-description"
          className="form-control"
          value={description}
          maxLength={2000}
          onChange={(event) => setDescription(event.target.value)}
        />
      </div>
      {teams.length > 1 && (
        <div className="mb-3">
          <label className="form-label" htmlFor="spec-team">
            Team
          </label>
          <select id="spec-team" className="form-select" value={team} onChange={(event) => setTeam(event.target.value)}>
            {teams.map(({ slug, name: teamName }) => (
              <option key={slug} value={slug}>
                {teamName}
              </option>
            ))}
          </select>
        </div>
      )}
      <fieldset>
        <legend className="form-label fs-6">Start from</legend>
        <div className="card-plain choice">
          {choice(
            "columns",
            "A width and a column count",
            "A breakpoint drawn at that width and a phone one below it; margins and gutters of 16 to begin with.",
          )}
          {start === "columns" && (
            <div className="of-choice">
              <div>
                <label className="form-label" htmlFor="start-width">
                  Width, px
                </label>
                <input
                  id="start-width"
                  className="form-control num short"
                  value={width}
                  onChange={(event) => setWidth(event.target.value)}
                  aria-invalid={wordsAt("/start/width") !== ""}
                  aria-describedby="start-width-fault"
                />
                <FieldWords id="start-width-fault" words={wordsAt("/start/width")} />
              </div>
              <div>
                <label className="form-label" htmlFor="start-columns-count">
                  Columns
                </label>
                <input
                  id="start-columns-count"
                  className="form-control num short"
                  value={columns}
                  onChange={(event) => setColumns(event.target.value)}
                  aria-invalid={wordsAt("/start/columns") !== ""}
                  aria-describedby="start-columns-fault"
                />
                <FieldWords id="start-columns-fault" words={wordsAt("/start/columns")} />
              </div>
            </div>
          )}
        </div>
        <div className="card-plain choice">
          {choice("blank", "Nothing decided", "A phone breakpoint of 4 columns; everything else is yours to add.")}
        </div>
        <div className="card-plain choice">
          {choice("file", "A file", "A layout document, stylesheet, design tokens, ledger (CSV) or overlay (SVG), up to 5 MiB.")}
          {start === "file" && (
            <div className="of-choice flex-column">
              <FilePicker
                label="Layout file"
                onRead={(read) => {
                  setIssues([]);
                  setFile(read.kind === "read" ? read.layout : null);
                  setLost(read.kind === "read" ? read.lost : []);
                  if (read.kind === "read") setName((before) => before || read.layout.name);
                }}
              />
              {file && (
                <p className="mb-0" role="status">
                  {file.breakpoints.length} {file.breakpoints.length === 1 ? "breakpoint" : "breakpoints"} read:{" "}
                  {file.breakpoints.map(({ name: one }) => one).join(", ")}.
                </p>
              )}
              {lost.length > 0 && (
                <ul className="quiet mb-0" aria-label="Not read">
                  {lost.slice(0, 12).map((words, index) => (
                    <li key={index}>{words}</li>
                  ))}
                </ul>
              )}
              <FieldWords id="start-layout-fault" words={issues.find(({ path }) => path.startsWith("/start/layout"))?.message ?? ""} />
            </div>
          )}
        </div>
        {specs.length > 0 && (
          <div className="card-plain choice">
            {choice("spec", "Another spec", "A copy of its draft, to go its own way.")}
            {start === "spec" && (
              <div className="of-choice">
                <select
                  name="copied"
                  className="form-select"
                  aria-label="Spec to copy"
                  value={copied}
                  onChange={(event) => setCopied(event.target.value)}
                >
                  {specs.map((one) => (
                    <option key={`${one.team}/${one.slug}`} value={`${one.team}/${one.slug}`}>
                      {one.name}
                    </option>
                  ))}
                </select>
              </div>
            )}
          </div>
        )}
      </fieldset>
      {fault && (
        <p className="fault" role="alert">
          {fault}
        </p>
      )}
      <button className="btn btn-primary" disabled={busy}>
        Make the spec
      </button>
    </form>
  );
};
