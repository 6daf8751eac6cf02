"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Membership, Person } from "@/server/identity/people";
import { SubmitForm, type SubmitField } from "@/ui/submit-form";
import { useMutation } from "@/ui/use-mutation";

const own: SubmitField = { name: "password", label: "Your password", type: "password", autoComplete: "current-password" };

/** A team one is in, and the way out of it, which is asked twice: back in leads only an invitation. */
const Leave = ({ team, self }: { readonly team: Membership; readonly self: number }) => {
  const mutation = useMutation();
  const [asked, setAsked] = useState(false);
  const leave = () =>
    void mutation.send("POST /api/teams/:team/members/:id", { team: team.team, id: self }, { role: null }, () => setAsked(false));
  return (
    <li>
      <a href={`/teams/${team.team}`}>{team.teamName}</a>
      <span className="quiet">{team.role}</span>
      <span className="flex-grow-1" />
      <button
        type="button"
        className={asked ? "btn btn-sm btn-outline-danger" : "btn btn-sm btn-quiet"}
        disabled={mutation.busy}
        aria-label={asked ? `Yes, leave ${team.teamName}` : `Leave ${team.teamName}`}
        onBlur={() => setAsked(false)}
        onClick={() => (asked ? leave() : setAsked(true))}
      >
        {asked ? "Yes, leave" : "Leave…"}
      </button>
      {mutation.fault && (
        <p className="fault w-100 mb-0" role="alert">
          {mutation.fault}
        </p>
      )}
    </li>
  );
};

type Props = { readonly person: Person; readonly teams: readonly Membership[]; readonly mail: boolean };

/** Who one is, and how one comes in: name, address, password, teams, and the end of the account. */
export const OwnAccount = ({ person, teams, mail }: Props) => {
  const router = useRouter();
  return (
    <>
      <section aria-labelledby="name-title">
        <h2 id="name-title">Name</h2>
        <SubmitForm
          route="POST /api/account/name"
          params={{}}
          fields={[{ name: "name", label: "As others see it", autoComplete: "name", initial: person.name }]}
          body={({ name = "" }) => ({ name })}
          submit="Save the name"
          done={() => "Saved."}
        />
      </section>
      <section aria-labelledby="email-title">
        <h2 id="email-title">E-mail address</h2>
        {mail ? (
          <SubmitForm
            route="POST /api/account/email"
            params={{}}
            fields={[
              { name: "email", label: "New e-mail address", type: "email", autoComplete: "email", words: `Currently ${person.email}` },
              { ...own, label: "Your password, for the address" },
            ]}
            body={({ email = "", password = "" }) => ({ email, password })}
            submit="Send a link to it"
            done={(_answer, { email }) => `We have sent an e-mail to ${email ?? ""}. The address changes once you open its link.`}
          />
        ) : (
          <p className="quiet">
            <span className="num">{person.email}</span>. This instance sends no mail, so that no other can be confirmed.
          </p>
        )}
      </section>
      <section aria-labelledby="password-title">
        <h2 id="password-title">Password</h2>
        <SubmitForm
          route="POST /api/account/password"
          params={{}}
          fields={[
            { name: "old", label: "Current password", type: "password", autoComplete: "current-password" },
            {
              name: "password",
              label: "New password",
              type: "password",
              autoComplete: "new-password",
              words: "At least 12 characters. Every other session ends.",
            },
          ]}
          body={({ old = "", password = "" }) => ({ old, password })}
          submit="Set it"
          done={({ ended }) =>
            ended === 0
              ? "Password changed."
              : ended === 1
                ? "Password changed. One other session was signed out."
                : `Password changed. ${ended} other sessions were signed out.`
          }
        />
      </section>
      <section aria-labelledby="teams-title">
        <h2 id="teams-title">Teams</h2>
        {teams.length > 0 && (
          <ul className="card-plain sessions">
            {teams.map((team) => (
              <Leave key={team.team} team={team} self={person.id} />
            ))}
          </ul>
        )}
        <a className="btn btn-quiet" href="/teams/new">
          Create a team
        </a>
      </section>
      <section aria-labelledby="close-title">
        <h2 id="close-title">Close the account</h2>
        <p className="quiet">
          You leave your teams, and your name and address are deleted. What you wrote stays, as written by a former member. This cannot be
          undone.
        </p>
        <SubmitForm
          route="POST /api/account/close"
          params={{}}
          fields={[{ ...own, label: "Your password, to close it" }]}
          body={({ password = "" }) => ({ password })}
          submit="Close the account"
          grave
          done={() => {
            router.push("/sign-in");
            return "Your account is closed.";
          }}
        />
      </section>
    </>
  );
};
