"use client";

import { type Issue, type Layout, toNumber, workOutSum } from "@ypsiline/core";
import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { FilePicker } from "@/ui/file-picker";
import { FormField } from "@/ui/form-field";
import { send } from "@/ui/request";
import { type Choosable, SpecChoice } from "@/ui/spec-choice";
import type { Sent } from "@/wire/routes";

/** What is typed and chosen; what belongs to a way to start stays while another is looked at. */
type Fields = {
  readonly name: string;
  readonly description: string;
  readonly team: string;
  readonly start: Exclude<Start["kind"], "follow">;
  readonly width: string;
  readonly columns: string;
  readonly file: { readonly layout: Layout; readonly lost: readonly string[] } | null;
  readonly copied: Choosable | null;
  /** The version of it that is followed; "" for a copy of its draft. */
  readonly followed: string;
};
type Start = Sent<"POST /api/specs">["start"];

/** Whether it is being sent, and what was wrong: beside their fields, or as a whole. */
type Sending = { readonly busy: boolean; readonly issues: readonly Issue[]; readonly fault: string };

/** What is sent of the fields, or what cannot be. Sums are worked out. */
const startOf = ({
  start,
  width,
  columns,
  file,
  copied,
  followed,
}: Fields): { readonly start: Start } | { readonly issues: readonly Issue[] } => {
  switch (start) {
    case "columns": {
      const [wide, many] = [workOutSum(width), workOutSum(columns)];
      if (wide.ok && many.ok) return { start: { kind: "columns", width: toNumber(wide.value), columns: toNumber(many.value) } };
      return {
        issues: [
          ...(wide.ok ? [] : [{ path: "/start/width", message: "must be a width like 1440 or a sum like 1152+2*144" }]),
          ...(many.ok ? [] : [{ path: "/start/columns", message: "must be a whole number like 12" }]),
        ],
      };
    }
    case "layout":
      return file
        ? { start: { kind: "layout", layout: file.layout } }
        : { issues: [{ path: "/start/layout", message: "Choose a file first." }] };
    case "spec":
      if (copied && followed !== "") return { start: { kind: "follow", team: copied.team, spec: copied.spec, number: followed } };
      return copied
        ? { start: { kind: "spec", team: copied.team, spec: copied.spec } }
        : { issues: [{ path: "/start/spec", message: "Choose a spec first." }] };
    case "blank":
      return { start: { kind: "blank" } };
    default:
      return start satisfies never;
  }
};

type Props = {
  readonly teams: readonly { readonly slug: string; readonly name: string }[];
};

/** Makes a spec: blank, from a width and a column count, from a file, or as a copy of another spec. Faults stand beside their fields; what was typed stays. */
export const NewSpecForm = ({ teams }: Props) => {
  const router = useRouter();
  const [fields, setFields] = useState<Fields>({
    name: "",
    description: "",
    team: teams[0]?.slug ?? "",
    start: "columns",
    width: "1440",
    columns: "12",
    file: null,
    copied: null,
    followed: "",
  });
  const [{ busy, issues, fault }, setSending] = useState<Sending>({ busy: false, issues: [], fault: "" });
  const { name, description, team, start, file } = fields;
  const set = (next: Partial<Fields>): void => setFields((before) => ({ ...before, ...next }));
  const wordsAt = (path: string): string => issues.find((issue) => issue.path === path)?.message ?? "";

  /** What is wrong with a way to start, or with something in it. */
  const faultAt = (stem: string) =>
    issues
      .filter(({ path }) => path.startsWith(stem))
      .slice(0, 1)
      .map(({ message }) => (
        <div key={message} className="fault" role="alert">
          {message}
        </div>
      ));

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const begun = startOf(fields);
    const local: readonly Issue[] = [
      ...(name.trim() === "" ? [{ path: "/name", message: "Give the spec a name, like Passenger booking." }] : []),
      ...("issues" in begun ? begun.issues : []),
    ];
    setSending({ busy: local.length === 0, issues: local, fault: "" });
    if (local.length > 0 || "issues" in begun) return;
    const answer = await send("POST /api/specs", {}, { team, name, description, start: begun.start });
    if (answer.ok) return router.push(`/specs/${answer.value.team}/${answer.value.spec}`);
    const { issues: found, detail } = answer.fault;
    setSending({ busy: false, issues: found, fault: found.length === 0 ? detail : "" });
  };

  const choice = (value: Fields["start"], label: string, words: string) => (
    <>
      <input
        type="radio"
        className="form-check-input"
        name="start"
        id={`start-${value}`}
        checked={start === value}
        onChange={() => set({ start: value })}
      />
      <label htmlFor={`start-${value}`}>
        <strong>{label}</strong>
        <span className="quiet d-block">{words}</span>
      </label>
    </>
  );
  const number = (id: string, label: string, which: "width" | "columns") => (
    <FormField id={id} label={label} fault={wordsAt(`/start/${which}`)}>
      {(given) => (
        <input
          {...given}
          className="form-control num short"
          value={fields[which]}
          onChange={(event) => set({ [which]: event.target.value })}
        />
      )}
    </FormField>
  );

  return (
    <form className="new-spec" onSubmit={(event) => void submit(event)} noValidate>
      <h1 className="mb-3">New spec</h1>
      <FormField id="spec-name" label="Name" fault={wordsAt("/name")}>
        {(given) => (
          <input {...given} className="form-control" value={name} maxLength={200} onChange={(event) => set({ name: event.target.value })} />
        )}
      </FormField>
      <FormField
        id="spec-description"
        fault={wordsAt("/description")}
        label={
          <>
            Purpose <span className="quiet">(optional)</span>
          </>
        }
      >
        {(given) => (
          <input
            {...given}
            className="form-control"
            value={description}
            maxLength={2000}
            onChange={(event) => set({ description: event.target.value })}
          />
        )}
      </FormField>
      {teams.length > 1 && (
        <FormField id="spec-team" label="Team">
          {(given) => (
            <select {...given} className="form-select" value={team} onChange={(event) => set({ team: event.target.value })}>
              {teams.map(({ slug, name: teamName }) => (
                <option key={slug} value={slug}>
                  {teamName}
                </option>
              ))}
            </select>
          )}
        </FormField>
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
              {number("start-width", "Width, px", "width")}
              {number("start-columns-count", "Columns", "columns")}
            </div>
          )}
        </div>
        <div className="card-plain choice">{choice("blank", "Start empty", "One phone breakpoint with 4 columns. You add the rest.")}</div>
        <div className="card-plain choice">
          {choice("layout", "A file", "A layout document, stylesheet, design tokens, ledger (CSV) or overlay (SVG), up to 5 MiB.")}
          {start === "layout" && (
            <div className="of-choice flex-column">
              <FilePicker
                label="Layout file"
                onRead={(read) => {
                  setSending({ busy: false, issues: [], fault: "" });
                  setFields((before) => ({
                    ...before,
                    file: read.kind === "read" ? { layout: read.layout, lost: read.lost } : null,
                    name: before.name || (read.kind === "read" ? read.layout.name : ""),
                  }));
                }}
              />
              {file && (
                <p className="mb-0" role="status">
                  {file.layout.breakpoints.length} {file.layout.breakpoints.length === 1 ? "breakpoint" : "breakpoints"} read:{" "}
                  {file.layout.breakpoints.map(({ name: one }) => one).join(", ")}.
                </p>
              )}
              {file && file.lost.length > 0 && (
                <ul className="quiet mb-0" aria-label="Not read">
                  {file.lost.slice(0, 12).map((words, index) => (
                    <li key={index}>{words}</li>
                  ))}
                </ul>
              )}
              {faultAt("/start/layout")}
            </div>
          )}
        </div>
        <div className="card-plain choice">
          {choice(
            "spec",
            "Another spec",
            "Copy its draft and go your own way, or follow one of its versions: later ones are offered as updates, and your changes stay.",
          )}
          {start === "spec" && (
            <div className="of-choice">
              <SpecChoice
                label="Spec to start from"
                placeholder="Name, or address of a public spec"
                chosen={fields.copied}
                onChoose={(copied) => set({ copied, followed: copied?.draft === false ? (copied.numbers[0] ?? "") : "" })}
              />
              <select
                name="followed"
                className="form-select w-auto"
                aria-label="Copied or followed"
                value={fields.followed}
                disabled={fields.copied === null}
                onChange={(event) => set({ followed: event.target.value })}
              >
                {fields.copied?.draft !== false && <option value="">Copy its draft</option>}
                {(fields.copied?.numbers ?? []).map((number) => (
                  <option key={number} value={number}>
                    Follow {number}
                  </option>
                ))}
              </select>
              {faultAt("/start/spec")}
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
        Create the spec
      </button>
    </form>
  );
};
