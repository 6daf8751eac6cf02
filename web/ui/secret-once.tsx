"use client";

import { CopyButton } from "./copy-button";

/** A secret that is shown this once. */
export const SecretOnce = ({ label, secret, words }: { readonly label: string; readonly secret: string; readonly words: string }) => (
  <div className="secret-once" role="status">
    <strong>{label}</strong>
    <code className="num">{secret}</code>
    <CopyButton text={secret} label={label} />
    <span className="quiet">{words}</span>
  </div>
);
