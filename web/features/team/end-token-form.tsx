"use client";

import { SubmitForm } from "@/ui/submit-form";

/** Ends a token that somebody found. The answer does not say whether there was one. */
export const EndTokenForm = () => (
  <SubmitForm
    route="POST /api/tokens/end"
    params={{}}
    fields={[{ name: "token", label: "The token", type: "password", autoComplete: "off", words: "All of it. Its team will be told." }]}
    body={({ token = "" }) => ({ token: token.trim() })}
    submit="End it"
    done={() => "If it was a token of this instance, it no longer works."}
  />
);
