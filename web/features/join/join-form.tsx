"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { FormField } from "@/ui/form-field";
import { useMutation } from "@/ui/use-mutation";

/** Accepts an invitation: with one press if the invited person is signed in, else with a new account. */
export const JoinForm = ({ secret, email, signedIn }: { readonly secret: string; readonly email: string; readonly signedIn: boolean }) => {
  const router = useRouter();
  const mutation = useMutation();
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const at = (path: string): string => mutation.issues.find((issue) => issue.path === path)?.message ?? "";
  const join = () =>
    mutation.send("POST /api/join", {}, signedIn ? { secret } : { secret, name, password }, () => {
      router.push("/specs");
    });
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void join();
      }}
    >
      {!signedIn && (
        <>
          <FormField id="join-email" label="E-mail address">
            {(field) => <input {...field} className="form-control" value={email} readOnly autoComplete="username" />}
          </FormField>
          <FormField id="join-name" label="Your name" fault={at("/name") ? `It ${at("/name")}.` : ""}>
            {(field) => (
              <input
                {...field}
                className="form-control"
                autoComplete="name"
                maxLength={200}
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
            )}
          </FormField>
          <FormField
            id="join-password"
            label="A password"
            fault={at("/password") ? `It ${at("/password")}.` : ""}
            words="At least 12 characters."
          >
            {(field) => (
              <input
                {...field}
                type="password"
                className="form-control"
                autoComplete="new-password"
                value={password}
                onChange={(event) => setPassword(event.target.value)}
              />
            )}
          </FormField>
        </>
      )}
      {mutation.fault && mutation.issues.length === 0 && (
        <p className="fault" role="alert">
          {mutation.fault}
        </p>
      )}
      <button className="btn btn-primary" disabled={mutation.busy}>
        Join the team
      </button>
    </form>
  );
};
