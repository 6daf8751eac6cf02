"use client";

import { type Issue, type Layout, readLayout, toNumber, workOutSum } from "@ypsiline/core";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { send } from "@/ui/request";

type Start = "blank" | "columns" | "file";

/** A whole field's text as a number, sums worked out; NaN where it is none, which the server's schema refuses with words. */
const numberIn = (text: string): number | null => {
  const sum = workOutSum(text);
  return sum.ok ? toNumber(sum.value) : null;
};

/** Largest file taken; the format's own limit. */
const largestFile = 1024 * 1024;

/** What is wrong with a field, beside it. */
const FieldWords = ({ id, words }: { readonly id: string; readonly words: string }) =>
  words === "" ? null : (
    <div id={id} className="fault" role="alert">
      {words}
    </div>
  );

/** Makes a spec: blank, from a width and a column count, or from a layout file. Faults stand beside their fields; what was typed stays. */
export const NewSpecForm = ({ teams }: { readonly teams: readonly { slug: string; name: string }[] }) => {
  const router = useRouter();
  const [start, setStart] = useState<Start>("columns");
  const [name, setName] = useState("");
  const [description, setDescription] = useState("");
  const [team, setTeam] = useState(teams[0]?.slug ?? "");
  const [width, setWidth] = useState("1440");
  const [columns, setColumns] = useState("12");
  const [file, setFile] = useState<Layout | null>(null);
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);

  const wordsAt = (path: string): string => issues.find((issue) => issue.path === path)?.message ?? "";
  const readFile = async (chosen: File | undefined) => {
    setFile(null);
    if (!chosen) return;
    if (chosen.size > largestFile) return setIssues([{ path: "/start/layout", message: "The file must be at most 1 MiB." }]);
    const read = readLayout(await chosen.text());
    if (!read.ok)
      return setIssues(read.issues.map(({ path, message }) => ({ path: "/start/layout", message: `${path || "The file"} ${message}` })));
    setIssues([]);
    setFile(read.layout);
    setName((before) => before || read.layout.name);
  };

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setFault("");
    const local: Issue[] = [];
    if (name.trim() === "") local.push({ path: "/name", message: "Give the spec a name, like Passenger booking." });
    if (start === "columns") {
      if (numberIn(width) === null) local.push({ path: "/start/width", message: "must be a width like 1440 or a sum like 1152+2*144" });
      if (numberIn(columns) === null) local.push({ path: "/start/columns", message: "must be a whole number like 12" });
    }
    if (start === "file" && !file)
      local.push({ path: "/start/layout", message: wordsAt("/start/layout") || "Choose a layout file (JSON)." });
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
          {choice("file", "A layout file", "A layout document (JSON) taken from Ypsiline before.")}
          {start === "file" && (
            <div className="of-choice flex-column">
              <input
                className="form-control"
                type="file"
                aria-label="Layout file"
                accept="application/json,.json"
                onChange={(event) => void readFile(event.target.files?.[0])}
              />
              {issues
                .filter(({ path }) => path.startsWith("/start/layout"))
                .slice(0, 8)
                .map(({ message }, index) => (
                  <div key={index} className="fault" role="alert">
                    {message}
                  </div>
                ))}
            </div>
          )}
        </div>
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
