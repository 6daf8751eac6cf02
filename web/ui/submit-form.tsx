"use client";

import { type ReactNode, useState } from "react";
import type { PathValues, PostKey, Sent, Told } from "@/wire/routes";
import { FormField } from "./form-field";
import { useMutation } from "./use-mutation";

/** A field of a form that is sent: its name in what is sent, how it is called, and what browsers fill it with. */
export type SubmitField = {
  readonly name: string;
  readonly label: string;
  readonly type?: "text" | "email" | "password";
  readonly autoComplete: string;
  readonly words?: ReactNode;
  readonly initial?: string;
  /** Shown and sent, and not to be changed. */
  readonly fixed?: boolean;
};

type Values = Readonly<Record<string, string>>;

type Props<Key extends PostKey> = {
  readonly route: Key;
  readonly params: PathValues<Key>;
  readonly fields: readonly SubmitField[];
  readonly body: (values: Values) => Sent<Key>;
  readonly submit: string;
  /** What to show or do after success. */
  readonly done: (answer: Told<Key>, values: Values) => ReactNode;
  readonly grave?: boolean;
};

/**
 * A form that is sent to a route. Errors are shown at their fields, and what was typed stays, except passwords that
 * were accepted.
 */
export const SubmitForm = <Key extends PostKey>({ route, params, fields, body, submit, done, grave = false }: Props<Key>) => {
  const mutation = useMutation();
  const initial = Object.fromEntries(fields.map((field) => [field.name, field.initial ?? ""]));
  const [values, setValues] = useState<Values>(initial);
  const [said, setSaid] = useState<ReactNode>(null);
  const stem = route.replace(/\W+/g, "-").toLowerCase();
  const faultOf = (name: string): string => mutation.issues.find(({ path }) => path === `/${name}`)?.message ?? "";
  const elsewhere = mutation.fault !== "" && !fields.some(({ name }) => faultOf(name) !== "");
  const sendIt = async (): Promise<void> => {
    setSaid(null);
    await mutation.send(route, params, body(values), (answer) => {
      setSaid(done(answer, values));
      setValues((now) => Object.fromEntries(fields.map((field) => [field.name, field.type === "password" ? "" : (now[field.name] ?? "")])));
    });
  };
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void sendIt();
      }}
    >
      {fields.map(({ name, label, type = "text", autoComplete, words, fixed = false }) => (
        <FormField key={name} id={`${stem}-${name}`} label={label} fault={faultOf(name) === "" ? "" : `It ${faultOf(name)}.`} words={words}>
          {(field) => (
            <input
              {...field}
              type={type}
              name={name}
              className="form-control"
              autoComplete={autoComplete}
              readOnly={fixed}
              value={values[name] ?? ""}
              onChange={(event) => setValues((now) => ({ ...now, [name]: event.target.value }))}
            />
          )}
        </FormField>
      ))}
      {elsewhere && (
        <p className="fault" role="alert">
          {mutation.fault}
        </p>
      )}
      {said !== null && <p role="status">{said}</p>}
      <button className={grave ? "btn btn-outline-danger" : "btn btn-primary"} disabled={mutation.busy}>
        {submit}
      </button>
    </form>
  );
};
