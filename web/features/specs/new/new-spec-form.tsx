"use client";

import type { Issue, Layout } from "@ypsiline/core";
import { useRouter } from "next/navigation";
import { type FormEvent, type ReactNode, startTransition, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { FilePicker } from "@/ui/file-picker";
import { FormField } from "@/ui/form-field";
import { send } from "@/ui/request";
import { type Choosable, SpecChoice } from "@/ui/spec-choice";
import type { Sent } from "@/wire/routes";
import {
  blankFields,
  closing,
  type Fields,
  keepFields,
  keptFields,
  layoutOfRows,
  type NumberStart,
  numberStarts,
  type StartId,
  storedFields,
} from "./start-fields";
import { StartNumbers } from "./start-numbers";
import { StartResult } from "./start-result";

type Start = Sent<"POST /api/specs">["start"];

/** Whether it is being sent, and what was wrong: beside their fields, or as a whole. */
type Sending = { readonly busy: boolean; readonly issues: readonly Issue[]; readonly fault: string };

/** A team in which this person may create specs, and its templates. */
type StartTeam = {
  readonly slug: string;
  readonly name: string;
  readonly templates: readonly { readonly spec: string; readonly name: string }[];
};

const isNumberStart = (start: StartId): start is NumberStart => numberStarts.some((one) => one === start);

/** What is sent of the fields, or what cannot be. */
const startOf = (fields: Fields): { readonly start: Start } | { readonly issues: readonly Issue[] } => {
  const { start, file, copied, followed, team } = fields;
  switch (start) {
    case "sizes":
    case "width": {
      const made = layoutOfRows(fields.name, fields.typed[start], fields.base, fields.rows);
      return made.ok ? { start: { kind: "layout", layout: made.value } } : { issues: made.issues };
    }
    case "file":
      return file
        ? { start: { kind: "layout", layout: file.layout } }
        : { issues: [{ path: "/start/layout", message: "Choose a file first." }] };
    case "spec":
      if (copied && followed !== "") return { start: { kind: "follow", team: copied.team, spec: copied.spec, number: followed } };
      return copied
        ? { start: { kind: "spec", team: copied.team, spec: copied.spec } }
        : { issues: [{ path: "/start/spec", message: "Choose a spec first." }] };
    case "template":
      return { start: { kind: "spec", team, spec: fields.template } };
    case "design":
    case "blank":
      return { start: { kind: "blank" } };
    default:
      return start satisfies never;
  }
};

/** What the form begins with: a spec to duplicate, else the first template of the team, else the usual sizes. */
const beginFields = (team: StartTeam | undefined, copied: Choosable | null, teams: readonly StartTeam[]): Fields => {
  const template = team?.templates[0]?.spec ?? "";
  const blank = { ...blankFields(team?.slug ?? "", template === "" ? "sizes" : "template"), template };
  if (!copied) return blank;
  const own = teams.some(({ slug }) => slug === copied.team) ? copied.team : blank.team;
  return {
    ...blank,
    team: own,
    start: "spec",
    copied,
    name: `${copied.name} copy`,
    followed: copied.draft ? "" : (copied.numbers[0] ?? ""),
  };
};

/**
 * Creates a spec from one of several starting points, with the result beside them. Faults are shown at their fields;
 * typed values are kept.
 */
type Props = {
  readonly teams: readonly StartTeam[];
  /** The spec to duplicate; null if there is none. */
  readonly copied: Choosable | null;
};

export const NewSpecForm = ({ teams, copied: duplicated }: Props) => {
  const router = useRouter();
  const first = teams[0];
  const [fields, setFields] = useState<Fields>(() => beginFields(first, duplicated, teams));
  const [{ busy, issues, fault }, setSending] = useState<Sending>({ busy: false, issues: [], fault: "" });
  const { name, description, team, start, file } = fields;
  const templates = teams.find(({ slug }) => slug === team)?.templates ?? [];
  const set = (next: Partial<Fields>): void => {
    setFields((before) => ({ ...before, ...next }));
    setSending((before) => ({ ...before, issues: [], fault: "" }));
  };
  /** Another team, with its first template if nothing else was chosen. */
  const ofTeam = (slug: string): Partial<Fields> => {
    const template = teams.find((one) => one.slug === slug)?.templates[0]?.spec ?? "";
    return {
      team: slug,
      template,
      ...(start === "template" || start === "sizes" ? { start: template === "" ? "sizes" : "template" } : {}),
    };
  };
  const wordsAt = (path: string): string => issues.find((issue) => issue.path === path)?.message ?? "";

  // What this tab typed before it was reloaded is there once the page is.
  const restored = useRef(false);
  useEffect(() => {
    if (restored.current) return keepFields(fields);
    restored.current = true;
    // Who duplicates a spec begins anew. What was typed before the page was ready is in the fields already.
    // Read now: what is typed from here on is stored too.
    const stored = storedFields();
    if (!duplicated) startTransition(() => setFields((now) => keptFields(stored, now, teams)));
  }, [fields, teams, duplicated]);

  const numbers = isNumberStart(start) ? start : null;
  const asked = useDeferredValue(fields);
  const made = useMemo(() => {
    if (isNumberStart(asked.start)) return layoutOfRows("", asked.typed[asked.start], asked.base, asked.rows);
    return asked.start === "file" && asked.file ? { ok: true as const, value: asked.file.layout } : null;
  }, [asked]);
  /** The last layout that could be made: what is half typed leaves it there. */
  const [last, setLast] = useState<Layout | null>(null);
  if (made?.ok && made.value !== last) setLast(made.value);
  const typing = made && !made.ok ? made.issues : [];
  const shown = made ? (made.ok ? made.value : last) : null;

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
    if (answer.ok) {
      keepFields(null);
      return router.push(`/specs/${answer.value.team}/${answer.value.spec}${start === "design" ? "/fit?ask=grid" : ""}`);
    }
    const { issues: found, detail } = answer.fault;
    setSending({ busy: false, issues: found, fault: found.length === 0 ? detail : "" });
  };

  const card = (value: StartId, label: string, words: ReactNode, template = fields.template) => (
    <label key={template + value} className="start-card">
      <input
        type="radio"
        name="start"
        value={value}
        checked={start === value && (value !== "template" || template === fields.template)}
        onChange={() => set({ start: value, template })}
      />
      <strong>{label}</strong>
      <span>{words}</span>
    </label>
  );

  return (
    <form className="new-spec" onSubmit={(event) => void submit(event)} noValidate>
      <div className="new-spec-fields">
        <h1 className="visually-hidden">New spec</h1>
        <div className="new-spec-names">
          <FormField id="spec-name" label="Name" fault={wordsAt("/name")}>
            {(given) => (
              <input
                {...given}
                className="form-control"
                value={name}
                maxLength={200}
                onChange={(event) => set({ name: event.target.value })}
              />
            )}
          </FormField>
          {teams.length > 1 && (
            <FormField id="spec-team" label="Team">
              {(given) => (
                <select {...given} className="form-select" value={team} onChange={(event) => set(ofTeam(event.target.value))}>
                  {teams.map(({ slug, name: teamName }) => (
                    <option key={slug} value={slug}>
                      {teamName}
                    </option>
                  ))}
                </select>
              )}
            </FormField>
          )}
        </div>
        <fieldset>
          <legend className="form-label">Start from</legend>
          <div className="start-cards">
            {templates.map(({ spec, name: template }) =>
              card("template", template, "A template of your team. The new spec is a copy of its draft.", spec),
            )}
            {card("sizes", "Phone, tablet, desk", "4, 8 and 12 columns, the usual three. Change any number below.")}
            {card("width", "One width", "The width and columns you have in hand, with a phone below.")}
            {card("design", "A design", "A picture or a list of boxes: find the grid it was drawn on.")}
            {card("file", "A file", "Stylesheet, design tokens, table, drawing or layout document.")}
            {card("spec", "Another spec", "Copy it, or follow a version and keep your own changes.")}
            {card("blank", "Nothing yet", "A phone breakpoint of 4 columns.")}
          </div>
        </fieldset>
        {numbers && <StartNumbers fields={fields} start={numbers} issues={[...typing, ...issues]} onChange={set} />}
        {start === "file" && (
          <div className="start-more">
            <FilePicker
              label="Layout file"
              onRead={(read) =>
                set({
                  file: read.kind === "read" ? { layout: read.layout, lost: read.lost } : null,
                  name: name || (read.kind === "read" ? read.layout.name : ""),
                })
              }
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
            <Faults issues={issues} stem="/start/layout" />
          </div>
        )}
        {start === "spec" && (
          <div className="start-more start-other">
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
            <Faults issues={issues} stem="/start/spec" />
          </div>
        )}
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
        {fault && (
          <p className="fault" role="alert">
            {fault}
          </p>
        )}
        <button className="btn btn-primary" disabled={busy}>
          {start === "design" ? "Create the spec and open the design" : "Create the spec"}
        </button>
      </div>
      <div className="new-spec-result">
        <p className="form-label">{shown ? "What you will get, drawn to one scale" : "What you will get"}</p>
        {shown ? (
          <StartResult
            layout={shown}
            closing={(index) => {
              const row = numbers && fields.typed[numbers][index];
              return row ? closing(row, fields.base) : null;
            }}
            onClose={(index, { gutter, margin }) =>
              numbers &&
              set({
                typed: {
                  ...fields.typed,
                  [numbers]: fields.typed[numbers].map((row, at) =>
                    at === index ? { ...row, gutter: String(gutter), margin: String(margin) } : row,
                  ),
                },
              })
            }
          />
        ) : (
          <p className="card-plain p-3">{beforehand[start]}</p>
        )}
      </div>
    </form>
  );
};

/** What comes of a start whose numbers are not known here. */
const beforehand: Readonly<Record<StartId, string>> = {
  sizes: "Type the numbers to see the columns.",
  width: "Type the numbers to see the columns.",
  template: "A copy of the template’s draft, with its areas, text roles and spacing. It keeps no link to it.",
  design:
    "An empty spec opens in Fit. Drop the picture there, or paste its boxes, and Ypsiline finds the columns, gutter and margins it was drawn on.",
  file: "Choose a file: its breakpoints are drawn here before anything is created.",
  spec: "A copy is yours alone. A spec that follows a version keeps your changes and is offered each later version as an update.",
  blank: "One phone breakpoint, drawn at 360: 4 columns of 70, gutters and margins of 16.",
};

/** The first thing that is wrong with a way to start. */
const Faults = ({ issues, stem }: { readonly issues: readonly Issue[]; readonly stem: string }) => {
  const first = issues.find(({ path }) => path.startsWith(stem));
  return first ? (
    <div className="fault" role="alert">
      {first.message}
    </div>
  ) : null;
};
