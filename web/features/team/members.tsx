"use client";

import { type ReactNode, useState } from "react";
import type { Invitation } from "@/server/teams/invitations";
import type { Role } from "@/wire/shapes";
import type { Member } from "@/server/teams/team";
import { dayText } from "@/ui/dates";
import { FormField } from "@/ui/form-field";
import { useMutation } from "@/ui/use-mutation";

const roles: readonly (readonly [Role, string])[] = [
  ["reader", "Reader: reads specs and comments"],
  ["author", "Author: creates and edits specs"],
  ["lead", "Lead: approves, publishes, manages the team"],
];

type Props = {
  readonly team: string;
  readonly self: number;
  readonly members: readonly Member[];
  readonly invitations: readonly Invitation[];
  readonly mayManage: boolean;
  /** Whether letters are sent by mail. */
  readonly mail: boolean;
  /** Ways to the pages beside this one. */
  readonly children: ReactNode;
};

/** Who belongs to a team and as what; leads change that and invite others. */
export const Members = ({ team, self, members, invitations, mayManage, mail, children }: Props) => {
  const mutation = useMutation();
  const [email, setEmail] = useState("");
  const [role, setRole] = useState<Role>("author");
  const [invited, setInvited] = useState("");
  const [leaving, setLeaving] = useState<number | null>(null);
  const atEmail = mutation.issues.find((issue) => issue.path === "/email")?.message ?? "";
  const invite = async () => {
    setInvited("");
    if (await mutation.send("POST /api/teams/:team/invitations", { team }, { email, role }, (value) => setInvited(value.email)))
      setEmail("");
  };
  return (
    <section aria-labelledby="members-title">
      <h2 id="members-title">Members</h2>
      <div className="table-scroll card-plain">
        <table className="people">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">E-mail</th>
              <th scope="col">Role</th>
              <th scope="col" aria-label="Removal" />
            </tr>
          </thead>
          <tbody>
            {members.map((member) => (
              <tr key={member.id}>
                <td>
                  {member.name}
                  {member.id === self && <span className="quiet"> (you)</span>}
                </td>
                <td>{member.email}</td>
                <td>
                  {mayManage ? (
                    <select
                      name="role"
                      className="form-select form-select-sm"
                      aria-label={`Role of ${member.name}`}
                      value={member.role}
                      disabled={mutation.busy}
                      onChange={(event) =>
                        void mutation.send(
                          "POST /api/teams/:team/members/:id",
                          { team, id: member.id },
                          { role: event.target.value as Role },
                        )
                      }
                    >
                      {roles.map(([id]) => (
                        <option key={id}>{id}</option>
                      ))}
                    </select>
                  ) : (
                    member.role
                  )}
                </td>
                <td className="text-end">
                  {(mayManage || member.id === self) &&
                    (leaving === member.id ? (
                      <>
                        <span className="quiet leaving">
                          Access tokens they made and invitations they sent end; their projects go to{" "}
                          {member.id === self ? "another lead" : "you"}.
                        </span>{" "}
                        <button
                          type="button"
                          className="btn btn-sm btn-danger"
                          disabled={mutation.busy}
                          onClick={() =>
                            void mutation.send("POST /api/teams/:team/members/:id", { team, id: member.id }, { role: null }, () =>
                              setLeaving(null),
                            )
                          }
                        >
                          {member.id === self ? "Yes, leave" : `Yes, remove ${member.name}`}
                        </button>{" "}
                        <button type="button" className="btn btn-sm btn-quiet" onClick={() => setLeaving(null)}>
                          Cancel
                        </button>
                      </>
                    ) : (
                      <button type="button" className="btn btn-sm btn-quiet" onClick={() => setLeaving(member.id)}>
                        {member.id === self ? "Leave…" : "Remove…"}
                      </button>
                    ))}
                </td>
              </tr>
            ))}
            {invitations.map((invitation) => (
              <tr key={`invited ${invitation.id}`} className="quiet">
                <td>Invited {dayText(new Date(invitation.at))}</td>
                <td>{invitation.email}</td>
                <td>{invitation.role}</td>
                <td className="text-end">
                  <button
                    type="button"
                    className="btn btn-sm btn-quiet"
                    disabled={mutation.busy}
                    onClick={() => void mutation.send("POST /api/teams/:team/invitations/:id", { team, id: invitation.id }, {})}
                  >
                    Cancel the invitation
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {children}
      {mutation.fault && !atEmail && (
        <p className="fault" role="alert">
          {mutation.fault}
        </p>
      )}
      {mayManage && (
        <form
          className="card-plain inline-form"
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void invite();
          }}
        >
          <FormField id="invite-email" label="Invite by e-mail address" fault={atEmail ? `The address ${atEmail}.` : ""}>
            {(field) => (
              <input {...field} type="email" className="form-control" value={email} onChange={(event) => setEmail(event.target.value)} />
            )}
          </FormField>
          <FormField id="invite-role" label="As">
            {(field) => (
              <select {...field} className="form-select" value={role} onChange={(event) => setRole(event.target.value as Role)}>
                {roles.map(([id, words]) => (
                  <option key={id} value={id}>
                    {words}
                  </option>
                ))}
              </select>
            )}
          </FormField>
          <button className="btn btn-primary" disabled={mutation.busy}>
            Invite
          </button>
        </form>
      )}
      {invited && (
        <p role="status">
          {mail
            ? `We have sent an e-mail with the link to ${invited}. See whether it arrived in the `
            : `This instance sends no mail. Copy the link for ${invited} from the `}
          <a href={`/teams/${team}?show=outbox`}>outbox</a>.
        </p>
      )}
    </section>
  );
};
