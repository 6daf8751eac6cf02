"use client";

import { useRouter } from "next/navigation";
import { SubmitForm, type SubmitField } from "@/ui/submit-form";

const address: SubmitField = { name: "email", label: "E-mail address", type: "email", autoComplete: "username" };
const chosen: SubmitField = {
  name: "password",
  label: "A password",
  type: "password",
  autoComplete: "new-password",
  words: "At least 12 characters.",
};

/** Sets an empty instance up: its code, its first person, its first team. */
export const SetUpForm = () => {
  const router = useRouter();
  return (
    <SubmitForm
      route="POST /api/set-up"
      params={{}}
      fields={[
        { name: "code", label: "Code", autoComplete: "one-time-code", words: "Printed where this instance was started." },
        { name: "team", label: "Name of your team", autoComplete: "organization" },
        { name: "name", label: "Your name", autoComplete: "name" },
        address,
        chosen,
      ]}
      body={({ code = "", name = "", email = "", password = "", team = "" }) => ({ code, name, email, password, team })}
      submit="Set up"
      done={() => {
        router.push("/specs");
        return "Ypsiline is set up.";
      }}
    />
  );
};

/** Asks for a letter with the link for a new password. */
export const ForgottenForm = ({ email }: { readonly email: string }) => (
  <SubmitForm
    route="POST /api/account/forgotten"
    params={{}}
    fields={[{ ...address, initial: email }]}
    body={({ email: to = "" }) => ({ email: to })}
    submit="Send the link"
    done={(_answer, { email: to }) => `If ${to ?? ""} has an account, we have sent an e-mail. Its link works once, for 30 minutes.`}
  />
);

/** Sets a new password by a mailed link. */
export const ResetForm = ({ secret }: { readonly secret: string }) => {
  const router = useRouter();
  return (
    <SubmitForm
      route="POST /api/account/reset"
      params={{}}
      fields={[{ ...chosen, label: "New password" }]}
      body={({ password = "" }) => ({ secret, password })}
      submit="Set it"
      done={() => {
        router.push("/sign-in?set=1");
        return "The new password is set.";
      }}
    />
  );
};

/** Asks for a letter with the link to make an account by. */
export const SignUpForm = () => (
  <SubmitForm
    route="POST /api/sign-up"
    params={{}}
    fields={[address]}
    body={({ email = "" }) => ({ email })}
    submit="Send the link"
    done={(_answer, { email }) => `We have sent an e-mail to ${email ?? ""}. Its link works for 24 hours.`}
  />
);

/** Makes an account by a mailed link. */
export const NewAccountForm = ({ secret, email }: { readonly secret: string; readonly email: string }) => {
  const router = useRouter();
  return (
    <SubmitForm
      route="POST /api/sign-up/confirm"
      params={{}}
      fields={[{ ...address, initial: email, fixed: true }, { name: "name", label: "Your name", autoComplete: "name" }, chosen]}
      body={({ name = "", password = "" }) => ({ secret, name, password })}
      submit="Create the account"
      done={() => {
        router.push("/teams/new");
        return "Your account was created.";
      }}
    />
  );
};

/** Takes a new address for the account that is signed in. */
export const ConfirmEmailForm = ({ secret }: { readonly secret: string }) => {
  const router = useRouter();
  return (
    <SubmitForm
      route="POST /api/account/email/confirm"
      params={{}}
      fields={[]}
      body={() => ({ secret })}
      submit="Use this address"
      done={({ email }) => {
        // The link is used up, and so is its page.
        router.push("/account");
        return `Your account’s address is now ${email}.`;
      }}
    />
  );
};

/** Creates another team, with the person as its lead. */
export const NewTeamForm = () => {
  const router = useRouter();
  return (
    <SubmitForm
      route="POST /api/teams"
      params={{}}
      fields={[{ name: "name", label: "Name of the team", autoComplete: "organization" }]}
      body={({ name = "" }) => ({ name })}
      submit="Create the team"
      done={({ team }) => {
        router.push(`/teams/${team}?show=members`);
        return "Your account was created.";
      }}
    />
  );
};
