"use client";

import { exact } from "@ypsiline/core";
import { type ReactNode, useState } from "react";
import type { Person, Session } from "@/server/identity/people";
import type { NumberForm } from "@/wire/shapes";
import { timeText } from "@/ui/dates";
import { Num } from "@/ui/num";
import { useMutation } from "@/ui/use-mutation";

const forms: readonly (readonly [NumberForm, string])[] = [
  ["fractions", "as fractions"],
  ["decimals-2", "as decimals of two places"],
  ["decimals-3", "as decimals of three places"],
];

/** What a browser says it is, short: the part people know it by. */
const browserWords = (agent: string): string => {
  const system = /Windows|Mac OS X|Android|iPhone|iPad|Linux/.exec(agent)?.[0].replace("Mac OS X", "macOS");
  return system ? `A browser on ${system}` : "A browser";
};

/** The account page: how numbers are shown, and where the person is signed in. */
export const AccountPage = ({
  person,
  sessions,
  children,
}: {
  readonly person: Person;
  readonly sessions: readonly Session[];
  readonly children: ReactNode;
}) => {
  const mutation = useMutation();
  // The choice is shown at once; if it cannot be saved, the account's value is shown again.
  const [chosen, setChosen] = useState(person.numbers);
  const numbers = mutation.fault ? person.numbers : chosen;
  const [ended, setEnded] = useState<number | null>(null);
  const others = sessions.filter(({ own }) => !own).length;
  return (
    <>
      <p>
        {person.name}, <span className="num">{person.email}</span>
      </p>
      <section aria-labelledby="numbers-title">
        <h2 id="numbers-title">Numbers that are not whole</h2>
        <fieldset className="card-plain p-3">
          <legend className="visually-hidden">How numbers that are not whole are shown</legend>
          {forms.map(([form, words]) => (
            <label key={form} className="number-form">
              <input
                type="radio"
                className="form-check-input m-0"
                name="numbers"
                checked={numbers === form}
                disabled={mutation.busy}
                onChange={() => {
                  setChosen(form);
                  void mutation.send("POST /api/account", {}, { numbers: form });
                }}
              />
              <span>{words}</span>
              <span data-numbers={form}>
                <Num value={exact(233, 3)} />
              </span>
            </label>
          ))}
          <p className="quiet mb-0">Only the display changes; calculations are always exact.</p>
        </fieldset>
      </section>
      <section aria-labelledby="sessions-title">
        <h2 id="sessions-title">Where you are signed in</h2>
        <ul className="card-plain sessions">
          {sessions.map((session, index) => (
            <li key={index}>
              <span title={session.browser}>{browserWords(session.browser)}</span>
              <span className="quiet">
                since <span className="num">{timeText(new Date(session.at))}</span>
              </span>
              {session.own && <span className="tag">this one</span>}
            </li>
          ))}
        </ul>
        <button
          type="button"
          className="btn btn-quiet"
          disabled={mutation.busy || others === 0}
          onClick={() => void mutation.send("POST /api/account/sessions", {}, {}, (value) => setEnded(value.ended))}
        >
          End all other sessions
        </button>
        {ended !== null && (
          <p role="status" className="mt-2">
            {ended === 1 ? "One session" : `${ended} sessions`} ended.
          </p>
        )}
        {mutation.fault && (
          <p className="fault" role="alert">
            {mutation.fault}
          </p>
        )}
      </section>
      {children}
    </>
  );
};
